/** A program that a careful setter runs, and what it is played on. */
interface SoundProgram {
  readonly about: string;
  readonly text: string;
  /** Stock to be faced off, millimetres; 1 where nothing is said. */
  readonly toFace?: number;
  readonly hole?: number;
}

const FACE = "T0101\nG50 S2500\nG96 S180 M3\nG0 X56. Z0\nG1 X-1.6 F.2\nG0 Z2.\nX56.\nG28 U0 W0 T0100\n";
/** A shaft: Ø30 to −20 with a fillet of 3, Ø40, a cone to Ø44, a shoulder at −32; finished with compensation inside of the contour. */
const SHAFT =
  FACE +
  "T0101\nG0 X56. Z2.\nG71 U2. R.5\nG71 P10 Q20 U.4 W.1 F.25\nN10 G0 G42 X26.\nG1 Z0 F.1\nX29.8 Z-1.9\nZ-20.\n" +
  "G2 X35.8 Z-23. R3.\nG1 X40.\nX44. Z-25.\nZ-32.\nX54.\nN20 G40 X56.\nG28 U0 W0\nT0303\nG0 X56. Z2.\nG70 P10 Q20\nG28 U0 W0 T0300\n";
const DRILL = `${FACE}T0202\nG97 S800 M3\nG0 X0 Z5.\nG83 Z-40. Q8. F.12\nG80\nG28 U0 W0\n`;

/**
 * Programs without a fault, in the ways in which shops write them: a rehearsal that finds anything in one of them is wrong. They are played on
 * the full turret (`fullTurret.fixture.ts`).
 */
export const SOUND_PROGRAMS: readonly SoundProgram[] = [
  { about: "a face in one cut", text: FACE },
  {
    about: "a raw face in cuts that lead back in front of it",
    toFace: 4,
    text: "T0101\nG50 S2500\nG96 S180 M3\nG0 X56. Z2.5\nG1 X-1.6 F.2\nG0 X56. Z3.5\nZ1.\nG1 X-1.6\nG0 X56. Z3.\nZ0\nG1 X-1.6\nG0 Z2.\nG28 U0 W0 T0100\n",
  },
  {
    about: "a raw face by the box cycle across",
    toFace: 4,
    text: "T0101\nG50 S2500\nG96 S180 M3\nG0 X56. Z5.\nG94 X-1.6 Z2.5 F.2\nZ1.\nZ0\nG28 U0 W0\nT0100\n",
  },
  {
    about: "a raw face by the roughing cycle across",
    toFace: 4,
    text: "T0101\nG50 S2500\nG96 S180 M3\nG0 X56. Z5.\nG72 W1. R.3\nG72 P1 Q2 U0 W.1 F.2\nN1 G0 Z0\nN2 G1 X-1.6\nG70 P1 Q2\nG28 U0 W0\nT0100\n",
  },
  { about: "a face on a tube", hole: 20, text: FACE },
  {
    about: "a face under compensation",
    text: "T0101\nG50 S2500\nG96 S180 M3\nG0 X56. Z5.\nG41 Z0\nG1 X-1.6 F.2\nG40 G0 Z4.\nG28 U0 W0 T0100\n",
  },
  {
    about: "a contour that is led on to straight from home",
    text: `${FACE}T0303\nG0 G42 X30. Z2.\nG1 Z-20. F.1\nX54.\nG40 G0 X60.\nG28 U0 W0 T0300\n`,
  },
  {
    about: "a shoulder by facing cuts",
    text: `${FACE}T0101\nG0 X56. Z2.\nG94 X30. Z-2. F.2\nZ-4.\nZ-5.\nG0 Z5.\nG28 U0 W0\n`,
  },
  { about: "black bar turned", text: `${FACE}T0101\nG0 X48. Z2.\nG1 Z-40. F.2\nX54.\nG0 X60. Z5.\nG28 U0 W0\nT0100\n` },
  { about: "a shaft, roughed and finished", text: SHAFT },
  {
    about: "a pattern repeated towards its contour",
    text: `${FACE}T0101\nG0 X56. Z5.\nG73 U4. W1. R4\nG73 P10 Q20 U.4 W.1 F.2\nN10 G0 X30. Z1.\nG1 Z-20. F.1\nX46.\nN20 X52.\nG70 P10 Q20\nG28 U0 W0\n`,
  },
  {
    about: "a thread by its cycle in two lines",
    text: `${SHAFT}T0505\nG97 S800 M3\nG0 X34. Z5.\nG76 P010060 Q50 R.02\nG76 X27.96 Z-17. P920 Q300 F1.5\nG0 X60. Z20.\nT0500\n`,
  },
  {
    about: "a thread by the box cycle, its retreat with the cancel in one line",
    text: `${SHAFT}T0505\nG97 S800 M3\nG0 X34. Z5.\nG92 X29.2 Z-17. F1.5\nX28.7\nX28.3\nX27.96\nG0 X80. Z60. T0500\n`,
  },
  {
    about: "a thread line by line",
    text: `${SHAFT}T0505\nG97 S800 M3\nG0 X29.2 Z5.\nG32 Z-17. F1.5\nG0 X34.\nZ5.\nX28.4\nG32 Z-17. F1.5\nG0 X34.\nZ5.\nX60. Z20.\n`,
  },
  {
    about: "a thread from its drive line",
    text: `${SHAFT}T0505\nG97 S800 M3\nG0 X34. Z5.\nG76 P1.5 Z-17. I-2. J.3 K.92 R1.5 Q29.5\nG0 X60. Z20.\n`,
  },
  {
    about: "a groove by its cycle, over its own edge",
    text: `${SHAFT}T0606\nG0 X48. Z-30.\nG75 R.5\nG75 X36. Z-27. P1500 Q2500 F.06\nG0 X60.\nG28 U0 W0\n`,
  },
  {
    about: "a stepped bore, roughed and finished inside",
    text: `${DRILL}T0404\nG0 X13.8 Z2.\nG71 U1. R.3\nG71 P30 Q40 U-.3 W.05 F.15\nN30 G0 G41 X26.\nG1 Z0 F.1\nX20. Z-3.\nZ-20.\nX16.\nZ-30.\nX13.8\nN40 G40 W1.\nG70 P30 Q40\nG0 Z5.\nG28 U0 W0\n`,
  },
  {
    about: "a thread in a bore",
    text: `${DRILL}T0404\nG0 X13.8 Z2.\nG90 X16. Z-24. F.1\nX18.5\nG0 Z5.\nG28 U0 W0\nT0707\nG97 S500 M3\nG0 X17. Z5.\nG76 P010060 Q50 R.02\nG76 X20. Z-18. P920 Q250 F1.5\nG0 Z10.\nG28 U0 W0\n`,
  },
  {
    about: "a tapped hole",
    text: `${FACE}T0202\nG97 S800 M3\nG0 X0 Z5.\nG1 Z-20. F.1\nG0 Z5.\nG28 U0 W0\nT0808\nG0 X0 Z5.\nG84 Z-15. F1.\nG80\nG28 U0 W0\n`,
  },
  {
    about: "cross holes, pecked by hand",
    text: `${FACE}T1010\nG0 X56. Z-10.\nM51\nC0\nG98 G1 X40. F100\nG0 X54.\nX42.\nG1 X30.\nG0 X56.\nC90.\nG1 X30.\nG0 X56.\nG28 U0 W0\n`,
  },
  {
    about: "cross holes by their cycle",
    text: `${FACE}T1010\nG0 X56. Z-10. C0\nG98 G87 X20. R-3. P100 F100\nC90.\nC180.\nG80\nG0 X60.\nG28 U0 W0\n`,
  },
  {
    about: "a hexagon in polar mode",
    text: `${FACE}T1111\nG0 X70. Z2. C0\nG98 G97 S2000 M3\nG112\nG1 Z-6. F200\nG42 X40. C0 F300\nC10.\nX20. C20.\nX-20.\nX-40. C0\nX-20. C-20.\nX20.\nX40. C0\nG40 X70.\nG113\nG0 Z5.\nG28 U0 W0\n`,
  },
  {
    about: "a slot in the face, back through it at rapid",
    text: `${FACE}T1111\nG0 X60. Z2.\nM51\nG98 G1 Z-4. F300\nX30. F100\nG0 X60.\nZ2.\nG28 U0 W0\n`,
  },
  { about: "a part cut off", text: `${SHAFT}T0909\nG0 X54. Z-38.\nG1 X-.5 F.05\nG0 X60.\nG28 U0 W0\n` },
  {
    about: "the bar run against its stop first",
    text: `T1212\nG0 X0 Z6.\nG98 G1 Z1. F2000\nM11\nG4 U2.\nM10\nG0 Z60.\nG28 U0 W0\nG99\n${FACE}`,
  },
  {
    about: "the bar drawn out at the end",
    text: `${FACE}T0909\nG0 X54. Z-20.\nG1 X-.5 F.05\nG0 X60.\nG28 U0 W0\nT1313\nG0 X0 Z-10.\nG98 G1 Z-28. F500\nM11\nG1 Z-5. F2000\nM10\nG1 Z5.\nG0 Z60.\nG28 U0 W0\n`,
  },
  {
    about: "a shaft in inches, in the other family’s words",
    text: "G20 G90 G95\nT0101\nG0 X2.2 Z.2\nG79 X-.063 Z0 F.008\nG0 X2.2 Z.1\nG77 X1.8 Z-1.2 F.01\nX1.6\nX1.42\nG0 X2.4 Z.4\nG28 X2.4 Z.4\n",
  },
  {
    about: "a shaft by variables and a loop",
    text: `${FACE}T0101\nG0 X56. Z2.\n#1=48.\nWHILE [#1 GE 36.] DO1\nG0 X#1\nG1 Z-20. F.2\nX[#1+2.]\nG0 Z2.\n#1=#1-3.\nEND1\nG0 X60. Z5.\nG28 U0 W0\n`,
  },
];
