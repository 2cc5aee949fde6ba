import type { Point, Polygon } from "../../core/outline/index.ts";
import { chainProfile, type Profile } from "../stock/profile.ts";

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
  if (dz === 0) {
    const low = Math.min(left.x, right.x);
    return chainProfile(chain.map(({ z, x }) => ({ z: z + left.z, x: x + low })));
  }
  const swept: Point[] = [];
  let passed = false;
  for (const [index, { z, x }] of chain.entries()) {
    const next = chain[index + 1];
    if (!passed) swept.push({ z: z + left.z, x: x + left.x });
    // The way is put in before the first piece that is steeper than it.
    if (!passed && (next === undefined || (next.x - x) * dz > dx * (next.z - z))) passed = true;
    if (passed) swept.push({ z: z + right.z, x: x + right.x });
  }
  return chainProfile(swept);
}
