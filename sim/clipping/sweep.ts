import { Clipper, FillRule } from "clipper2-ts";
import { type Point, type Polygon, plus } from "../../core/outline/index.ts";
import { type Box, type Region, regionOf } from "./region.ts";

/**
 * What a convex outline (counter-clockwise, as {@link hullOf} gives it) passes over on a straight way: corners whose edges
 * look back stay where the way begins, those whose edges look forward stand where it ends, those between stand at both.
 */
export function sweptHull(convex: Polygon, from: Point, to: Point): Polygon {
  const way = { z: to.z - from.z, x: to.x - from.x };
  const swept: Point[] = [];
  if (way.z === 0 && way.x === 0) return convex.map((corner) => plus(corner, from));
  const leads = (index: number) => {
    const [a, b] = [convex[index] as Point, convex[(index + 1) % convex.length] as Point];
    return (b.x - a.x) * way.z - (b.z - a.z) * way.x > 0;
  };
  let before = leads(convex.length - 1);
  for (let index = 0; index < convex.length; index++) {
    const corner = convex[index] as Point;
    const after = leads(index);
    swept.push(plus(corner, before ? to : from));
    if (before !== after) swept.push(plus(corner, after ? to : from));
    before = after;
  }
  return swept;
}

/** What of a convex outline lies in a box: one half plane after the other (Sutherland and Hodgman 1974); empty where nothing does. */
export function convexWithin(convex: Polygon, { zMin, zMax, xMin, xMax }: Box): Polygon {
  let left = convex;
  for (const [axis, limit, side] of [
    ["z", zMin, 1],
    ["z", zMax, -1],
    ["x", xMin, 1],
    ["x", xMax, -1],
  ] as const) {
    const kept: Point[] = [];
    for (let index = 0; index < left.length; index++) {
      const a = left[index] as Point;
      const b = left[index + 1 === left.length ? 0 : index + 1] as Point;
      const [inA, inB] = [(a[axis] - limit) * side, (b[axis] - limit) * side];
      if (inA >= 0) kept.push(a);
      if ((inA > 0 && inB < 0) || (inA < 0 && inB > 0)) {
        const share = inA / (inA - inB);
        kept.push({ z: a.z + (b.z - a.z) * share, x: a.x + (b.x - a.x) * share });
      }
    }
    left = kept;
  }
  return left;
}

/** Lowest and highest X of an outline between two Z; undefined where it does not reach between them. */
export function spanBetween(outline: Polygon, zMin: number, zMax: number): readonly [number, number] | undefined {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let index = 0; index < outline.length; index++) {
    const a = outline[index] as Point;
    const b = outline[index + 1 === outline.length ? 0 : index + 1] as Point;
    if ((a.z < zMin && b.z < zMin) || (a.z > zMax && b.z > zMax)) continue;
    const slope = a.z === b.z ? 0 : (b.x - a.x) / (b.z - a.z);
    const at = (z: number) => (a.z === b.z ? b.x : a.x + slope * (z - a.z));
    const [first, last] = [
      a.z < zMin ? at(zMin) : a.z > zMax ? at(zMax) : a.x,
      b.z < zMin ? at(zMin) : b.z > zMax ? at(zMax) : b.x,
    ];
    low = Math.min(low, first, last);
    high = Math.max(high, first, last);
  }
  return low > high ? undefined : [low, high];
}

/** Convex hull by the monotone chain method, counter-clockwise, without points on its edges. */
export function hullOf(points: Polygon): Polygon {
  const sorted = [...points].sort((a, b) => a.z - b.z || a.x - b.x);
  const half = (order: readonly Point[]) => {
    const chain: Point[] = [];
    for (const next of order) {
      for (let last = chain.length - 1; last > 0; last--) {
        const [a, b] = [chain[last - 1] as Point, chain[last] as Point];
        if ((b.z - a.z) * (next.x - a.x) - (b.x - a.x) * (next.z - a.z) > 0) break;
        chain.pop();
      }
      chain.push(next);
    }
    chain.pop();
    return chain;
  };
  return [...half(sorted), ...half(sorted.reverse())];
}

/** Hulls of outlines that are convex; null where one is not. */
const convex = new WeakMap<Polygon, Polygon | null>();

function convexOf(outline: Polygon): Polygon | null {
  let known = convex.get(outline);
  if (known === undefined) {
    const hull = hullOf(outline);
    // A hull that leaves out a corner has an outline with a notch, or a corner on an edge, which costs no more than time.
    known = hull.length === outline.length ? hull : null;
    convex.set(outline, known);
  }
  return known;
}

/** What any outline passes over on a straight way. */
export function sweptRegion(outline: Polygon, from: Point, to: Point): Region {
  const hull = convexOf(outline);
  if (hull) return regionOf(sweptHull(hull, from, to));
  const begin = outline.map((corner) => plus(corner, from));
  if (from.z === to.z && from.x === to.x) return regionOf(begin);
  const end = outline.map((corner) => plus(corner, to));
  // Between the two places every edge passes over a parallelogram.
  const edges = outline.map((_, index): Polygon => {
    const next = (index + 1) % outline.length;
    return [begin[index] as Point, begin[next] as Point, end[next] as Point, end[index] as Point];
  });
  const paths = regionOf(begin, end, ...edges).paths;
  return { paths: Clipper.union(paths, FillRule.NonZero) };
}
