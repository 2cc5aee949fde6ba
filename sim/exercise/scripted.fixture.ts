import { advise } from "./advice/advice.ts";
import type { AdvisedStep } from "./advice/step.ts";
import type { Bench, BenchAct } from "./bench.ts";
import { debriefOf } from "./debrief.ts";
import type { Exercise } from "./exercise.ts";
import { open, play, type RecordedAct, record } from "./run.ts";
import { shippedExercise } from "./shipped/index.ts";

export type OffsetEntry = Extract<BenchAct, { do: "enter-offset" }>;
/** A slip of the hand: what is done instead of an act that was advised. */
export type Slipped = (act: BenchAct, bench: Bench, goal: number) => readonly BenchAct[];

export function exerciseOf(id: string): Exercise {
  const exercise = shippedExercise(id);
  if (!exercise) throw new Error(`no exercise ${id}`);
  return exercise;
}

interface Scripted {
  readonly seed?: number;
  /** What an unsteady hand does besides, once a step is done. */
  readonly after?: (step: AdvisedStep, bench: Bench) => readonly BenchAct[];
}

/** Follows the advice but for the slip, to the end or to a crash; where the same advice comes again, goes on with the next goal. */
export function runWith(exercise: Exercise, how: Slipped, { seed = 5, after }: Scripted = {}) {
  let now = open(exercise, seed);
  const acts: RecordedAct[] = [];
  // Goals that were given up, since the slip keeps their advice from ending.
  const given = new Set<number>();
  let time = 0;
  let before = "";
  const done = (one: BenchAct) => {
    time += 100;
    record(acts, one, time);
    now = play(now, one);
  };
  for (let steps = 0; steps < 80; steps++) {
    const open = exercise.goals.findIndex(
      (_, index) => advise(now.bench, now.facts, index) !== undefined && !given.has(index),
    );
    const step = advise(now.bench, now.facts, open < 0 ? undefined : open);
    if (!step) break;
    if (step.say === before) {
      if (open < 0) break;
      given.add(open);
      continue;
    }
    before = step.say;
    for (const act of step.carryOut()) for (const one of how(act, now.bench, step.index)) done(one);
    for (const one of after?.(step, now.bench) ?? []) done(one);
    if (now.bench.lathe.alarm) break;
  }
  return debriefOf({ exercise, seed, depth: "alone", acts, hints: [] });
}
