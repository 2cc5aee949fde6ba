import type { Feature } from "../../core/ledger/index.ts";
import { toDrawing } from "../../core/machine/index.ts";

type Limited = Pick<Feature, "axis" | "lower" | "upper">;

/** Limits of a dimension from its nominal as the drawing has them, in millimetres: `upper` is the longer or the larger. */
export function drawnLimits({ axis, lower, upper }: Limited): { readonly lower: number; readonly upper: number } {
  const [one, other] = [toDrawing(axis, lower), toDrawing(axis, upper)];
  return { lower: Math.min(one, other), upper: Math.max(one, other) };
}

/**
 * Where a deviation lies between its limits: 0 at the lower as the drawing has it, 1 at the upper, outside of both
 * below 0 or above 1; undefined where nothing is measured.
 *
 * @param deviation millimetres from nominal as the part's coordinate has it
 */
export function shareOfLimits(feature: Limited, deviation: number | undefined): number | undefined {
  if (deviation === undefined) return undefined;
  const { lower, upper } = drawnLimits(feature);
  return (toDrawing(feature.axis, deviation) - lower) / (upper - lower);
}
