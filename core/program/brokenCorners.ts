import type { ToolPlace } from "./pathState.ts";
import type { ProgramMotion } from "./programMotion.ts";

/**
 * Breaks and rounds the corners that motions end in: the line is cut short, and a chamfer or an arc leads on to the next one. A corner
 * stays as it is where the next motion of its path is no straight cut, or where a leg is too short for it. Millimetres, X as diameters.
 *
 * @example from X20 Z0 to X20 Z-20 with a chamfer of 1, on to X40: X20 Z-19, then X22 Z-20
 */
export function breakCorners(motions: readonly ProgramMotion[]): readonly ProgramMotion[] {
  if (!motions.some(({ corner }) => corner)) return motions;
  const done: ProgramMotion[] = [];
  const at = new Map<number, ToolPlace>();
  for (const [index, motion] of motions.entries()) {
    const { path } = motion.modes;
    const from = at.get(path);
    const to = placeOf(motion, from);
    at.set(path, to);
    const next = motion.corner && from && nextCut(motions, index);
    const broken = next && brokenCorner(motion, from, to, placeOf(next, to));
    if (broken) done.push(...broken);
    else done.push(motion);
  }
  return done;
}

const UNKNOWN: ToolPlace = { x: Number.NaN, z: Number.NaN };
const isWay = ({ kind }: ProgramMotion) => kind === "rapid" || kind === "feed" || kind === "thread";

/** Where a motion leads; what it does not name stays. After home or machine coordinates the place in the part is not known. */
function placeOf(motion: ProgramMotion, from: ToolPlace = UNKNOWN): ToolPlace {
  if (!isWay(motion)) return motion.kind === "home" || motion.kind === "machine" ? UNKNOWN : from;
  return { x: Number.isNaN(motion.x) ? from.x : motion.x, z: Number.isNaN(motion.z) ? from.z : motion.z };
}

/** The straight cut that comes next on the same path; undefined where something else does. */
function nextCut(motions: readonly ProgramMotion[], index: number): ProgramMotion | undefined {
  const { path } = motions[index]?.modes ?? {};
  for (let at = index + 1; at < motions.length; at++) {
    const next = motions[at];
    if (next?.modes.path !== path) continue;
    return next?.kind === "feed" && !next.arc ? next : undefined;
  }
  return undefined;
}

function brokenCorner(
  motion: ProgramMotion,
  from: ToolPlace,
  to: ToolPlace,
  next: ToolPlace,
): readonly [ProgramMotion, ProgramMotion] | undefined {
  const { corner, arc: _, ...plain } = motion;
  const [came, goes] = [wayOf(from, to), wayOf(to, next)];
  if (!corner || !came || !goes) return undefined;
  const cross = came.z * goes.x - came.x * goes.z;
  const turn = Math.atan2(cross, came.z * goes.z + came.x * goes.x);
  const leg = corner.is === "chamfer" ? corner.size : corner.size * Math.tan(Math.abs(turn) / 2);
  if (!(leg > 0) || leg > came.length || leg > goes.length) return undefined;
  const begin = { x: to.x - 2 * leg * came.x, z: to.z - leg * came.z };
  const end = { x: to.x + 2 * leg * goes.x, z: to.z + leg * goes.z };
  const side = Math.sign(turn);
  // The centre lies at a right angle to the line, on the side to which the corner turns.
  const centre = { x: begin.x + 2 * side * corner.size * came.z, z: begin.z - side * corner.size * came.x };
  const second = { ...plain, ...end };
  return [
    { ...plain, ...begin },
    corner.is === "chamfer" ? second : { ...second, arc: { ...centre, turn: side > 0 ? 1 : -1 } },
  ];
}

/** Direction and length of a straight way, X as a true distance; undefined where it is none. */
function wayOf(from: ToolPlace, to: ToolPlace): (ToolPlace & { readonly length: number }) | undefined {
  const [z, x] = [to.z - from.z, (to.x - from.x) / 2];
  const length = Math.hypot(z, x);
  return length > 0 ? { x: x / length, z: z / length, length } : undefined;
}
