import type { Axis } from "../machine/index.ts";
import { convertLength, type Unit } from "../units/index.ts";

/** How a tool is held, as far as it decides how exactly it comes back. */
const HOLDINGS = [
  "insert-indexed",
  "quick-change",
  "keyed-shank",
  "square-shank",
  "sleeve",
  "collet",
  "hand-slid",
] as const;
export type ToolHolding = (typeof HOLDINGS)[number];

/**
 * One standard deviation of an honest re-setting with its touch, millimetres, X on the diameter
 * (docs/MATHEMATICS.md, Plausibility): where to begin until a holder's own history says better.
 */
const USUAL_SCATTER: Readonly<Record<ToolHolding, { readonly x: number; readonly z: number }>> = {
  "insert-indexed": { x: 0.06, z: 0.03 },
  "quick-change": { x: 0.02, z: 0.02 },
  "keyed-shank": { x: 0.02, z: 0.02 },
  "square-shank": { x: 1, z: 0.1 },
  sleeve: { x: 0.02, z: 3 },
  collet: { x: 0.02, z: 3 },
  "hand-slid": { x: 5, z: 5 },
};
/** For a way of holding that has no figure. */
const UNKNOWN_SCATTER = 0.3;

/** Words by which a way of holding is recognised, the more particular first. */
const WORDS: readonly (readonly [pattern: RegExp, holding: ToolHolding])[] = [
  [/index|insert/, "insert-indexed"],
  [/quick/, "quick-change"],
  [/key/, "keyed-shank"],
  [/square/, "square-shank"],
  [/sleeve/, "sleeve"],
  [/collet/, "collet"],
  [/hand|slid/, "hand-slid"],
];

/**
 * Scatter of a way of holding by any name that it goes by, in a unit; 0.3 mm for a name that has no figure. Y comes back
 * as X does.
 *
 * @example scatterOf("quick-change post", "x", "mm") // 0.02
 */
export function scatterOf(holding: string, axis: Axis, units: Unit): number {
  const name = holding.toLowerCase();
  const known = WORDS.find(([pattern]) => pattern.test(name))?.[1];
  const millimetres = known ? USUAL_SCATTER[known][axis === "z" ? "z" : "x"] : UNKNOWN_SCATTER;
  return convertLength(millimetres, "mm", units);
}

/** Re-settings that a figure of the books counts for, against a holder's own. */
const WEIGHT_OF_USUAL = 3;

/**
 * A holder's own scatter: the figure to begin with, drawn towards what its values over the setups say. Each mounting is
 * one value; what lies between two of them is scatter, not drift. In the unit of the values.
 *
 * A variance with three mountings' weight on the usual one (the mean of the inverse-gamma conjugate prior).
 */
export function learnedScatter(usual: number, mountings: readonly number[]): number {
  const count = mountings.length;
  if (count < 2) return usual;
  const mean = mountings.reduce((sum, value) => sum + value, 0) / count;
  const squares = mountings.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  return Math.sqrt((WEIGHT_OF_USUAL * usual ** 2 + squares) / (WEIGHT_OF_USUAL + count - 1));
}
