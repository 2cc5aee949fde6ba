import type { Polygon } from "../../core/outline/index.ts";
import {
  areaOf,
  type Box,
  boxesMeet,
  boxOf,
  common,
  EMPTY_REGION,
  isNothing,
  joined,
  type Region,
  regionOf,
  subtract,
  volumeOf,
  within,
} from "../clipping/region.ts";
import { convexWithin, spanBetween } from "../clipping/sweep.ts";

/**
 * The half section of a turned part as strips along Z, so that a cut touches only the strips that it passes: a program of
 * thousands of short moves then costs no more for the last than for the first. Strips are never changed, only replaced.
 */
export interface StripStock {
  /** Rising; strip i lies between edge i and edge i + 1. */
  readonly edges: readonly number[];
  readonly strips: readonly Strip[];
}
export interface Strip {
  readonly region: Region;
  readonly box: Box | undefined;
  /** Square millimetres. */
  readonly area: number;
}

/** What a cut has left, which strips it changed and what it took (square millimetres of the half section). */
export interface StripCut {
  readonly stock: StripStock;
  readonly changed: readonly number[];
  readonly area: number;
}

const stripOf = (region: Region): Strip => ({ region, box: boxOf(region), area: areaOf(region) });

/** Divides a region at edges; it must lie between the first and the last. */
export function inStrips(region: Region, edges: readonly number[]): StripStock {
  const box = boxOf(region);
  const strips = edges.slice(0, -1).map((zMin, index) => {
    const zMax = edges[index + 1] as number;
    return stripOf(box ? within(region, { zMin, zMax, xMin: box.xMin, xMax: box.xMax }) : EMPTY_REGION);
  });
  return { edges, strips };
}

/** Edges for a stretch that is worked: narrow strips there, one wide one for the rest behind it. */
export function stripEdges(back: number, from: number, to: number): readonly number[] {
  const count = Math.max(1, Math.min(MOST_STRIPS, Math.ceil((to - from) / NARROWEST)));
  const edges = Array.from({ length: count + 1 }, (_, index) => from + ((to - from) * index) / count);
  return back < from ? [back, ...edges] : edges;
}
const MOST_STRIPS = 60;
const NARROWEST = 1;

/** Strips that a box lies over. */
function stripsUnder({ edges }: StripStock, { zMin, zMax }: Box): readonly [first: number, end: number] {
  let first = 0;
  while (first < edges.length - 2 && (edges[first + 1] as number) <= zMin) first++;
  let end = first;
  while (end < edges.length - 1 && (edges[end] as number) < zMax) end++;
  return [first, end];
}

/**
 * Takes what convex outlines cover away. A strip that none of them reaches where it has material is left alone, and only
 * what lies at its material is clipped there: the corners of an insert far above do not matter.
 */
export function cutStock(stock: StripStock, outlines: readonly Polygon[], box: Box): StripCut {
  const [first, end] = stripsUnder(stock, box);
  let strips: Strip[] | undefined;
  const changed: number[] = [];
  let area = 0;
  for (let index = first; index < end; index++) {
    const { region, box: own, area: before } = stock.strips[index] as Strip;
    if (!own || own.xMax <= box.xMin || !reaches(outlines, own)) continue;
    const around = {
      zMin: own.zMin - AROUND,
      zMax: own.zMax + AROUND,
      xMin: own.xMin - AROUND,
      xMax: own.xMax + AROUND,
    };
    const near = outlines.map((outline) => convexWithin(outline, around)).filter(({ length }) => length > 2);
    if (near.length === 0) continue;
    const left = stripOf(subtract(region, regionOf(...near)));
    const taken = before - left.area;
    if (taken <= LEAST_AREA) continue;
    strips ??= [...stock.strips];
    strips[index] = left;
    changed.push(index);
    area += taken;
  }
  return strips ? { stock: { edges: stock.edges, strips }, changed, area } : { stock, changed, area };
}
/** Beyond a strip's material by this much, so that nothing of an edge is left standing. Millimetres. */
const AROUND = 0.01;
/** Less than this is rounding on the grid, square millimetres. */
const LEAST_AREA = 1e-5;

/** True where an outline comes into a box, seen along X between the box's ends. */
function reaches(outlines: readonly Polygon[], { zMin, zMax, xMin, xMax }: Box): boolean {
  return outlines.some((outline) => {
    const span = spanBetween(outline, zMin, zMax);
    return span !== undefined && span[0] < xMax && span[1] > xMin;
  });
}

/** What of a region lies in the stock. */
export function overlapWith(stock: StripStock, region: Region, box: Box): Region {
  const [first, end] = stripsUnder(stock, box);
  const parts: Region[] = [];
  for (let index = first; index < end; index++) {
    const { region: own, box: ownBox } = stock.strips[index] as Strip;
    if (!ownBox || !boxesMeet(ownBox, box)) continue;
    const part = common(own, region);
    if (!isNothing(part)) parts.push(part);
  }
  return parts.length === 0 ? EMPTY_REGION : joined(...parts);
}

/** True where any material's box meets a box: what does not cannot touch. */
export function mayMeet(stock: StripStock, box: Box): boolean {
  const [first, end] = stripsUnder(stock, box);
  for (let index = first; index < end; index++) {
    const own = (stock.strips[index] as Strip).box;
    if (own && boxesMeet(own, box)) return true;
  }
  return false;
}

/** The whole section in one piece. */
export const wholeOf = ({ strips }: StripStock): Region => joined(...strips.map(({ region }) => region));

export const stockVolume = ({ strips }: StripStock): number =>
  strips.reduce((sum, { region }) => sum + volumeOf(region), 0);

/** What is not held any more has fallen off: only pieces that reach back to the chuck stay. */
export function dropLoose(stock: StripStock): StripCut & { readonly fallen: Region } {
  const whole = wholeOf(stock);
  const back = stock.edges[0] as number;
  const outer = whole.paths.filter((path) => signedArea(path) > 0);
  const held = outer.filter((path) => (boxOf({ paths: [path] })?.zMin ?? 0) <= back + HELD);
  if (held.length === outer.length) return { stock, changed: [], area: 0, fallen: EMPTY_REGION };
  const kept = common(whole, { paths: held });
  const left = inStrips(kept, stock.edges);
  const changed = stock.strips.flatMap((strip, index) =>
    Math.abs(strip.area - (left.strips[index] as Strip).area) > LEAST_AREA ? [index] : [],
  );
  const strips = stock.strips.map((strip, index) => (changed.includes(index) ? (left.strips[index] as Strip) : strip));
  const fallen = subtract(whole, kept);
  return { stock: { edges: stock.edges, strips }, changed, area: areaOf(fallen), fallen };
}
const HELD = 1e-3;

function signedArea(path: Region["paths"][number]): number {
  let sum = 0;
  for (const [index, { x, y }] of path.entries()) {
    const next = path[(index + 1) % path.length];
    if (next) sum += x * next.y - next.x * y;
  }
  return sum;
}

/** Front end of the material at the axis of a drill or a face: the largest Z there is. */
export function frontOf({ strips }: StripStock): number {
  return strips.reduce((front, { box }) => Math.max(front, box?.zMax ?? front), Number.NEGATIVE_INFINITY);
}
