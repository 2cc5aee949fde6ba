import type { Point, Polygon } from "../../core/outline/index.ts";
import { cornersOf, level, lower, type Profile, raise, rangeOn, upTo, valuesAt } from "./profile.ts";

/** A bar or blank that turns, as the radius of its outer and its inner wall along Z. Z0 is the finished face; millimetres. */
export interface Stock {
  readonly outer: Profile;
  readonly inner: Profile;
}

export interface Blank {
  readonly diameter: number;
  /** Z of its raw end: what is still to be faced. */
  readonly end: number;
  /** Z of the jaws or the guide bush. */
  readonly jaws: number;
  /** A hole that it brings along, right through. */
  readonly hole?: number;
}

/** How far the blank reaches into its chuck, beyond anything that a tool meets. */
const INSIDE_CHUCK = 120;

export function blankStock({ diameter, end, jaws, hole = 0 }: Blank): Stock {
  const from = jaws - INSIDE_CHUCK;
  return { outer: level(from, end, diameter / 2), inner: level(from, end, hole / 2) };
}

export interface CutResult {
  readonly stock: Stock;
  /** Radial depth at the deepest place; 0 where nothing was met. */
  readonly deepest: number;
  readonly area: number;
}

/** What is left after a tool's lower boundary has passed from outside. */
export function cutOutside(stock: Stock, patch: Profile): CutResult {
  const { profile, deepest, area } = lower(stock.outer, patch);
  if (deepest === 0) return { stock, deepest, area };
  return { stock: partedOff({ outer: profile, inner: stock.inner }), deepest, area };
}

/** What is left after a tool's outer boundary has passed from inside. */
export function cutInside(stock: Stock, patch: Profile): CutResult {
  const { profile, deepest, area } = raise(stock.inner, patch);
  if (deepest === 0) return { stock, deepest, area };
  return { stock: partedOff({ outer: stock.outer, inner: profile }), deepest, area };
}

/** Whatever stands in front of a place where no wall is left has fallen off. */
function partedOff(stock: Stock): Stock {
  const z = firstGap(stock);
  return z === undefined ? stock : { outer: upTo(stock.outer, z), inner: upTo(stock.inner, z) };
}

/** A wall thinner than this is none. */
const NO_WALL = 1e-6;

function firstGap({ outer, inner }: Stock): number | undefined {
  let [thinnest, widest] = [Number.POSITIVE_INFINITY, 0];
  for (const { v0, v1 } of outer) thinnest = Math.min(thinnest, v0, v1);
  for (const { v0, v1 } of inner) widest = Math.max(widest, v0, v1);
  if (thinnest > widest + NO_WALL) return undefined;
  for (const piece of outer) {
    const hole = rangeOn(inner, piece.z0, piece.z1);
    if (Math.min(piece.v0, piece.v1) > (hole?.[1] ?? 0) + NO_WALL) continue;
    // Somewhere on this piece the wall ends: at its corners, or where it crosses the other wall's.
    const corners = [piece.z0, ...inner.flatMap(({ z0, z1 }) => [z0, z1]), piece.z1]
      .filter((z) => z >= piece.z0 && z <= piece.z1)
      .sort((a, b) => a - b);
    for (const [index, z] of corners.entries()) {
      const next = corners[index + 1] ?? z;
      const wallAt = (from: number, side: 0 | 1) =>
        (valuesAt([piece], from)?.[side] ?? 0) - (valuesAt(inner, from)?.[side] ?? 0);
      const [here, there] = [wallAt(z, 1), wallAt(next, 0)];
      if (next > z && here <= NO_WALL) return z;
      if (next > z && there < -NO_WALL) return z + ((next - z) * here) / (here - there);
    }
  }
  return undefined;
}

/** Z of the front end: the farthest place where there is material. */
export function endOf({ outer }: Stock): number {
  return outer.at(-1)?.z1 ?? Number.NEGATIVE_INFINITY;
}

/** Inner and outer radius just before and after a Z. */
export function wallAt({ outer, inner }: Stock, z: number) {
  const [out, hole] = [valuesAt(outer, z), valuesAt(inner, z)];
  return out && { outer: Math.max(...out), inner: Math.min(...(hole ?? [0, 0])) };
}

/** The upper wall as an outline: along the outside to the end, and back along the bore. */
export function upperWall({ outer, inner }: Stock): Polygon {
  const back: readonly Point[] = [...cornersOf(inner)].reverse();
  return [...cornersOf(outer), ...back];
}
