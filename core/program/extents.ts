import { TOLERANCES } from "../tolerances.ts";

/** Lowest and highest coordinate visited; `low > high` while nothing has been. */
export interface Extent {
  low: number;
  high: number;
}
export type Range = readonly [number, number];

/** An extent that holds nothing yet: its low end is above its high end. */
export const emptyExtent = (): Extent => ({ low: Number.POSITIVE_INFINITY, high: Number.NEGATIVE_INFINITY });

/** Makes an extent hold nothing again. */
export function empty(extent: Extent): void {
  extent.low = Number.POSITIVE_INFINITY;
  extent.high = Number.NEGATIVE_INFINITY;
}

/** Widens an extent by a coordinate; one that is not known (NaN) widens nothing. In the unit of the extent. */
export function include(extent: Extent, value: number): void {
  if (value < extent.low) extent.low = value;
  if (value > extent.high) extent.high = value;
}

/** Lowest and highest coordinate of an extent, in the unit that went in; null where it holds nothing. */
export const rangeOf = ({ low, high }: Extent): Range | null => (low > high ? null : [low, high]);

/** An arc in the plane of a lathe, radii on X: from and to a point, `turn` 1 counter-clockwise with +Z to the right and +X up. */
export interface Arc {
  readonly from: { readonly radius: number; readonly z: number };
  readonly to: { readonly radius: number; readonly z: number };
  readonly centre: { readonly radius: number; readonly z: number };
  readonly turn: 1 | -1;
}

/**
 * Centre of an arc given by its radius: on the left of the way for a counter-clockwise arc of less than half a turn, on
 * the right for a clockwise one; a negative radius asks for the longer way round. Where the radius is too small to span
 * the two points the middle between them is given, with `off` by how much it is too small.
 *
 * @example a quarter turn from (z 0, radius 10) to (z −10, radius 20) with radius 10, counter-clockwise, has its centre at (−10, 10)
 */
export function centreOfArc(
  from: Arc["from"],
  to: Arc["to"],
  radius: number,
  turn: 1 | -1,
): { readonly centre: Arc["centre"]; readonly off: number } {
  const dz = to.z - from.z;
  const dr = to.radius - from.radius;
  const chord = Math.hypot(dz, dr);
  const half = chord / 2;
  const middle = { z: (from.z + to.z) / 2, radius: (from.radius + to.radius) / 2 };
  const short = half - Math.abs(radius);
  if (chord === 0 || short >= 0) return { centre: middle, off: Math.max(short, 0) };
  const height = Math.sqrt(radius * radius - half * half) * turn * (radius < 0 ? -1 : 1);
  // Left of the way from → to: its direction turned a quarter counter-clockwise, (z, r) → (−r, z).
  return {
    centre: { z: middle.z - (dr / chord) * height, radius: middle.radius + (dz / chord) * height },
    off: 0,
  };
}

/** Widens extents (X as diameters) by everything that an arc passes through. */
export function includeArc(x: Extent, z: Extent, { from, to, centre, turn }: Arc): void {
  const radius = Math.hypot(from.z - centre.z, from.radius - centre.radius);
  const start = Math.atan2(from.radius - centre.radius, from.z - centre.z);
  const stop = Math.atan2(to.radius - centre.radius, to.z - centre.z);
  const sweep = positive(turn * (stop - start)) || FULL_TURN;
  for (let quarter = 0; quarter < 4; quarter++) {
    const angle = (quarter * Math.PI) / 2;
    if (positive(turn * (angle - start)) > sweep) continue;
    if (quarter % 2 === 0) include(z, centre.z + (quarter === 0 ? radius : -radius));
    else include(x, 2 * (centre.radius + (quarter === 1 ? radius : -radius)));
  }
}

const FULL_TURN = 2 * Math.PI;
const positive = (angle: number) => ((angle % FULL_TURN) + FULL_TURN) % FULL_TURN;

/**
 * Points along an arc to its end, close enough that chords between them miss it by `TOLERANCES.chordMiss` at most. X are
 * diameters, the centre's too; `turn` is 1 counter-clockwise with +Z to the right and +X up. A full turn where both ends are one.
 */
export function chordsOfArc(
  from: { readonly x: number; readonly z: number },
  to: { readonly x: number; readonly z: number },
  arc: { readonly x: number; readonly z: number; readonly turn: 1 | -1 },
): readonly { readonly x: number; readonly z: number }[] {
  const centre = { radius: arc.x / 2, z: arc.z };
  const radius = Math.hypot(from.z - centre.z, from.x / 2 - centre.radius);
  if (!Number.isFinite(radius) || radius === 0) return [to];
  const start = Math.atan2(from.x / 2 - centre.radius, from.z - centre.z);
  const stop = Math.atan2(to.x / 2 - centre.radius, to.z - centre.z);
  const sweep = positive(arc.turn * (stop - start)) || FULL_TURN;
  const largest = 2 * Math.acos(Math.max(0, 1 - TOLERANCES.chordMiss / radius));
  const steps = Math.max(1, Math.ceil(sweep / largest));
  const inside = Array.from({ length: steps - 1 }, (_, step) => {
    const angle = start + (arc.turn * sweep * (step + 1)) / steps;
    return { x: 2 * (centre.radius + radius * Math.sin(angle)), z: centre.z + radius * Math.cos(angle) };
  });
  return [...inside, to];
}
