import type { OtherRow, PlausibilityCase } from "./plausibilityCase.ts";
import type { Hypothesis } from "./slips.ts";

/** One explanation of a number with its chance and what the number would be without the slip. */
export interface Explanation {
  readonly kind: Hypothesis;
  readonly probability: number;
  /** Rounded to the control's digits; null where the explanation gives no other number. */
  readonly corrected: number | null;
}
export interface Normal {
  readonly mean: number;
  readonly sigma: number;
}

/** Where a number is expected from its history; undefined where there is none. */
export function expectedOf({ history, scatter }: PlausibilityCase): Normal | undefined {
  const count = history.length;
  if (count === 0) return undefined;
  const mean = history.reduce((sum, value) => sum + value, 0) / count;
  return { mean, sigma: scatter * Math.sqrt(1 + 1 / count) };
}

/**
 * By how much the rows that were taken in this setup moved together, weighted by 1/scatter²; undefined for fewer than
 * two. Every shift lies between two settings of its own.
 */
export function sharedShift({ others = [], scatter }: PlausibilityCase): Normal | undefined {
  return shiftOf(others, scatter, 2);
}

/** The shift of the rows that were taken, as {@link sharedShift}; undefined where fewer were taken than are asked for. */
export function shiftOf(others: readonly OtherRow[], scatter: number, fewest: number): Normal | undefined {
  const taken = others.flatMap((row) =>
    row.value === undefined ? [] : [{ by: row.value - row.previous, weight: 1 / (row.scatter ?? scatter) ** 2 }],
  );
  if (taken.length < fewest) return undefined;
  const weights = taken.reduce((sum, { weight }) => sum + weight, 0);
  const mean = taken.reduce((sum, { by, weight }) => sum + by * weight, 0) / weights;
  return { mean, sigma: Math.sqrt(2 / weights) };
}
