import type { Point, Polygon } from "../../core/outline/index.ts";
import { FLAT, type Piece, type Profile } from "../stock/profile.ts";

/** The lower hull of an outline: points with rising Z and rising slope, the boundary that meets a wall below it. */
export type Chain = readonly Point[];

/** Lower hull by the monotone chain method; of points with equal Z the lowest counts. */
export function lowerChain(polygon: Polygon): Chain {
  const sorted = [...polygon].sort((a, b) => a.z - b.z || b.x - a.x);
  const chain: Point[] = [];
  for (const next of sorted) {
    if (chain.at(-1)?.z === next.z) chain.pop();
    for (let last = chain.length - 1; last > 0; last--) {
      const [a, b] = [chain[last - 1] as Point, chain[last] as Point];
      if ((b.z - a.z) * (next.x - a.x) - (b.x - a.x) * (next.z - a.z) > 0) break;
      chain.pop();
    }
    chain.push(next);
  }
  return chain;
}

/** The upper hull, turned over: the boundary that meets a bore's wall above it, as a lower chain of the mirrored outline. */
export const upperChainMirrored = (polygon: Polygon): Chain => lowerChain(polygon.map(({ z, x }) => ({ z, x: -x })));

/**
 * Lowest boundary that a chain leaves behind while it moves straight from one place to another: the chain with the way
 * itself put in between its pieces where the slopes fit (the Minkowski sum of a convex outline and a line).
 */
export function sweptChain(chain: Chain, from: Point, to: Point): Profile {
  const [left, right] = from.z <= to.z ? [from, to] : [to, from];
  const [dz, dx] = [right.z - left.z, right.x - left.x];
  const low = Math.min(left.x, right.x);
  const pieces: Piece[] = [];
  const add = (z0: number, v0: number, z1: number, v1: number) => {
    if (z1 - z0 > FLAT) pieces.push({ z0, z1, v0, v1 });
  };
  // Straight across, the lower of the two places leaves its chain; otherwise the way is put in before the first piece
  // that is steeper than it.
  let hasPassed = false;
  for (let index = 0; index < chain.length; index++) {
    const { z, x } = chain[index] as Point;
    const next = chain[index + 1];
    const isSteeper = next === undefined || (next.x - x) * dz > dx * (next.z - z);
    if (!hasPassed && dz > 0 && isSteeper) {
      add(z + left.z, x + left.x, z + right.z, x + right.x);
      hasPassed = true;
    }
    if (next === undefined) break;
    const by = hasPassed ? right : left;
    const height = dz === 0 ? low : by.x;
    add(z + by.z, x + height, next.z + by.z, next.x + height);
  }
  return pieces;
}
