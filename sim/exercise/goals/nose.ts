import { EMPTY_ROW } from "../../control/offsets.ts";
import { noseAdvice } from "../advice/otherAdvice.ts";
import type { Bench } from "../bench.ts";
import type { GoalOf } from "../exercise.ts";
import { type GoalTruth, noseOf } from "../goalTruth.ts";
import type { GoalKind } from "./goalKind.ts";
import { plainSlip } from "./plainSlip.ts";

/** The row holds the radius and the tip orientation of its tool. */
export const nose: GoalKind<"nose"> = {
  words: (goal, { number }) => `Nose radius and tip orientation of offset ${number(goal.offset)}`,
  truth: ({ bench, goal }) => noseTruth(bench, goal),
  evidence: ({ facts, goal }) => (facts.noses[goal.offset] === undefined ? "left-out" : undefined),
  advice: noseAdvice,
  slip: (missed) => ({
    ...plainSlip(missed, "wrong-nose", missed.played.facts.noses[missed.goal.offset] ?? 0),
    does: "Diameters would still measure right; chamfers would vanish and tapers come out wrong.",
  }),
};

function noseTruth(bench: Bench, { offset }: GoalOf<"nose">): GoalTruth {
  const { radius, orientation } = noseOf(bench, offset);
  const row = bench.lathe.rows[offset] ?? EMPTY_ROW;
  const wrong = [
    ...(Math.abs(row.noseRadius - radius) > 1e-4 ? [`The radius is ${radius}, ${row.noseRadius} stands there.`] : []),
    ...(row.orientation === orientation
      ? []
      : [`The tip points the way of code ${orientation}, ${row.orientation} stands there.`]),
  ];
  return wrong.length === 0 ? { reached: true } : { reached: false, says: wrong.join(" ") };
}
