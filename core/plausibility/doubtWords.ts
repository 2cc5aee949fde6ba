import { formatLength } from "../units/index.ts";
import { type Explanation, type Normal, sharedShift } from "./expected.ts";
import type { PlausibilityCase } from "./plausibilityCase.ts";
import type { Hypothesis } from "./slips.ts";

/** What would be asked at the machine, for each slip. */
export const SLIP_QUESTIONS: Readonly<Record<Exclude<Hypothesis, "remounted">, string>> = {
  "paper-ignored": "was the paper left out",
  "paper-once": "was the paper counted once on a diameter, where it counts twice",
  "paper-wrong-way": "was the paper counted the wrong way",
  "paper-twice": "was the paper counted twice, or counted where none lay",
  "decimal-slip-spacer": "is the decimal point of the paper’s thickness in the wrong place",
  "radius-for-diameter": "was a radius typed for a diameter",
  "diameter-doubled": "was the diameter doubled",
  "decimal-slip-measured": "is the decimal point of the measured size in the wrong place",
  "wrong-edge": "was it the other edge of the blade",
  "half-width": "was half the blade’s width forgotten, or counted too much",
  "cutter-radius": "was the cutter’s radius left out, or counted the wrong way",
  "nose-radius": "was the nose radius left out, or counted too much",
  "digits-swapped": "were two digits swapped",
  "units-mixed": "were inches and millimetres mixed",
  "sign-lost": "is the sign right",
  "moved-before-entry": "had the axis moved by a jog step before it was entered",
  "other-row": "does it belong in another row",
  "moved-alike": "has the face, the part or the master changed",
  unexplained: "no slip that we know explains it; touch again before it is kept",
};

/** Doubt as a question with its numbers, one sentence: "0.180 more than last time: was the paper left
 * out (it would be −340.118)?". `shown` turns a number of the case into the one that the reader has in front of them,
 * `than` says what it is compared with. */
export function doubtWords(
  one: PlausibilityCase,
  { kind, corrected }: Explanation,
  expected: Normal | undefined,
  shown: (number: number) => number = (number) => number,
  than = one.history.length === 1 ? "last time" : `the last ${one.history.length} times`,
): string {
  if (kind === "remounted") return "";
  const write = (value: number, sign?: "always") => formatLength(shown(value), one.resolution, sign && { sign });
  const by = expected && shown(one.value - expected.mean);
  const lead =
    by === undefined
      ? `${write(one.value)} ${one.units} is doubtful`
      : `${formatLength(Math.abs(by), one.resolution)} ${one.units} ${by < 0 ? "less" : "more"} than ${than}`;
  const shift = kind === "moved-alike" ? sharedShift(one) : undefined;
  const why = shift
    ? `, and the others have moved by ${write(shift.mean, "always")} too`
    : corrected === null || kind === "unexplained"
      ? ""
      : ` (it would be ${write(corrected)})`;
  if (kind === "unexplained") return `${lead}: ${SLIP_QUESTIONS.unexplained}.`;
  if (kind === "other-row") {
    const row = rowOf(one);
    return `${lead}${row === undefined ? "" : `, and just what offset ${row} holds`}: ${SLIP_QUESTIONS[kind]}?`;
  }
  return kind === "moved-alike" ? `${lead}${why}: ${SLIP_QUESTIONS[kind]}?` : `${lead}: ${SLIP_QUESTIONS[kind]}${why}?`;
}

/** The other row that the number fits best. */
function rowOf({ others = [], value }: PlausibilityCase): string | undefined {
  const nearest = [...others].sort(
    (a, b) => Math.abs(value - (a.value ?? a.previous)) - Math.abs(value - (b.value ?? b.previous)),
  );
  return nearest[0]?.offset;
}
