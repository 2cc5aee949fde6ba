import { Clipper, EndType, FillRule, JoinType, type Path64, type Paths64 } from "clipper2-ts";
import type { Point, Polygon } from "../../core/outline/index.ts";
import { invariant } from "../../core/refusal.ts";

/**
 * Areas of the drawing's plane with clean edges, behind one adapter over a clipping library. Inside, coordinates are whole
 * steps of a grid of 0.1 µm; outside millimetres, X as a true distance. Only finite points within 20 m of the origin are
 * taken. What is thinner than the grid is nothing.
 */
export interface Region {
  readonly paths: Paths64;
}
export interface Box {
  readonly zMin: number;
  readonly zMax: number;
  readonly xMin: number;
  readonly xMax: number;
}

/** Steps of the grid to a millimetre. */
const STEPS = 10_000;
const FARTHEST = 20_000 * STEPS;

export const EMPTY_REGION: Region = { paths: [] };

function toGrid(value: number): number {
  const steps = Math.round(value * STEPS);
  // The words are put together only where they are needed: this is done for every corner of every cut.
  if (!(Math.abs(steps) <= FARTHEST)) invariant(false, `a point of a region lies within 20 m, found ${value} mm`);
  return steps;
}
const pathOf = (polygon: Polygon): Path64 => polygon.map(({ z, x }) => ({ x: toGrid(z), y: toGrid(x) }));

/** The region that polygons cover together, whichever way round they run. */
export function regionOf(...polygons: readonly Polygon[]): Region {
  const paths = polygons.map((polygon) => {
    const path = pathOf(polygon);
    return Clipper.isPositive(path) ? path : path.reverse();
  });
  return paths.length === 1 ? { paths } : { paths: Clipper.union(paths, FillRule.NonZero) };
}

/** Its edges: outer ones counter-clockwise, holes the other way round. */
export function outlinesOf({ paths }: Region): readonly Polygon[] {
  return paths.map((path) => path.map(({ x, y }): Point => ({ z: x / STEPS, x: y / STEPS })));
}

export const isNothing = ({ paths }: Region): boolean => paths.length === 0;

export const subtract = (one: Region, other: Region): Region =>
  isNothing(one) || isNothing(other) ? one : { paths: Clipper.difference(one.paths, other.paths, FillRule.NonZero) };

export const common = (one: Region, other: Region): Region =>
  isNothing(one) || isNothing(other)
    ? EMPTY_REGION
    : { paths: Clipper.intersect(one.paths, other.paths, FillRule.NonZero) };

export const joined = (...regions: readonly Region[]): Region => ({
  paths: Clipper.union(
    regions.flatMap(({ paths }) => paths),
    FillRule.NonZero,
  ),
});

/** Grown all round by a distance, corners rounded; shrunk by a negative one. */
export function grown({ paths }: Region, by: number): Region {
  return { paths: Clipper.inflatePaths(paths, by * STEPS, JoinType.Round, EndType.Polygon, 2, ARC_MISS * STEPS) };
}
/** By how much a rounded corner may miss its arc, millimetres. */
const ARC_MISS = 0.005;

/** What of it lies in a box. */
export function within({ paths }: Region, { zMin, zMax, xMin, xMax }: Box): Region {
  const [left, right, top, bottom] = [zMin, zMax, xMin, xMax].map(toGrid) as [number, number, number, number];
  return { paths: Clipper.rectClip({ left, right, top, bottom } as Parameters<typeof Clipper.rectClip>[0], paths) };
}

/** Area in square millimetres. */
export const areaOf = ({ paths }: Region): number => Clipper.areaPaths(paths) / (STEPS * STEPS);

/** Volume in cubic millimetres of what it makes when it turns about the axis X 0; it must lie at X 0 or more. */
export function volumeOf({ paths }: Region): number {
  let sum = 0;
  for (const path of paths)
    for (const [index, { x, y }] of path.entries()) {
      const next = path[(index + 1) % path.length];
      if (next) sum += (x - next.x) * (y * y + y * next.y + next.y * next.y);
    }
  return (Math.PI / 3) * (sum / STEPS ** 3);
}

/** The smallest box around it; undefined around nothing. */
export function boxOf({ paths }: Region): Box | undefined {
  if (paths.length === 0) return undefined;
  let [left, right, low, high] = [FARTHEST, -FARTHEST, FARTHEST, -FARTHEST];
  for (const path of paths)
    for (const { x, y } of path) {
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < low) low = y;
      if (y > high) high = y;
    }
  return { zMin: left / STEPS, zMax: right / STEPS, xMin: low / STEPS, xMax: high / STEPS };
}

/** True where two boxes share more than an edge. */
export const boxesMeet = (one: Box, other: Box): boolean =>
  one.zMin < other.zMax && other.zMin < one.zMax && one.xMin < other.xMax && other.xMin < one.xMax;

/**
 * Width of the widest place of a region: twice the distance by which it can be shrunk before nothing is left, to a
 * thousandth of a millimetre or of itself, whichever is more.
 */
export function widthOf(region: Region): number {
  const box = boxOf(region);
  if (!box) return 0;
  // Nothing is wider than its box; most of what a tool goes into is all but as wide.
  let [fits, vanishes] = [0, Math.min(box.zMax - box.zMin, box.xMax - box.xMin) / 2 + WIDTH_STEP];
  let next = vanishes * NEARLY_BOX;
  while (vanishes - fits > Math.max(WIDTH_STEP, fits * WIDTH_SHARE)) {
    if (isNothing(grown(region, -next))) vanishes = next;
    else fits = next;
    next = (fits + vanishes) / 2;
  }
  return fits + vanishes;
}
const WIDTH_STEP = 0.0005;
const WIDTH_SHARE = 0.001;
const NEARLY_BOX = 0.99;
