import type { Axis } from "../../../core/machine/index.ts";
import type { LadderLine } from "../../../core/touch/index.ts";
import type { Bench, BenchAct } from "../bench.ts";
import type { Goal } from "../exercise.ts";
import type { Facts } from "../reduceFacts.ts";

/** The sum behind a number, as the ladder of Touch writes it, millimetres; and what is keyed, in the control's numbers. */
export interface AdvisedSum {
  readonly lines: readonly LadderLine[];
  readonly exact: number;
  readonly axis: Axis;
}

/** The next thing to do, in the words of somebody who stands beside the learner. */
export interface AdvisedStep {
  readonly say: string;
  /** Why it is done so. */
  readonly why?: string;
  readonly sum?: AdvisedSum;
  /** How a pair of practised hands would do it from here. */
  readonly carryOut: () => readonly BenchAct[];
}

/** Where advice is asked for. */
export interface AdvisedMoment<Kind extends Goal = Goal> {
  readonly bench: Bench;
  readonly facts: Facts;
  readonly goal: Kind;
  readonly index: number;
}
