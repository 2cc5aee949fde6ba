import { advise } from "./advice/advice.ts";
import type { AdvisedStep } from "./advice/step.ts";
import type { Bench, BenchAct } from "./bench.ts";
import type { Exercise } from "./exercise.ts";
import { open, play, type RecordedAct, record } from "./run.ts";

/** What is done instead of an act that was advised. */
export type Slipped = (act: BenchAct, bench: Bench) => readonly BenchAct[];

interface Hand {
  /** The slip that it makes; none where it is left out. */
  readonly how?: Slipped;
  /** What an unsteady hand does besides, once a step is done. */
  readonly after?: (step: AdvisedStep, bench: Bench) => readonly BenchAct[];
}

/** Milliseconds between two acts. */
const PACE = 900;
const MOST_STEPS = 80;

/**
 * The acts of a hand that follows the advice to the end or to a crash, but for a slip. A goal whose advice comes again after it is left as it
 * is. The same seed makes the same acts.
 */
export function actsByAdvice(
  exercise: Exercise,
  seed: number,
  { how = (act) => [act], after }: Hand = {},
): readonly RecordedAct[] {
  let now = open(exercise, seed);
  const acts: RecordedAct[] = [];
  const left = new Set<number>();
  let time = 0;
  let before = "";
  const done = (one: BenchAct) => {
    time += PACE;
    record(acts, one, time);
    now = play(now, one);
  };
  for (let steps = 0; steps < MOST_STEPS && !now.bench.lathe.alarm; steps++) {
    const goal = exercise.goals.findIndex(
      (_, index) => !left.has(index) && advise(now.bench, now.facts, index) !== undefined,
    );
    // Nothing is left for a goal: what lies about is put away.
    const step = advise(now.bench, now.facts, goal < 0 ? undefined : goal);
    if (!step) break;
    if (step.say === before) {
      if (goal < 0) break;
      left.add(goal);
      continue;
    }
    before = step.say;
    for (const act of step.carryOut()) for (const one of how(act, now.bench)) done(one);
    for (const one of after?.(step, now.bench) ?? []) done(one);
  }
  return acts;
}
