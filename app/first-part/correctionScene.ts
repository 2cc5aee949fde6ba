import type { FeatureForm } from "../../core/correction/index.ts";
import type { LatheAxis } from "../../core/machine/index.ts";

/** One surface that a correction moves. Sizes as the drawing has them, millimetres. */
export interface CorrectionScene {
  readonly axis: LatheAxis;
  readonly form: FeatureForm;
  readonly measured: number;
  /** What the next cut will measure. */
  readonly next: number;
  readonly lower: number;
  readonly upper: number;
  /** Whether the surface moves away from the centre, or along the part away from what holds it. */
  readonly isAway: boolean;
}

/** Share of the sheet that surfaces and limits take up together. */
const FILLED = 0.62;

/**
 * Where the surface lies, where it will lie, and its limits on a sheet of this length, in the sheet's units: across the part from the top
 * down, along it from the left. `material` is the side of the surface that stays: `near` the sheet's beginning or `far` from it;
 * undefined where the form does not say it.
 */
export function correctionScene(
  { axis, form, measured, next, lower, upper, isAway }: CorrectionScene,
  length: number,
): {
  readonly now: number;
  readonly next: number;
  readonly low: number;
  readonly high: number;
  readonly material: "near" | "far" | undefined;
} {
  // A larger size lies away from the centre; along the part it may lie on either side.
  const outward = next > measured === isAway ? 1 : -1;
  const downward = axis === "x" ? -1 : 1;
  const sizes = [measured, next, lower, upper];
  const [least, most] = [Math.min(...sizes), Math.max(...sizes)];
  const scale = (FILLED * length) / (most - least);
  const at = (size: number) => length / 2 + downward * outward * (size - (least + most) / 2) * scale;
  return {
    now: at(measured),
    next: at(next),
    low: at(lower),
    high: at(upper),
    material: form === "cylinder" ? "far" : form === "bore" ? "near" : undefined,
  };
}
