import type { Exercise } from "./exercise.ts";
import { truthOf } from "./goals/index.ts";
import { open } from "./run.ts";

/** Seeds of an exercise's lathe run from 1 to this. */
export const MOST_SEED = 1_000_000;
/** Lathes that are looked at before the best of them is taken. */
const MOST_TRIES = 8;

/**
 * A seed whose lathe has something to find for every goal: one on which an offset happens to stand right already is drawn anew. `random` gives
 * numbers from 0 up to 1. Where no lathe of some tries is like that, the one with the fewest goals that are right by chance.
 */
export function freshSeed(exercise: Exercise, random: () => number): number {
  let best = { seed: 1, right: Number.POSITIVE_INFINITY };
  for (let tries = 0; tries < MOST_TRIES && best.right > 0; tries++) {
    const seed = 1 + Math.floor(random() * MOST_SEED);
    const right = rightByChance(exercise, seed);
    if (right < best.right) best = { seed, right };
  }
  return best.seed;
}

/** Offsets that are to be set and stand within their tolerance before anything was done. */
function rightByChance(exercise: Exercise, seed: number): number {
  const { bench, facts } = open(exercise, seed);
  return exercise.goals.filter((goal, index) => {
    if (goal.goal !== "offset" || goal.kept) return false;
    const { miss } = truthOf(bench, facts, goal, index);
    return miss !== undefined && Math.abs(miss) <= goal.within;
  }).length;
}
