import type { Zone } from "../machine/index.ts";
import type { Tool } from "../tool/index.ts";
import type { PartTool } from "./partMoves.ts";

const blade = { overhang: 30, width: 3, cornerRadius: 0.2, depth: 20, shank: 20 } as const;
const turning = { overhang: 38, shank: 25, leadAngle: 95, faces: true } as const;

/** Tools by their offsets: a nose of 0.8, of 0.4, a drill, a bar, blades by either edge and by their middle. */
const TOOLS: Readonly<Record<string, Tool>> = {
  "1": { kind: "outside-turning", description: "Turn", hand: "right", insert: "CNMG 120408", ...turning },
  "2": { kind: "drill", description: "Drill", overhang: 80, diameter: 14, pointAngle: 118, programmed: "point" },
  "3": {
    kind: "outside-turning",
    description: "Finish",
    hand: "right",
    insert: "DNMG 110404",
    ...turning,
    leadAngle: 93,
  },
  "4": {
    kind: "boring",
    description: "Bore",
    overhang: 42,
    insert: "CCMT 09T304",
    leadAngle: 95,
    bar: 12,
    smallestBore: 13,
  },
  "5": {
    kind: "thread-outside",
    description: "Thread",
    overhang: 30,
    insert: "16ER",
    width: 3,
    pitch: 1.5,
    shank: 20,
    toShoulder: false,
  },
  "6": { kind: "groove-face", description: "Face groove", ...blade, cornerRadius: 0, programmed: "inner" },
  "7": { kind: "groove-outside", description: "Groove", ...blade, programmed: "left" },
  "8": {
    kind: "groove-bore",
    description: "Bore groove",
    overhang: 40,
    width: 2,
    cornerRadius: 0,
    depth: 4,
    bar: 12,
    smallestBore: 16,
    programmed: "left",
  },
  "9": { kind: "part-off", description: "Part off", ...blade, programmed: "left" },
  "10": { kind: "live-cross-drill", description: "Cross hole", overhang: 30, diameter: 5, pointAngle: 118 },
  "11": {
    kind: "outside-turning",
    description: "Left hand",
    hand: "left",
    insert: "DNMG 110404",
    ...turning,
    leadAngle: 93,
  },
  "12": {
    kind: "outside-turning",
    description: "Button",
    hand: "neutral",
    insert: "RCMT 0602M0",
    ...turning,
    leadAngle: 90,
  },
  "13": { kind: "tap", description: "Tap", overhang: 60, diameter: 16, pointAngle: 180, programmed: "point" },
  "14": { kind: "centre-drill", description: "Centre", overhang: 30, diameter: 4, pointAngle: 90, programmed: "point" },
  "17": { kind: "groove-outside", description: "Groove, front", ...blade, programmed: "right" },
  "27": { kind: "groove-outside", description: "Groove, middle", ...blade, programmed: "centre" },
};

/** The zone of a turret in front of which Z plus leads away from the chuck and X plus away from the centre. */
export const PLAIN_ZONE: Zone = { id: "turret", name: "turret", kind: "turret", works: "main", from: "plus" };

export const handTool =
  (zone: Zone = PLAIN_ZONE) =>
  (offset: string): PartTool | undefined => {
    const tool = TOOLS[offset];
    return tool && { offset, tool, zone };
  };

/** A program with the dimensions of its part, worked out by hand. The stock is a solid bar of 50, 1 to be faced, 60 out. */
interface HandWorked {
  readonly about: string;
  readonly text: string;
  readonly zone?: Zone;
  readonly hole?: number;
  /** `side kind nominal by offset from offset`, without what there is none of; rounded to thousandths. */
  readonly want: readonly string[];
}

const FACE = "T0101\nG0 X54. Z0\nG1 X-1.6 F.2\nG0 X54. Z2.\n";

/**
 * Parts worked out on paper. An uncompensated nose r leaves on a 45° chamfer legs shorter by (2 − √2)·r, on a slope the same slope, on a convex arc
 * its radius less r, on a concave one its radius and r. On a slope of 1 in 4 it leaves (0.25 + 1 − √17 ÷ 4)·r more on the radius, 0.351 on the
 * diameter for 0.8. A taper is gauged at the whole millimetre in its middle. A 14 drill with a point of 118° has a point of 7 ÷ tan 59° = 4.206.
 */
export const HAND_WORKED: readonly HandWorked[] = [
  {
    about: "a face and a diameter",
    text: `${FACE}X40.\nG1 Z-30.\nX54.`,
    want: ["outer diameter 40 by 1", "outer length 30 by 1 from 1"],
  },
  {
    about: "two steps",
    text: `${FACE}X30.\nG1 Z-10.\nX40.\nZ-25.\nX54.`,
    want: [
      "outer diameter 30 by 1",
      "outer diameter 40 by 1",
      "outer length 10 by 1 from 1",
      "outer length 25 by 1 from 1",
    ],
  },
  {
    about: "increments",
    text: `${FACE}G0 X30.\nG1 W-12.\nU10.\nW-13.\nU14.`,
    want: [
      "outer diameter 30 by 1",
      "outer diameter 40 by 1",
      "outer length 10 by 1 from 1",
      "outer length 23 by 1 from 1",
    ],
  },
  {
    about: "inches: 1.25 is 31.75, 0.75 is 19.05",
    text: "G20\nT0101\nG0 X2.1 Z0\nG1 X-.063 F.008\nG0 X2.1 Z.1\nX1.25\nG1 Z-.75\nX2.1",
    want: ["outer diameter 31.75 by 1", "outer length 19.05 by 1 from 1"],
  },
  {
    about: "a face in front of which a tip is left: the stock's own end, nothing faced",
    text: "T0101\nG0 X40. Z5.\nG1 Z-20. F.2\nX54.",
    want: ["outer diameter 40 by 1", "outer length 21 by 1"],
  },
  {
    about: "a chamfer under compensation is as programmed",
    text: `${FACE}G42 X24. Z1.\nG1 X30. Z-2.\nZ-20.\nX54.\nG40 G0 X60.`,
    want: ["outer chamfer 2 by 1", "outer diameter 30 by 1", "outer length 20 by 1 from 1"],
  },
  {
    about: "led on along Z the nose fills the chamfer's corner: 0.8 × tan 22.5° × cos 45° = 0.234 are missing",
    text: `${FACE}G42 X26.\nG1 Z0\nX30. Z-2.\nZ-20.\nX54.\nG40 G0 X60.`,
    want: ["outer chamfer 1.766 by 1", "outer diameter 30 by 1", "outer length 20 by 1 from 1"],
  },
  {
    about: "a chamfer of 2 without compensation: 2 − 0.586 × 0.8 = 1.531",
    text: `${FACE}X26.\nG1 Z0\nX30. Z-2.\nZ-20.\nX54.`,
    want: ["outer chamfer 1.531 by 1", "outer diameter 30 by 1", "outer length 20 by 1 from 1"],
  },
  {
    about: "the same with a nose of 0.4: 2 − 0.586 × 0.4 = 1.766",
    text: `${FACE}T0303\nG0 X26. Z2.\nG1 Z0\nX30. Z-2.\nZ-20.\nX54.`,
    want: ["outer chamfer 1.766 by 3", "outer diameter 30 by 3", "outer length 20 by 3 from 1"],
  },
  {
    about: "a corner broken by a word",
    text: `${FACE}G42 X20.\nG1 Z0\nX30. ,C1.5\nZ-20.\nX54.\nG40 G0 X60.`,
    want: ["outer chamfer 1.5 by 1", "outer diameter 30 by 1", "outer length 20 by 1 from 1"],
  },
  {
    about: "a corner rounded by a word",
    text: `${FACE}G42 X20.\nG1 Z0\nX30. ,R2.5\nZ-20.\nX54.\nG40 G0 X60.`,
    want: ["outer diameter 30 by 1", "outer length 20 by 1 from 1", "outer radius 2.5 by 1"],
  },
  {
    about: "a slope of 5 on 20: 14.036°",
    text: `${FACE}G42 X30.\nG1 Z0\nX40. Z-20.\nZ-30.\nX54.\nG40 G0 X60.`,
    want: ["outer diameter 40 by 1", "outer gauge 35 by 1", "outer length 30 by 1 from 1", "outer taper 14.036 by 1"],
  },
  {
    about: "the same slope without compensation",
    text: `${FACE}X30.\nG1 Z0\nX40. Z-20.\nZ-30.\nX54.`,
    want: [
      "outer diameter 40 by 1",
      "outer gauge 35.351 by 1",
      "outer length 30 by 1 from 1",
      "outer taper 14.036 by 1",
    ],
  },
  {
    about: "a convex radius of 5 under compensation",
    text: `${FACE}G42 X20.\nG1 Z0\nG3 X30. Z-5. R5.\nG1 Z-20.\nX54.\nG40 G0 X60.`,
    want: ["outer diameter 30 by 1", "outer length 20 by 1 from 1", "outer radius 5 by 1"],
  },
  {
    about: "a convex radius of 5 without: 5 − 0.8",
    text: `${FACE}X20.\nG1 Z0\nG3 X30. Z-5. R5.\nG1 Z-20.\nX54.`,
    want: ["outer diameter 30 by 1", "outer length 20 by 1 from 1", "outer radius 4.2 by 1"],
  },
  {
    about: "a concave radius of 3 under compensation",
    text: `${FACE}G42 X30.\nG1 Z-17.\nG2 X36. Z-20. R3.\nG1 X54.\nG40 G0 X60.`,
    want: ["outer diameter 30 by 1", "outer length 20 by 1 from 1", "outer radius 3 by 1"],
  },
  {
    about: "a concave radius of 3 without: 3 + 0.8",
    text: `${FACE}X30.\nG1 Z-17.\nG2 X36. Z-20. R3.\nG1 X54.`,
    want: ["outer diameter 30 by 1", "outer length 20 by 1 from 1", "outer radius 3.8 by 1"],
  },
  {
    about: "a fillet smaller than the nose: the nose leaves its own",
    text: `${FACE}G42 X30.\nG1 Z-19.5\nG2 X31. Z-20. R.5\nG1 X54.\nG40 G0 X60.`,
    want: ["outer diameter 30 by 1", "outer length 20 by 1 from 1"],
  },
  {
    about: "roughed and finished by another tool: the finish counts",
    text: `${FACE}X41.\nG1 Z-29.9\nX54.\nG0 Z2.\nT0303\nG0 X40. Z2.\nG1 Z-30.\nX54.`,
    want: ["outer diameter 40 by 3", "outer length 30 by 3 from 1"],
  },
  {
    about: "the same diameter twice: the later cut counts",
    text: `${FACE}X40.\nG1 Z-30.\nX54.\nG0 Z2.\nT0303\nG0 X40. Z2.\nG1 Z-30.\nX54.`,
    want: ["outer diameter 40 by 3", "outer length 30 by 3 from 1"],
  },
  {
    about: "box cycles: the last pass is the size",
    text: `${FACE}G90 X46. Z-25. F.2\nX42.\nX38.\nG0 X60.`,
    want: ["outer diameter 38 by 1", "outer length 25 by 1 from 1"],
  },
  {
    about: "a contour roughed and finished by its cycles",
    text: `${FACE}G71 U2. R.5\nG71 P10 Q20 U.4 W.1 F.25\nN10 G0 X30.\nG1 Z-15.\nX40.\nZ-28.\nN20 X54.\nG70 P10 Q20`,
    want: [
      "outer diameter 30 by 1",
      "outer diameter 40 by 1",
      "outer length 15 by 1 from 1",
      "outer length 28 by 1 from 1",
    ],
  },
  {
    about: "a groove of the blade's width, by its left edge",
    text: `${FACE}T0707\nG0 X54. Z-12.\nG1 X34. F.1\nG0 X54.`,
    want: [
      "outer diameter 34 by 7",
      "outer length 12 by 7 from 1",
      "outer length 9 by 7 from 1",
      "outer width 3 by 7 from 7",
    ],
  },
  {
    about: "by the middle of the blade: −13.5 to −10.5",
    text: `${FACE}T2727\nG0 X54. Z-12.\nG1 X34. F.1\nG0 X54.`,
    want: [
      "outer diameter 34 by 27",
      "outer length 10.5 by 27 from 1",
      "outer length 13.5 by 27 from 1",
      "outer width 3 by 27 from 27",
    ],
  },
  {
    about: "a groove whose walls two offsets make",
    text: `${FACE}T0707\nG0 X54. Z-9.\nG1 X38. F.1\nG0 X54.\nT0717\nZ-4.5\nG1 X38.\nG0 X60.`,
    want: [
      "outer diameter 38 by 17",
      "outer length 4.5 by 17 from 1",
      "outer length 9 by 7 from 1",
      "outer width 4.5 by 7 from 17",
    ],
  },
  {
    about: "a drilled hole: 25 − 4.206 deep to its full diameter",
    text: `${FACE}T0202\nG0 X0 Z3.\nG1 Z-25. F.1\nG0 Z5.`,
    want: ["inner diameter 14 by 2", "inner length 20.794 by 2 from 1"],
  },
  {
    about: "the same by a pecking cycle",
    text: `${FACE}T0202\nG0 X0 Z3.\nG83 Z-25. Q6. F.1\nG80\nG0 Z5.`,
    want: ["inner diameter 14 by 2", "inner length 20.794 by 2 from 1"],
  },
  {
    about: "bored with a flat bottom in front of the drill's point",
    text: `${FACE}T0202\nG0 X0 Z3.\nG1 Z-20. F.1\nG0 Z5.\nT0404\nG0 X20. Z2.\nG1 Z-15. F.1\nX12.\nG0 Z5.`,
    want: [
      "inner diameter 14 by 2",
      "inner diameter 20 by 4",
      "inner length 15 by 4 from 1",
      "inner length 15.794 by 2 from 1",
    ],
  },
  {
    about: "bored through and parted off with a chamfer of the bore",
    text: `${FACE}T0202\nG0 X0 Z3.\nG1 Z-45. F.1\nG0 Z5.\nT0404\nG0 G41 X28. Z2.\nG1 X22. Z-2. F.1\nZ-40.\nX13.\nG40 G0 Z5.\nT0909\nG0 X54. Z-33.\nG1 X-1. F.05\nG0 X60.`,
    want: ["inner chamfer 2 by 4", "inner diameter 22 by 4", "outer overall 30 by 9 from 1"],
  },
  {
    about: "a step in a bore",
    text: `${FACE}T0202\nG0 X0 Z3.\nG1 Z-45. F.1\nG0 Z5.\nT0404\nG0 X20. Z2.\nG1 Z-40. F.1\nX13.\nG0 Z2.\nX26.\nG1 Z-12.\nX19.\nG0 Z5.\nT0909\nG0 X54. Z-33.\nG1 X-1. F.05`,
    want: [
      "inner diameter 20 by 4",
      "inner diameter 26 by 4",
      "inner length 12 by 4 from 1",
      "outer overall 30 by 9 from 1",
    ],
  },
  {
    about: "a groove in a bore, from −11 to −9",
    hole: 20,
    text: `${FACE}T0808\nG0 X18. Z3.\nZ-11.\nG1 X25. F.05\nG0 X18.\nZ5.`,
    want: [
      "inner diameter 25 by 8",
      "inner length 11 by 8 from 1",
      "inner length 9 by 8 from 1",
      "inner width 2 by 8 from 8",
    ],
  },
  {
    about: "a groove in the face, from Ø 20 to Ø 26, 2 deep",
    text: `${FACE}T0606\nG0 X20. Z2.\nG1 Z-2. F.05\nG0 Z5.`,
    want: ["outer diameter 20 by 6", "outer diameter 26 by 6", "outer length 2 by 6 from 1"],
  },
  {
    about: "a wider groove in the face: a second plunge 1.5 farther out ends at Ø 29",
    text: `${FACE}T0606\nG0 X20. Z2.\nG1 Z-2. F.05\nG0 Z2.\nX23.\nG1 Z-2.\nG0 Z5.`,
    want: ["outer diameter 20 by 6", "outer diameter 29 by 6", "outer length 2 by 6 from 1"],
  },
  {
    about: "a thread on Ø 30 with a lead of 1.5",
    text: `${FACE}X30.\nG1 Z-25.\nX54.\nG0 X60. Z10.\nT0505\nG0 X34. Z5.\nG92 X29.2 Z-18. F1.5\nX28.6\nX28.16\nG0 X60.`,
    want: ["outer diameter 30 by 1", "outer length 25 by 1 from 1", "outer thread 30 by 5"],
  },
  {
    about: "parted off: as long as from the face to the blade's front edge",
    text: `${FACE}T0909\nG0 X54. Z-23.\nG1 X-1. F.05\nG0 X60.`,
    want: ["outer overall 20 by 9 from 1"],
  },
  {
    about: "a tube turned: its own hole is no dimension",
    hole: 30,
    text: `${FACE}X44.\nG1 Z-20.\nX54.`,
    want: ["outer diameter 44 by 1", "outer length 20 by 1 from 1"],
  },
  {
    about: "a left-hand tool: a recess towards the front, its front wall at −15",
    text: `${FACE}T1111\nG0 X54. Z-30.\nG1 X36. F.1\nZ-15.\nX54.\nG0 X60.`,
    want: ["outer diameter 36 by 11", "outer length 15 by 11 from 1"],
  },
  {
    about: "a driven drill from the side at −10 is a mark",
    text: `${FACE}X40.\nG1 Z-30.\nX54.\nG0 X60. Z5.\nT1010\nG0 X44. Z-10.\nG1 X20. F.05\nG0 X60.`,
    want: ["outer diameter 40 by 1", "outer length 30 by 1 from 1", "outer mark 10 by 10 from 1"],
  },
  {
    about: "from the minus side the same part is made at negative coordinates",
    zone: { ...PLAIN_ZONE, kind: "gang", from: "minus" },
    text: "T0101\nG0 X-54. Z0\nG1 X1.6 F.2\nG0 X-54. Z2.\nX-40.\nG1 Z-30.\nX-54.",
    want: ["outer diameter 40 by 1", "outer length 30 by 1 from 1"],
  },
  {
    about: "a chamfer from the minus side: compensation on the other hand",
    zone: { ...PLAIN_ZONE, kind: "gang", from: "minus" },
    text: "T0101\nG0 X-54. Z0\nG1 X1.6 F.2\nG0 X-54. Z2.\nG41 X-24. Z1.\nG1 X-30. Z-2.\nZ-20.\nX-54.\nG40 G0 X-60.",
    want: ["outer chamfer 2 by 1", "outer diameter 30 by 1", "outer length 20 by 1 from 1"],
  },
  {
    about: "where programs count Z into the part",
    zone: { ...PLAIN_ZONE, programSign: { z: -1 } },
    text: "T0101\nG0 X54. Z0\nG1 X-1.6 F.2\nG0 X54. Z-2.\nX40.\nG1 Z30.\nX54.",
    want: ["outer diameter 40 by 1", "outer length 30 by 1 from 1"],
  },
  {
    about: "a thread and a driven drill where programs count Z into the part",
    zone: { ...PLAIN_ZONE, programSign: { z: -1 } },
    text: "T0101\nG0 X54. Z0\nG1 X-1.6 F.2\nG0 X54. Z-2.\nX30.\nG1 Z25.\nX54.\nG0 X60. Z-10.\nT0505\nG0 X34. Z-5.\nG92 X29.2 Z18. F1.5\nX28.16\nG0 X60.\nT1010\nG0 X34. Z22.\nG1 X20. F.05\nG0 X60.",
    want: [
      "outer diameter 30 by 1",
      "outer length 25 by 1 from 1",
      "outer mark 22 by 10 from 1",
      "outer thread 30 by 5",
    ],
  },
  {
    about: "a thread from the minus side",
    zone: { ...PLAIN_ZONE, kind: "gang", from: "minus" },
    text: "T0101\nG0 X-54. Z0\nG1 X1.6 F.2\nG0 X-54. Z2.\nX-30.\nG1 Z-25.\nX-54.\nG0 X-60. Z10.\nT0505\nG0 X-34. Z5.\nG92 X-29.2 Z-18. F1.5\nX-28.16\nG0 X-60.",
    want: ["outer diameter 30 by 1", "outer length 25 by 1 from 1", "outer thread 30 by 5"],
  },
  {
    about: "a tap leaves the drill's own hole, and a thread in it",
    text: `${FACE}X40.\nG1 Z-30.\nX54.\nG0 X60. Z5.\nT0202\nG0 X0 Z3.\nG1 Z-24.206 F.1\nG0 Z5.\nT1313\nG0 X0 Z4.\nG84 Z-15. F2.\nG80\nG0 Z5.`,
    want: [
      "inner diameter 14 by 2",
      "inner length 20 by 2 from 1",
      "inner thread 16 by 13",
      "outer diameter 40 by 1",
      "outer length 30 by 1 from 1",
    ],
  },
  {
    about: "a centre in the face, 2 deep by 90°: its cone begins at the face, and no hole is dimensioned",
    text: `${FACE}X40.\nG1 Z-30.\nX54.\nG0 X60. Z5.\nT1414\nG0 X0 Z3.\nG1 Z-2. F.1\nG0 Z5.`,
    want: ["outer diameter 40 by 1", "outer length 30 by 1 from 1"],
  },
  {
    about: "a drill beside the centre is driven: a mark 5 deep",
    text: `${FACE}X40.\nG1 Z-30.\nX54.\nG0 X60. Z5.\nT0202\nG0 X10. Z2.\nG1 Z-5. F.05\nG0 Z10.`,
    want: ["outer diameter 40 by 1", "outer length 30 by 1 from 1", "outer mark 5 by 2 from 1"],
  },
  {
    about: "a shoulder by the box cycle across: the way back turns the diameter",
    text: `${FACE}G94 X30. Z-4. F.2\nG0 X60.`,
    want: ["outer diameter 30 by 1", "outer length 4 by 1 from 1"],
  },
  {
    about: "a thread line by line",
    text: `${FACE}X30.\nG1 Z-25.\nX54.\nG0 X60. Z10.\nT0505\nG0 X29. Z6.\nG32 Z-18. F2.\nG0 X34.\nZ6.\nX27.5\nG32 Z-18. F2.\nG0 X60.`,
    want: ["outer diameter 30 by 1", "outer length 25 by 1 from 1", "outer thread 30 by 5"],
  },
  {
    about: "an arc by its centre and increments",
    text: `${FACE}G42 X20.\nG1 Z0\nG3 U10. W-5. I0 K-5.\nG1 Z-20.\nX54.\nG40 G0 X60.`,
    want: ["outer diameter 30 by 1", "outer length 20 by 1 from 1", "outer radius 5 by 1"],
  },
  {
    about: "a slope between two diameters",
    text: `${FACE}G42 X30.\nG1 Z-10.\nX40. Z-30.\nZ-35.\nX54.\nG40 G0 X60.`,
    want: [
      "outer diameter 30 by 1",
      "outer diameter 40 by 1",
      "outer gauge 35 by 1",
      "outer length 35 by 1 from 1",
      "outer taper 14.036 by 1",
    ],
  },
  {
    about: "a tube bored larger to a shoulder",
    hole: 20,
    text: `${FACE}T0404\nG0 X24. Z2.\nG1 Z-30. F.1\nX19.\nG0 Z5.`,
    want: ["inner diameter 24 by 4", "inner length 30 by 4 from 1"],
  },
  {
    about: "a slope of 2 on 20 in a bore: 5.711°",
    hole: 20,
    text: `${FACE}T0404\nG0 G41 X28.2 Z1.\nG1 X24. Z-20. F.1\nZ-30.\nX19.\nG40 G0 Z5.`,
    want: ["inner diameter 24 by 4", "inner gauge 26 by 4", "inner length 30 by 4 from 1", "inner taper 5.711 by 4"],
  },
  {
    about: "drilled through and parted off",
    text: `${FACE}T0202\nG0 X0 Z3.\nG1 Z-30. F.1\nG0 Z5.\nT0909\nG0 X54. Z-23.\nG1 X10. F.05\nG0 X60.`,
    want: ["inner diameter 14 by 2", "outer overall 20 by 9 from 1"],
  },
  {
    about: "a groove made wider by a second plunge 2 towards the chuck",
    text: `${FACE}T0707\nG0 X54. Z-10.\nG1 X36. F.1\nG0 X54.\nZ-12.\nG1 X36.\nG0 X54.`,
    want: [
      "outer diameter 36 by 7",
      "outer length 12 by 7 from 1",
      "outer length 7 by 7 from 1",
      "outer width 5 by 7 from 7",
    ],
  },
  {
    about: "a recess turned with the blade: from −20 to −10",
    text: `${FACE}T0707\nG0 X54. Z-20.\nG1 X30. F.1\nZ-13.\nX54.\nG0 X60.`,
    want: [
      "outer diameter 30 by 7",
      "outer length 10 by 7 from 1",
      "outer length 20 by 7 from 1",
      "outer width 10 by 7 from 7",
    ],
  },
  {
    about: "faced by another tool than the one that turns",
    text: "T0303\nG0 X54. Z0\nG1 X-.8 F.2\nG0 X54. Z2.\nT0101\nX40.\nG1 Z-30.\nX54.",
    want: ["outer diameter 40 by 1", "outer length 30 by 1 from 3"],
  },
  {
    about:
      "a stepped bore by its roughing and finishing cycles: the chamfer of 3 lacks 0.4 × tan 22.5° × cos 45° = 0.117",
    text: `${FACE}T0202\nG0 X0 Z5.\nG83 Z-40. Q8. F.12\nG80\nT0404\nG0 X13.8 Z2.\nG71 U1. R.3\nG71 P30 Q40 U-.3 W.05 F.15\nN30 G0 G41 X26.\nG1 Z0 F.1\nX20. Z-3.\nZ-20.\nX16.\nZ-30.\nX13.8\nN40 G40 W1.\nG70 P30 Q40\nG0 Z5.`,
    want: [
      "inner chamfer 2.883 by 4",
      "inner diameter 14 by 2",
      "inner diameter 16 by 4",
      "inner diameter 20 by 4",
      "inner length 20 by 4 from 1",
      "inner length 30 by 4 from 1",
      "inner length 35.794 by 2 from 1",
    ],
  },
  {
    about: "a button of R 3, programmed by its middle: the shoulder lies 3 beyond",
    text: `${FACE}T1212\nG0 X40. Z6.\nG1 Z-30. F.1\nX56.\nG0 X60.`,
    want: ["outer diameter 40 by 12", "outer length 33 by 12 from 1"],
  },
  {
    about: "a groove by the right edge alone",
    text: `${FACE}T0717\nG0 X54. Z-4.5\nG1 X38. F.1\nG0 X60.`,
    want: [
      "outer diameter 38 by 17",
      "outer length 4.5 by 17 from 1",
      "outer length 7.5 by 17 from 1",
      "outer width 3 by 17 from 17",
    ],
  },
  {
    about: "two grooves by a subprogram that is called twice",
    text: `${FACE}T0707\nG0 X54. Z-6.\nM98 P200 L2\nM30\nO200\nG1 X40. F.1\nG0 X54.\nW-8.\nM99`,
    want: [
      "outer diameter 40 by 7",
      "outer length 11 by 7 from 1",
      "outer length 14 by 7 from 1",
      "outer length 3 by 7 from 1",
      "outer length 6 by 7 from 1",
      "outer width 3 by 7 from 7",
      "outer width 3 by 7 from 7",
    ],
  },
  {
    about: "three grooves by a loop, 5 apart",
    text: `${FACE}T0707\nG0 X54.\n#1=-5.\nWHILE [#1 GE -15.] DO1\nG0 Z#1\nG1 X44. F.1\nG0 X54.\n#1=#1-5.\nEND1`,
    want: [
      "outer diameter 44 by 7",
      "outer length 10 by 7 from 1",
      "outer length 12 by 7 from 1",
      "outer length 15 by 7 from 1",
      "outer length 2 by 7 from 1",
      "outer length 5 by 7 from 1",
      "outer length 7 by 7 from 1",
      "outer width 3 by 7 from 7",
      "outer width 3 by 7 from 7",
      "outer width 3 by 7 from 7",
    ],
  },
  {
    about: "a shift of 5 towards the chuck",
    text: `${FACE}G52 Z-5.\nG0 X40. Z7.\nG1 Z-20.\nX54.\nG52 Z0`,
    want: ["outer diameter 40 by 1", "outer length 25 by 1 from 1"],
  },
  {
    about: "a tube parted off",
    hole: 30,
    text: `${FACE}T0909\nG0 X54. Z-23.\nG1 X28. F.05\nG0 X60.`,
    want: ["outer overall 20 by 9 from 1"],
  },
  {
    about: "two diameters, each its own tool",
    text: `${FACE}X44.\nG1 Z-30.\nX54.\nG0 Z2.\nT0303\nG0 X36. Z2.\nG1 Z-12.\nX54.`,
    want: [
      "outer diameter 36 by 3",
      "outer diameter 44 by 1",
      "outer length 12 by 3 from 1",
      "outer length 30 by 1 from 1",
    ],
  },
  {
    about: "a pattern repeated towards its contour",
    text: `${FACE}G73 U4. W1. R4\nG73 P10 Q20 U.4 W.1 F.2\nN10 G0 X30. Z1.\nG1 Z-20. F.1\nX46.\nN20 X54.\nG70 P10 Q20`,
    want: ["outer diameter 30 by 1", "outer length 20 by 1 from 1"],
  },
  {
    about: "an angle in place of a coordinate: 4 along at 45° are 8 on the diameter",
    text: `${FACE}G42 X32.\nG1 Z-10.\nZ-14. A135.\nZ-25.\nX54.\nG40 G0 X60.`,
    want: [
      "outer diameter 32 by 1",
      "outer diameter 40 by 1",
      "outer gauge 36 by 1",
      "outer length 25 by 1 from 1",
      "outer taper 45 by 1",
    ],
  },
  {
    about: "led on to the contour straight from home",
    text: `${FACE}G28 U0 W0\nT0303\nG0 G42 X30. Z2.\nG1 Z-20.\nX54.\nG40 G0 X60.`,
    want: ["outer diameter 30 by 3", "outer length 20 by 3 from 1"],
  },
];
