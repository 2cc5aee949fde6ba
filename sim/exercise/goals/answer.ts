import { answerAdvice } from "../advice/otherAdvice.ts";
import { largestRetractOf } from "../goalTruth.ts";
import type { GoalKind } from "./goalKind.ts";
import { plainSlip } from "./plainSlip.ts";

/** A number or a choice that is asked for. */
export const answer: GoalKind<"answer"> = {
  words: ({ question }) => question,
  truth: ({ bench, goal, index }) => {
    const given = bench.answers[index];
    if (given === undefined) return { reached: false, says: "It was not answered." };
    if (goal.retract === undefined)
      return given === goal.right ? { reached: true } : { reached: false, says: goal.otherwise ?? "That is not so." };
    const miss = given - largestRetractOf(bench, goal.retract);
    if (miss <= 1e-6 && miss >= -(goal.within ?? 1)) return { reached: true, miss };
    const says =
      miss > 0 ? (goal.otherwise ?? "It runs past the end of travel.") : "It would fit, but it wastes travel.";
    return { reached: false, miss, says };
  },
  advice: answerAdvice,
  slip: (missed) =>
    plainSlip(missed, missed.played.bench.answers[missed.index] === undefined ? "left-out" : "wrong-answer", 0),
};
