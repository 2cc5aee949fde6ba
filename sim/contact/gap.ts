import type { Point, Polygon } from "../../core/outline/index.ts";
import type { Body } from "../body/body.ts";
import type { Profile } from "../stock/profile.ts";
import { rangeOn, valuesAt } from "../stock/profile.ts";
import { endOf, type Stock } from "../stock/stock.ts";

/**
 * Room between a tool and the part along one axis, true distances in millimetres: how far the tool can still go that way
 * until it meets the part; negative where it stands in it. Infinite where it would pass by.
 */
type Gap = number;

const FREE = Number.POSITIVE_INFINITY;
/** Points of the tool and of the part this close count as level with each other. */
const LEVEL = 1e-9;

/** Towards the wall: inwards for a tool from outside, outwards in a bore, by its side for one with its axis beside the part. */
export function gapAcross(body: Body, at: Point, stock: Stock): Gap {
  const { outer, inner } = stock;
  if (body.mode === "inside") return overWalls(body.cuttingHigh, at, -1, inner, endOf(stock));
  const isBeside = Math.abs(at.x) > widest(stock);
  if (body.mode === "outside") return overWalls(body.cuttingLow, at, 1, outer, endOf(stock));
  if (isBeside) return overWalls(body.cuttingLow, { z: at.z, x: Math.abs(at.x) }, 1, outer, endOf(stock));
  return FREE;
}

/** `way` 1: the chain hangs over an outer wall; −1: the mirrored chain stands under a bore's wall. */
function overWalls(chain: readonly Point[], at: Point, way: 1 | -1, wall: Profile, end: number): Gap {
  const first = chain[0];
  const last = chain.at(-1);
  if (!first || !last) return FREE;
  const stations = [
    ...chain.map(({ z }) => z + at.z),
    ...wall.flatMap(({ z0, z1 }) => [z0, z1]).filter((z) => z >= first.z + at.z && z <= last.z + at.z),
  ];
  let gap = FREE;
  for (const z of stations) {
    const there = valuesAt(wall, z);
    if (!there || z > end) continue;
    const edge = heightOf(chain, z - at.z) + way * at.x;
    // The chain of a bore tool is mirrored: its height and the wall's count downwards.
    for (const value of there) gap = Math.min(gap, edge - way * value);
  }
  return gap;
}

function heightOf(chain: readonly Point[], z: number): number {
  for (let index = 1; index < chain.length; index++) {
    const [a, b] = [chain[index - 1] as Point, chain[index] as Point];
    if (z <= b.z + LEVEL && z >= a.z - LEVEL) return a.x + ((b.x - a.x) * (z - a.z)) / (b.z - a.z);
  }
  return FREE;
}

/** Along Z: −1 towards the chuck, on a face in front of the tool; 1 away from it, on a face behind which it stands. */
export function gapAlong(body: Body, at: Point, stock: Stock, towards: 1 | -1): Gap {
  const limit = widest(stock);
  const { xMin, xMax } = body.cuttingBox;
  // It passes by outside of the part.
  if (xMin + at.x > limit + LEVEL || xMax + at.x < -limit - LEVEL) return FREE;
  const moved = body.cutting.map(({ z, x }) => ({ z: z + at.z, x: x + at.x }));
  const radii = [
    0,
    ...moved.map(({ x }) => Math.abs(x)),
    ...[...stock.outer, ...stock.inner].flatMap(({ v0, v1 }) => [v0, v1]),
  ];
  let gap = FREE;
  for (const radius of new Set(radii)) {
    if (radius > limit) continue;
    for (const x of radius === 0 ? [0] : [radius, -radius]) {
      const tool = stretchAt(moved, x);
      if (!tool) continue;
      const middle = (tool[0] + tool[1]) / 2;
      for (const [from, to] of materialAt(stock, radius)) {
        if (towards === -1 && from < middle) gap = Math.min(gap, tool[0] - to);
        if (towards === 1 && to > middle) gap = Math.min(gap, from - tool[1]);
      }
    }
  }
  return gap;
}

/** On Y, for a tool that is touched on its side: to the side of the round part, as deep as the tool's end reaches. */
export function gapBeside(body: Body, at: Point, y: number, stock: Stock): Gap {
  const { zMin, zMax } = body.box;
  const wall = rangeOn(stock.outer, at.z + zMin, at.z + Math.min(zMax, 400));
  if (!wall) return FREE;
  const radius = wall[1];
  const depth = body.mode === "centre" ? 0 : Math.max(0, at.x);
  if (depth >= radius) return FREE;
  return Math.abs(y) - body.halfWidth - Math.sqrt(radius * radius - depth * depth);
}

const widest = ({ outer }: Stock) => outer.reduce((most, { v0, v1 }) => Math.max(most, v0, v1), 0);

/** Smallest and largest Z of a convex outline at a height; undefined where it does not reach there. */
function stretchAt(polygon: Polygon, x: number): readonly [number, number] | undefined {
  let [low, high] = [FREE, -FREE];
  // Asked thousands of times a second: counted through, without an iterator.
  for (let index = 0; index < polygon.length; index++) {
    const a = polygon[index] as Point;
    const b = polygon[index + 1 === polygon.length ? 0 : index + 1] as Point;
    if (Math.abs(a.x - x) <= LEVEL) {
      low = Math.min(low, a.z);
      high = Math.max(high, a.z);
    } else if ((a.x - x) * (b.x - x) < 0) {
      const z = a.z + ((b.z - a.z) * (x - a.x)) / (b.x - a.x);
      low = Math.min(low, z);
      high = Math.max(high, z);
    }
  }
  return low <= high ? [low, high] : undefined;
}

/** The stretches along Z at which there is material at a radius. */
function materialAt({ outer, inner }: Stock, radius: number): readonly (readonly [number, number])[] {
  const stretches: [number, number][] = [];
  for (const [from, to] of stretchesWhere(outer, radius, 1))
    for (const [a, b] of stretchesWhere(inner, radius, -1)) {
      const [low, high] = [Math.max(from, a), Math.min(to, b)];
      if (high <= low) continue;
      const last = stretches.at(-1);
      if (last && low - last[1] <= LEVEL) last[1] = high;
      else stretches.push([low, high]);
    }
  return stretches;
}

/** Where a wall lies at or beyond a radius (`side` 1), or at or within it (−1). */
function stretchesWhere(wall: Profile, radius: number, side: 1 | -1): readonly (readonly [number, number])[] {
  const stretches: [number, number][] = [];
  for (const { z0, z1, v0, v1 } of wall) {
    const [d0, d1] = [side * (v0 - radius), side * (v1 - radius)];
    if (d0 < -LEVEL && d1 < -LEVEL) continue;
    const crossing = z0 + ((z1 - z0) * d0) / (d0 - d1);
    const from = d0 >= -LEVEL ? z0 : crossing;
    const to = d1 >= -LEVEL ? z1 : crossing;
    const last = stretches.at(-1);
    if (last && from - last[1] <= LEVEL) last[1] = to;
    else stretches.push([from, to]);
  }
  return stretches;
}
