import type { SafeIndex } from "../../core/clearance/index.ts";

/**
 * From where the turret may turn, as it is said: an axis that is undefined sets no limit. Without a limit on X every tool passes where the
 * slides stand along Z, however far in they are. Millimetres, X as a diameter; `farthest` is the end of the travel away from the centre.
 */
export function indexPlaces(
  { x, z }: SafeIndex,
  farthest: number,
): { readonly x: number | undefined; readonly z: number | undefined } {
  return {
    x: Number.isFinite(x) ? Math.min(x, farthest) : undefined,
    z: Number.isFinite(z) ? z : undefined,
  };
}
