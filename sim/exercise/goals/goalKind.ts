import type { AdvisedMoment, AdvisedStep } from "../advice/step.ts";
import type { Bench } from "../bench.ts";
import type { DebriefedSlip } from "../debrief.ts";
import type { Goal, GoalOf } from "../exercise.ts";
import type { GoalTruth } from "../goalTruth.ts";
import type { Facts } from "../reduceFacts.ts";
import type { Played } from "../run.ts";

export type GoalName = Goal["goal"];

/** A slip before it is known when it happened. */
export type NamedSlip = Omit<DebriefedSlip, "at">;

/** How a goal's numbers and names are written for its exercise. */
interface GoalWriter {
  /** An offset with its control's digits. */
  readonly number: (offset: string) => string;
  /** The tool of an offset; undefined where the exercise has none there. */
  readonly tool: (offset: string) => string | undefined;
  /** A length from millimetres in the machine's unit. */
  readonly write: (millimetres: number) => string;
}

/** A goal of a run that has been played, with how it stands in the truth of the lathe. */
export interface MissedGoal<Name extends GoalName> {
  readonly played: Played;
  readonly goal: GoalOf<Name>;
  readonly index: number;
  readonly truth: GoalTruth;
  /** Z of the face that the run took for its zero, millimetres. */
  readonly face: number;
}

/** What an exercise asks of a kind of goal; the goal's own fields stand in `exerciseSchema`. */
export interface GoalKind<Name extends GoalName> {
  /** As the learner reads it. */
  readonly words: (goal: GoalOf<Name>, writer: GoalWriter) => string;
  /** How it stands in the truth of the lathe; `face` is the Z that the run took for its zero, millimetres. */
  readonly truth: (at: {
    readonly bench: Bench;
    readonly facts: Facts;
    readonly goal: GoalOf<Name>;
    readonly index: number;
    readonly face: number;
  }) => GoalTruth;
  /**
   * What a goal whose number is right still lacks to count: the contact, the measurement and the entry that lead to it. Undefined where they
   * were made, and left out for a goal that cannot be right without them.
   */
  readonly evidence?: (at: {
    readonly bench: Bench;
    readonly facts: Facts;
    readonly goal: GoalOf<Name>;
  }) => GoalTruth["lacks"];
  /** The next step towards it; undefined when nothing is left to do. */
  readonly advice: (moment: AdvisedMoment<GoalOf<Name>>) => AdvisedStep | undefined;
  /** What kept it from being reached. */
  readonly slip: (missed: MissedGoal<Name>) => NamedSlip;
}
