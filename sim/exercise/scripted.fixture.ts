import { actsByAdvice, type Slipped } from "./actsByAdvice.ts";
import type { AdvisedStep } from "./advice/step.ts";
import type { Bench, BenchAct } from "./bench.ts";
import { debriefOf } from "./debrief.ts";
import type { Exercise } from "./exercise.ts";
import { shippedExercise } from "./shipped/index.ts";

export type OffsetEntry = Extract<BenchAct, { do: "enter-offset" }>;

export function exerciseOf(id: string): Exercise {
  const exercise = shippedExercise(id);
  if (!exercise) throw new Error(`no exercise ${id}`);
  return exercise;
}

interface Scripted {
  readonly seed?: number;
  readonly after?: (step: AdvisedStep, bench: Bench) => readonly BenchAct[];
}

/** Looks back at a run that follows the advice but for the slip. */
export function runWith(exercise: Exercise, how: Slipped, { seed = 5, after }: Scripted = {}) {
  const acts = actsByAdvice(exercise, seed, { how, ...(after && { after }) });
  return debriefOf({ exercise, seed, depth: "alone", acts, hints: [] });
}
