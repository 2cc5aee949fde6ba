import type { Depth, Run } from "../../sim/exercise/run.ts";

type Draft = Pick<Run, "acts" | "hints">;

const keyOf = (exercise: string, depth: Depth, seed: number) => `luvrit.exercise.${exercise}.${depth}.${seed}`;

/** What was done in an exercise on this device and not finished; undefined where nothing was, or nothing can be kept. */
export function readDraft(exercise: string, depth: Depth, seed: number): Draft | undefined {
  try {
    const text = localStorage.getItem(keyOf(exercise, depth, seed));
    return text === null ? undefined : (JSON.parse(text) as Draft);
  } catch (failure) {
    if (failure instanceof DOMException || failure instanceof SyntaxError) return undefined;
    throw failure;
  }
}

/** Keeps it; a browser that is full or keeps nothing goes on without. */
export function keepDraft(exercise: string, depth: Depth, seed: number, draft: Draft): void {
  try {
    localStorage.setItem(keyOf(exercise, depth, seed), JSON.stringify(draft));
  } catch (failure) {
    if (!(failure instanceof DOMException)) throw failure;
  }
}

export function forgetDraft(exercise: string, depth: Depth, seed: number): void {
  try {
    localStorage.removeItem(keyOf(exercise, depth, seed));
  } catch (failure) {
    if (!(failure instanceof DOMException)) throw failure;
  }
}
