import { offsetNumber } from "../../../core/machine/index.ts";
import { formatMillimetres } from "../../../core/units/index.ts";
import type { AdvisedMoment, AdvisedStep } from "../advice/step.ts";
import type { Bench } from "../bench.ts";
import type { Exercise, Goal } from "../exercise.ts";
import { machineOf } from "../exerciseSetup.ts";
import { type GoalTruth, referenceFace } from "../goalTruth.ts";
import type { Facts } from "../reduceFacts.ts";
import type { Played } from "../run.ts";
import { SLIP_WORDS } from "../slipWords.ts";
import { answer } from "./answer.ts";
import { calls } from "./calls.ts";
import { combs } from "./combs.ts";
import type { GoalKind, GoalName, NamedSlip } from "./goalKind.ts";
import { homed } from "./homed.ts";
import { nose } from "./nose.ts";
import { offset } from "./offset.ts";
import { part } from "./part.ts";
import { plainSlip } from "./plainSlip.ts";
import { proved } from "./proved.ts";
import { setter } from "./setter.ts";
import { trueHolder } from "./trueHolder.ts";
import { wall } from "./wall.ts";

/** Every kind of goal, each in its own file. */
const GOALS: { readonly [Name in GoalName]: GoalKind<Name> } = {
  offset,
  nose,
  proved,
  part,
  wall,
  calls,
  "true-holder": trueHolder,
  combs,
  answer,
  homed,
  setter,
};

const kindOfGoal = ({ goal }: Goal) => GOALS[goal] as unknown as GoalKind<GoalName>;

/** A goal as the learner reads it. */
export function goalWords(exercise: Exercise, goal: Goal): string {
  const machine = machineOf(exercise);
  return kindOfGoal(goal).words(goal, {
    number: (offset) => offsetNumber(machine, offset),
    tool: (offset) => exercise.tools.find((one) => one.offset === offset)?.tool.description,
    write: (millimetres) => formatMillimetres(millimetres, machine.units),
  });
}

/**
 * How a goal stands in the truth of the lathe; `face` is the Z that the run took for its zero, millimetres. A number that is right counts
 * with the contact, the measurement and the entry that lead to it alone: it may have been known from elsewhere.
 */
export const truthOf = (
  bench: Bench,
  facts: Facts,
  goal: Goal,
  index: number,
  face = referenceFace(bench, facts),
): GoalTruth => {
  const kind = kindOfGoal(goal);
  const truth = kind.truth({ bench, facts, goal, index, face });
  const lacks = truth.reached ? kind.evidence?.({ bench, facts, goal }) : undefined;
  return lacks === undefined ? truth : { ...truth, reached: false, lacks, says: `${SLIP_WORDS[lacks]}.` };
};

/** The next step towards a goal; undefined when nothing is left to do for it. */
export const stepTowards = (moment: AdvisedMoment): AdvisedStep | undefined => kindOfGoal(moment.goal).advice(moment);

/** What kept a goal from being reached. */
export const slipOf = (played: Played, goal: Goal, index: number, truth: GoalTruth, face: number): NamedSlip =>
  truth.lacks ? plainSlip({ truth }, truth.lacks, 0) : kindOfGoal(goal).slip({ played, goal, index, truth, face });
