import { TOLERANCES } from "../tolerances.ts";
import { type Curve, halfCircle, lineBetween } from "./curve.ts";
import type { CutterNose, CutterShape, Flank } from "./cutterShape.ts";
import type { Way } from "./cutterWay.ts";
import type { Spot } from "./meetings.ts";

/** What of a tool made a curve: the move itself, the nose where it stood at an end, or a straight part of its outline. */
export type MadeBy = "move" | "nose" | "flank";
type Found = (curve: Curve, by: MadeBy) => void;

/** Angles of a nose miss its ends by this much and still count: tangents. Radians. */
const TOUCHING = TOLERANCES.binaryNoise;
const FULL = 2 * Math.PI;
const QUARTER = Math.PI / 2;

/**
 * Everything that a move can leave as the lowest boundary of what it takes away: the way of each edge, and the tool's outline
 * where the move begins and ends. The lowest of all is exactly what the tool leaves.
 */
export function curvesOfMove(shape: CutterShape, way: Way, isFirst: boolean, found: Found): void {
  let isBare = true;
  for (const nose of shape.noses) isBare = sweepNose(nose, way, found) && isBare;
  // Steeper than a flank: its far end is lowest on the way.
  if (!shape.isOnCentre && !isBare)
    for (const { u1, v1 } of shape.flanks) sweepNose({ u: u1, v: v1, radius: 0, from: -Math.PI, to: 0 }, way, found);
  if (isFirst) placeTool(shape, way.from, found);
  placeTool(shape, way.to, found);
  // Where the way of an arc is as steep as a flank, that flank is lowest in the middle of the way.
  const { arc } = way;
  if (!arc) return;
  for (const { u0, v0, u1, v1 } of shape.flanks) {
    const steep = Math.atan2(v1 - v0, u1 - u0);
    for (const angle of [steep + QUARTER, steep - QUARTER]) {
      if (!passes(way, angle)) continue;
      const radius = Math.hypot(way.from.u - arc.u, way.from.v - arc.v);
      placeTool(shape, { u: arc.u + radius * Math.cos(angle), v: arc.v + radius * Math.sin(angle) }, found);
    }
  }
}

/** The tool's outline where it stands. */
function placeTool({ noses, flanks }: CutterShape, at: Spot, found: Found): void {
  for (const { u, v, radius, from, to } of noses) {
    if (radius === 0) continue;
    const centre = { u: at.u + u, v: at.v + v };
    const curve = halfCircle(
      { ...centre, radius, half: -1 },
      centre.u + radius * Math.cos(from),
      centre.u + radius * Math.cos(to),
    );
    if (curve) found(curve, "nose");
  }
  for (const flank of flanks) {
    const curve = placedFlank(flank, at);
    if (curve) found(curve, "flank");
  }
}

const placedFlank = ({ u0, v0, u1, v1 }: Flank, { u, v }: Spot) => lineBetween(u + u0, v + v0, u + u1, v + v1);

/** What a nose leaves beside its way, where it is bare on that side; false where it may not be on all of it. */
function sweepNose({ u, v, radius, from, to }: CutterNose, way: Way, found: Found): boolean {
  const [begin, end] = [way.from, way.to].map((at) => ({ u: at.u + u, v: at.v + v })) as [Spot, Spot];
  if (way.arc) {
    const centre = { u: way.arc.u + u, v: way.arc.v + v };
    sweepArc(centre, begin, end, way.arc.turn, { radius, from, to }, found);
    return false;
  }
  const [left, right] = begin.u <= end.u ? [begin, end] : [end, begin];
  const contact = Math.atan2(right.v - left.v, right.u - left.u) - QUARTER;
  if (radius > 0 && (contact < from - TOUCHING || contact > to + TOUCHING)) return false;
  const [du, dv] =
    // A level way touches exactly below the centre.
    left.v === right.v ? [0, 0 - radius] : [radius * Math.cos(contact), radius * Math.sin(contact)];
  const curve = lineBetween(left.u + du, left.v + dv, right.u + du, right.v + dv);
  if (curve) found(curve, "move");
  return true;
}

/** The lower side of a valley is one nose radius farther from the centre, that of a hill one nearer. */
function sweepArc(
  centre: Spot,
  begin: Spot,
  end: Spot,
  turn: 1 | -1,
  nose: Pick<CutterNose, "radius" | "from" | "to">,
  found: Found,
): void {
  const own = Math.hypot(begin.u - centre.u, begin.v - centre.v);
  for (const half of [-1, 1] as const) {
    const radius = half === -1 ? own + nose.radius : own - nose.radius;
    if (radius < TOLERANCES.binaryNoise) continue;
    // Angles of the way at which the nose touches with a bare part of it.
    const shift = half === -1 ? 0 : Math.PI;
    const [low, high] = nose.radius === 0 ? [shift - Math.PI, shift] : [nose.from + shift, nose.to + shift];
    for (const [a, b] of angularOverlap(begin, end, centre, turn, low, high)) {
      const curve = halfCircle(
        { ...centre, radius, half },
        centre.u + radius * Math.cos(a),
        centre.u + radius * Math.cos(b),
      );
      if (curve) found(curve, "move");
    }
  }
}

/** Angles of an arc from `begin` to `end`, as a beginning and a width of 0 to a full turn, counter-clockwise. */
function spanOf(begin: Spot, end: Spot, centre: Spot, turn: 1 | -1): readonly [start: number, width: number] {
  const angle = (at: Spot) => Math.atan2(at.v - centre.v, at.u - centre.u);
  const [first, last] = turn === 1 ? [angle(begin), angle(end)] : [angle(end), angle(begin)];
  const width = (((last - first) % FULL) + FULL) % FULL;
  return [first, width < TOUCHING ? FULL : width];
}

function angularOverlap(begin: Spot, end: Spot, centre: Spot, turn: 1 | -1, low: number, high: number) {
  const [start, width] = spanOf(begin, end, centre, turn);
  const overlaps: (readonly [number, number])[] = [];
  for (const by of [-2 * FULL, -FULL, 0, FULL]) {
    const [a, b] = [Math.max(start + by, low), Math.min(start + width + by, high)];
    if (b - a > TOUCHING) overlaps.push([a, b]);
  }
  return overlaps;
}

function passes({ from, to, arc }: Way, angle: number): boolean {
  if (!arc) return false;
  const [start, width] = spanOf(from, to, arc, arc.turn);
  return (((angle - start) % FULL) + FULL) % FULL < width;
}

/** A wall that a tool leaves by moving straight away from the material or into it. `facing` is the way in which it looks. */
export interface Wall {
  readonly u: number;
  readonly low: number;
  readonly high: number;
  readonly facing: 1 | -1;
}

/** The walls that a move leaves; empty for one that does not go straight across. */
export function wallsOfMove({ noses }: CutterShape, { from, to, arc }: Way): readonly Wall[] {
  if (arc || Math.abs(from.u - to.u) > TOLERANCES.sameLength || from.v === to.v) return [];
  return noses.flatMap((nose) => {
    const [low, high] = [Math.min(from.v, to.v) + nose.v, Math.max(from.v, to.v) + nose.v];
    const wall = (facing: 1 | -1): Wall => ({ u: to.u + nose.u - facing * nose.radius, low, high, facing });
    return [...(nose.from <= TOUCHING - Math.PI ? [wall(1)] : []), ...(nose.to >= -TOUCHING ? [wall(-1)] : [])];
  });
}
