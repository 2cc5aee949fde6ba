import type { ExerciseHead, PastRun } from "./progress.ts";

/** One way of looking at how somebody handles the lathe, run by run. */
export interface HandlingSeries {
  /** Oldest first. */
  readonly values: readonly { readonly at: string; readonly value: number }[];
  /** Mean of the first and of the last runs, without a run in both; undefined while there are too few to compare. */
  readonly change: { readonly first: number; readonly last: number; readonly of: number } | undefined;
}

/** Most runs of which a mean is taken at each end. */
const MOST_COMPARED = 5;

/**
 * How handling comes along over runs, newest first as they are listed. `past`: how far touches over a spacer went past the grip,
 * millimetres of true distance. `pace`: time taken as a share of what the exercise is thought to take, of runs that did the whole of it
 * alone or with hints and reached it; what is shown or told goes at Luvrit's pace.
 */
export function handlingOver(
  runs: readonly PastRun[],
  exercises: readonly ExerciseHead[],
): { readonly past: HandlingSeries; readonly pace: HandlingSeries } {
  const oldestFirst = runs.toReversed();
  const minutes = new Map(exercises.map((one) => [one.id, one.minutes]));
  const past = oldestFirst.flatMap(({ at, past }) => (past === undefined ? [] : [{ at, value: past }]));
  const pace = oldestFirst.flatMap(({ at, exercise, depth, reached, isAgain, seconds }) => {
    const thought = minutes.get(exercise);
    const isOwn = (depth === "alone" || depth === "hints") && reached && !isAgain;
    return thought && isOwn ? [{ at, value: seconds / (60 * thought) }] : [];
  });
  return { past: seriesOf(past), pace: seriesOf(pace) };
}

function seriesOf(values: HandlingSeries["values"]): HandlingSeries {
  const of = Math.min(MOST_COMPARED, Math.floor(values.length / 2));
  const mean = (some: HandlingSeries["values"]) => some.reduce((sum, { value }) => sum + value, 0) / of;
  return {
    values,
    change: of === 0 ? undefined : { first: mean(values.slice(0, of)), last: mean(values.slice(-of)), of },
  };
}
