import type { Bench } from "../bench.ts";
import { stepTowards } from "../goals/index.ts";
import type { Facts } from "../reduceFacts.ts";
import type { AdvisedStep } from "./step.ts";
import { parkIt } from "./touchAdvice.ts";

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
    const step = stepTowards({ bench, facts, goal, index });
    if (step) return { ...step, index };
  }
  // What is left lying about is put away at the end.
  return about === undefined && bench.lathe.setter === "out"
    ? { ...parkIt(bench), index: bench.exercise.goals.length - 1 }
    : undefined;
}
