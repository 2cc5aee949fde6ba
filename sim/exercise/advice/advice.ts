import type { Bench } from "../bench.ts";
import type { Goal, GoalOf } from "../exercise.ts";
import type { Facts } from "../reduceFacts.ts";
import {
  answerAdvice,
  callsAdvice,
  combsAdvice,
  holderAdvice,
  noseAdvice,
  partAdvice,
  proofAdvice,
  wallAdvice,
} from "./otherAdvice.ts";
import type { AdvisedStep } from "./step.ts";
import { parkIt, touchAdvice } from "./touchAdvice.ts";

/** What Luvrit would do next in an exercise, and for which of its goals. */
export interface Advice extends AdvisedStep {
  readonly index: number;
}

/**
 * The next step towards a goal, or towards the first goal that still wants one; undefined when nothing is left to do. It
 * goes by what was done, never by the hidden truth: somebody who has touched carelessly is not told so here.
 */
export function advise(bench: Bench, facts: Facts, about?: number): Advice | undefined {
  for (const [index, goal] of bench.exercise.goals.entries()) {
    if (about !== undefined && about !== index) continue;
    const step = stepTo(bench, facts, goal, index);
    if (step) return { ...step, index };
  }
  // What is left lying about is put away at the end.
  return about === undefined && bench.lathe.setter === "out"
    ? { ...parkIt(bench), index: bench.exercise.goals.length - 1 }
    : undefined;
}

function stepTo(bench: Bench, facts: Facts, goal: Goal, index: number): AdvisedStep | undefined {
  const at = <Kind extends Goal>(goal: Kind) => ({ bench, facts, goal, index });
  switch (goal.goal) {
    case "offset":
      return touchAdvice(at<GoalOf<"offset">>(goal));
    case "nose":
      return noseAdvice(at<GoalOf<"nose">>(goal));
    case "proved":
      return proofAdvice(at<GoalOf<"proved">>(goal));
    case "part":
      return partAdvice(at<GoalOf<"part">>(goal));
    case "wall":
      return wallAdvice(at<GoalOf<"wall">>(goal));
    case "calls":
      return callsAdvice(at<GoalOf<"calls">>(goal));
    case "true-holder":
      return holderAdvice(at<GoalOf<"true-holder">>(goal));
    case "combs":
      return combsAdvice(at<GoalOf<"combs">>(goal));
    case "answer":
      return answerAdvice(at<GoalOf<"answer">>(goal));
  }
}
