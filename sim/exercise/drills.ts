import { formatLength, MM_PER_INCH } from "../../core/units/index.ts";
import type { SlipKind } from "./slipWords.ts";

/** A line of what is given in a question. */
interface Given {
  readonly name: string;
  /** As a control or a gauge shows it. */
  readonly text: string;
}

/** One question of a drill. Numbers are those of a control in millimetres with three places; X is a diameter. */
export interface DrillQuestion {
  readonly given: readonly Given[];
  readonly asked: string;
  readonly answer: number;
  /** The sum as it is said beside a wrong answer. */
  readonly sum: string;
  /** What a wrong number shows, where it is a slip of a known kind. */
  readonly slips: readonly { readonly number: number; readonly says: string }[];
}

/** Sixty seconds on one slip. */
export interface Drill {
  readonly id: string;
  readonly title: string;
  /** The rule in one sentence. */
  readonly rule: string;
  /** Slips that it is good for. */
  readonly kinds: readonly SlipKind[];
  /** One more question; `random` gives numbers from 0 up to 1. */
  readonly question: (random: () => number) => DrillQuestion;
}

const PLACES = 0.001;
const write = (value: number) => formatLength(value, PLACES);
const round = (value: number) => Math.round(value * 1000) / 1000 || 0;
const between = (random: () => number, low: number, high: number, step: number) =>
  round(Math.round((low + (high - low) * random()) / step) * step);
const oneOf = <Of>(random: () => number, all: readonly [Of, ...Of[]]): Of =>
  all[Math.floor(random() * all.length)] ?? all[0];
const paperOf = (random: () => number) => oneOf(random, [0.05, 0.08, 0.09, 0.1, 0.12] as const);
const slip = (number: number, says: string) => ({ number: round(number), says });

const outsideOverPaper: Drill = {
  id: "paper-on-a-diameter",
  title: "Paper on a diameter",
  rule: "On X the paper counts twice: it lies between tip and part on the radius, and X is a diameter.",
  kinds: ["paper-once", "paper-ignored", "paper-wrong-way", "paper-twice"],
  question: (random) => {
    const machine = between(random, -340, -180, 0.001);
    const diameter = between(random, 12, 60, 0.01);
    const paper = paperOf(random);
    const answer = round(machine - diameter - 2 * paper);
    return {
      given: [
        { name: "machine X, the paper grips", text: write(machine) },
        { name: "diameter, outside", text: write(diameter) },
        { name: "paper", text: write(paper) },
      ],
      asked: "X geometry",
      answer,
      sum: `${write(machine)} − ${write(diameter)} − 2 × ${write(paper)} = ${write(answer)}`,
      slips: [
        slip(machine - diameter - paper, "The paper counts twice on a diameter."),
        slip(machine - diameter, "The paper is missing."),
        slip(machine - diameter + 2 * paper, "The tip stands farther out by the paper: it is taken off, not added."),
        slip(machine - diameter / 2 - 2 * paper, "That is the radius: X is a diameter."),
        slip(machine + diameter + 2 * paper, "Diameter and paper are taken off."),
      ],
    };
  },
};

const boreOverPaper: Drill = {
  id: "paper-in-a-bore",
  title: "Paper in a bore",
  rule: "In a bore the tip stands inside of the wall by the paper: the diameter that it touches is smaller by twice the paper.",
  kinds: ["paper-wrong-way", "radius-for-diameter", "diameter-doubled"],
  question: (random) => {
    const machine = between(random, -320, -200, 0.001);
    const bore = between(random, 10, 45, 0.01);
    const paper = paperOf(random);
    const answer = round(machine - (bore - 2 * paper));
    return {
      given: [
        { name: "machine X, the paper grips", text: write(machine) },
        { name: "bore", text: write(bore) },
        { name: "paper", text: write(paper) },
      ],
      asked: "X geometry",
      answer,
      sum: `${write(machine)} − (${write(bore)} − 2 × ${write(paper)}) = ${write(answer)}`,
      slips: [
        slip(machine - bore - 2 * paper, "In a bore the paper makes the touched diameter smaller, not larger."),
        slip(machine - bore, "The paper is missing."),
        slip(machine - (bore - paper), "The paper counts twice on a diameter."),
        slip(machine - (bore / 2 - paper), "That is the radius: X is a diameter."),
      ],
    };
  },
};

const faceOverPaper: Drill = {
  id: "paper-on-the-face",
  title: "Paper on the face",
  rule: "On Z the paper counts once, and a negative work offset is taken off too: minus minus is plus.",
  kinds: ["paper-twice", "sign-lost", "length-twice", "wrong-direction"],
  question: (random) => {
    const machine = between(random, -480, -300, 0.001);
    const work = between(random, -160, -60, 0.001);
    const paper = paperOf(random);
    const answer = round(machine - work - paper);
    return {
      given: [
        { name: "machine Z, the paper grips at Z0", text: write(machine) },
        { name: "work offset Z", text: write(work) },
        { name: "paper", text: write(paper) },
      ],
      asked: "Z geometry",
      answer,
      sum: `${write(machine)} − (${write(work)}) − ${write(paper)} = ${write(answer)}`,
      slips: [
        slip(machine - work - 2 * paper, "On Z the paper counts once."),
        slip(machine - work + paper, "The tip stands in front of the face by the paper: it is taken off."),
        slip(machine + work - paper, "The work offset is taken off: minus a negative number is plus."),
        slip(machine - work, "The paper is missing."),
        slip(machine - paper, "The work offset is missing."),
      ],
    };
  },
};

const bladeEdge: Drill = {
  id: "edge-of-a-blade",
  title: "The other edge of a blade",
  rule: "The chuck-side edge meets the face first; the far-side edge stands one width farther from the chuck.",
  kinds: ["wrong-edge", "half-width"],
  question: (random) => {
    const machine = between(random, -420, -280, 0.001);
    const width = oneOf(random, [1.5, 2, 2.5, 3, 4] as const);
    const isNear = random() < 0.5;
    const answer = isNear ? machine : round(machine - width);
    return {
      given: [
        { name: "machine Z, the chuck-side edge at Z0", text: write(machine) },
        { name: "width of the blade", text: write(width) },
        { name: "the program drives", text: isNear ? "the chuck-side edge" : "the far-side edge" },
      ],
      asked: "Z geometry, no work offset",
      answer,
      sum: isNear
        ? `the edge that touched is the one that is driven: ${write(answer)}`
        : `${write(machine)} − ${write(width)} = ${write(answer)}`,
      slips: isNear
        ? [
            slip(machine - width, "The edge that touched is the one that is driven: no width."),
            slip(machine + width, "The edge that touched is the one that is driven: no width."),
          ]
        : [
            slip(machine + width, "For the far-side edge to stand at Z0 the tool goes nearer to the chuck."),
            slip(machine, "The width is missing: the other edge touched."),
            slip(machine - width / 2, "The whole width, not half of it."),
          ],
    };
  },
};

const wearCorrection: Drill = {
  id: "which-way-wear",
  title: "Which way the wear",
  rule: "Too large outside: wear goes down by what it is too large. A bore that is too small: wear goes up.",
  kinds: ["wrong-direction", "off-size", "in-geometry", "radius-for-diameter"],
  question: (random) => {
    const wanted = between(random, 15, 60, 0.1);
    const off = oneOf(random, [-0.06, -0.045, -0.03, -0.02, 0.018, 0.025, 0.04, 0.07] as const);
    const before = oneOf(random, [0, -0.02, 0.015, -0.05] as const);
    const isBore = random() < 0.4;
    const answer = round(before - off);
    return {
      given: [
        { name: isBore ? "bore wanted" : "diameter wanted", text: write(wanted) },
        { name: "measured", text: write(wanted + off) },
        { name: "X wear holds", text: write(before) },
      ],
      asked: "X wear afterwards",
      answer,
      sum: `${write(before)} − (${write(wanted + off)} − ${write(wanted)}) = ${write(answer)}`,
      slips: [
        slip(before + off, "The other way: what is too large is taken off."),
        slip(-off, "What stood there before counts too."),
        slip(before - off / 2, "X is a diameter: the whole difference."),
        slip(before - 2 * off, "X is a diameter: the difference once."),
      ],
    };
  },
};

const amountToAdd: Drill = {
  id: "amount-to-add",
  title: "A control that adds",
  rule: "Where the control adds, only the difference is keyed: new less old.",
  kinds: ["whole-added", "amount-keyed", "wrong-direction"],
  question: (random) => {
    const old = between(random, -230, -120, 0.001);
    const by = between(random, -0.9, 0.9, 0.001) || 0.1;
    const now = round(old + by);
    return {
      given: [
        { name: "the row holds", text: write(old) },
        { name: "it is to hold", text: write(now) },
      ],
      asked: "amount to add",
      answer: by,
      sum: `${write(now)} − (${write(old)}) = ${write(by)}`,
      slips: [
        slip(now, "That is the whole number: it would be added to what stands there."),
        slip(-by, "New less old, not old less new."),
        slip(now + old, "New less old: minus a negative number is plus."),
      ],
    };
  },
};

const inchesOrMillimetres: Drill = {
  id: "inches-and-millimetres",
  title: "Inches on a drawing",
  rule: "One inch is 25.4 mm.",
  kinds: ["units-mixed", "decimal-slip-measured", "decimal-slip-spacer", "decimal-slip-keyed"],
  question: (random) => {
    const inches = between(random, 0.25, 2.5, 0.005);
    const answer = round(inches * MM_PER_INCH);
    return {
      given: [{ name: "diameter on the drawing, inch", text: formatLength(inches, 0.0001) }],
      asked: "diameter in mm, three places",
      answer,
      sum: `${formatLength(inches, 0.0001)} × 25.4 = ${write(answer)}`,
      slips: [
        slip(inches / MM_PER_INCH, "Times 25.4, not divided by it."),
        slip(answer * 10, "The point is one place too far to the right."),
        slip(answer / 10, "The point is one place too far to the left."),
      ],
    };
  },
};

/** Every drill, in the order of the trade. */
export const DRILLS: readonly Drill[] = [
  outsideOverPaper,
  boreOverPaper,
  faceOverPaper,
  bladeEdge,
  wearCorrection,
  amountToAdd,
  inchesOrMillimetres,
];

export const drillFor = (kind: SlipKind): Drill | undefined => DRILLS.find(({ kinds }) => kinds.includes(kind));

/** What an answer came to: right to the last place, or what it shows of the slip behind it. */
export function judgeAnswer(
  { answer, slips }: DrillQuestion,
  given: number,
): { readonly isRight: boolean; readonly says?: string } {
  const isAbout = (number: number) => Math.abs(number - given) < PLACES / 2;
  if (isAbout(answer)) return { isRight: true };
  const found = isAbout(-answer) ? "The sign." : slips.find(({ number }) => isAbout(number))?.says;
  return { isRight: false, ...(found !== undefined && { says: found }) };
}
