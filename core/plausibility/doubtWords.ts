import { formatLength } from "../units/index.ts";
import type { Explanation, Normal } from "./expected.ts";
import type { PlausibilityCase } from "./plausibilityCase.ts";
import type { Hypothesis } from "./slips.ts";

/** What would be asked at the machine, for each slip. */
export const SLIP_QUESTIONS: Readonly<Record<Exclude<Hypothesis, "remounted">, string>> = {
  "paper-ignored": "was the paper left out",
  "paper-once": "was the paper counted once on a diameter, where it counts twice",
  "paper-wrong-way": "was the paper counted the wrong way",
  "paper-twice": "was the paper counted twice, or counted where none lay",
  "decimal-slip-spacer": "is the decimal point of the paper’s thickness in the wrong place",
  "spacer-left": "is it still the spacer of the touch before",
  "radius-for-diameter": "was a radius typed for a diameter",
  "diameter-doubled": "was the diameter doubled",
  "decimal-slip-measured": "is a decimal point in the wrong place, in the readout or the measured size",
  "wrong-edge": "was it the other edge of the blade",
  "half-width": "was half the blade’s width forgotten, or counted too much",
  "cutter-radius": "was the cutter’s radius left out, or counted the wrong way",
  "nose-radius": "was the nose radius left out, or counted too much",
  "digits-swapped": "were two digits swapped",
  "digit-mistyped": "is one digit wrong",
  "units-mixed": "were inches and millimetres mixed",
  "sign-lost": "is the sign right",
  "moved-before-entry": "had the axis moved by a jog step before it was entered",
  "other-row": "does it belong in another row",
  "moved-alike": "has the face, the part or the master changed",
  unexplained: "no slip that we know explains it; touch again before it is kept",
  "unknown-spacer": "is the thickness right",
};

/** What the words of a doubt go by besides the odds. */
interface Compared {
  readonly expected: Normal | undefined;
  readonly shared: { readonly shift: number; readonly rows: readonly string[] } | undefined;
  /** Turns a number of the case into the one that the reader has in front of them. */
  readonly shown?: (number: number) => number;
  /** What it is compared with. */
  readonly than?: string | undefined;
}

/**
 * Doubt as a question with its numbers in the case's unit, one sentence: "0.180 more than last time: was the paper left out (it would be
 * −340.118)?". Empty for an honest number.
 */
export function doubtWords(
  one: PlausibilityCase,
  { kind, corrected }: Explanation,
  { expected, shared, shown = (number) => number, than = thanOf(one) }: Compared,
): string {
  if (kind === "remounted") return "";
  const write = (value: number, sign?: "always") => formatLength(shown(value), one.resolution, sign && { sign });
  const by = expected && shown(one.value - expected.mean);
  const lead =
    by === undefined
      ? `${write(one.value)} ${one.units} is doubtful`
      : `${formatLength(Math.abs(by), one.resolution)} ${one.units} ${by < 0 ? "less" : "more"} than ${than}`;
  const ask = `${lead}: ${SLIP_QUESTIONS[kind]}`;
  switch (kind) {
    case "unexplained":
      return `${ask}.`;
    case "other-row": {
      const row = rowOf(one);
      return `${lead}${row === undefined ? "" : `, and just what offset ${row} holds`}: ${SLIP_QUESTIONS[kind]}?`;
    }
    case "moved-alike":
      return shared && shared.rows.length > 1
        ? `${lead}, and offsets ${listed(shared.rows)} have moved by ${write(shared.shift, "always")} too: ${SLIP_QUESTIONS[kind]}?`
        : `${ask}?`;
    case "unknown-spacer":
      return unknownSpacerWords(one.touch?.spacer ?? 0, one);
    default:
      // Every slip that has a corrected value.
      return `${ask}${corrected === null ? "" : ` (it would be ${write(corrected)})`}?`;
  }
}

/** A thickness far from all that the shop has: `12.000 mm is far from every paper of this shop: is the thickness right?` */
export const unknownSpacerWords = (
  thickness: number,
  { resolution, units }: Pick<PlausibilityCase, "resolution" | "units">,
): string =>
  `${formatLength(thickness, resolution)} ${units} is far from every spacer of this shop that is used this way: ${SLIP_QUESTIONS["unknown-spacer"]}?`;

/** What a number is compared with: its history, or else whatever it is expected from. */
function thanOf({ history, own = [] }: PlausibilityCase): string {
  if (own.length > 0) return own.length === 1 ? "the other touch" : "the other touches";
  if (history.length > 0) return history.length === 1 ? "last time" : `the last ${history.length} times`;
  return "expected";
}

const listed = (names: readonly string[]) => `${names.slice(0, -1).join(", ")} and ${names.at(-1)}`;

/** The other row that the number fits best. */
function rowOf({ others = [], value }: PlausibilityCase): string | undefined {
  const nearest = [...others].sort(
    (a, b) => Math.abs(value - (a.value ?? a.previous)) - Math.abs(value - (b.value ?? b.previous)),
  );
  return nearest[0]?.offset;
}
