import { TOLERANCES } from "../tolerances.ts";
import { type Block, hasWord, LETTER } from "./block.ts";
import { type Arc, centreOfArc, include, includeArc } from "./extents.ts";
import type { Corner, MoveKind, PathState } from "./pathState.ts";

/** How the numbers of a block become coordinates. */
export interface Coordinates {
  /** 1, or the last digit for numbers without a decimal point where the machine counts them so. */
  readonly integerFactor: number;
  /** X, U and the depth of cycles are radii (G8). */
  readonly isRadius: boolean;
  /** Coordinates by which arcs may miss their radius before it is said, in the program's unit. */
  readonly arcTolerance: number;
}

export interface Target {
  readonly x: number;
  readonly z: number;
  readonly movesX: boolean;
  readonly movesZ: boolean;
}

/** The number of a letter as a coordinate. */
export function numberOf(block: Block, letter: number, { integerFactor }: Coordinates): number {
  const value = block.value[letter] ?? Number.NaN;
  return (block.integers & (1 << letter)) !== 0 ? value * integerFactor : value;
}

const diameter = (block: Block, letter: number, how: Coordinates) =>
  numberOf(block, letter, how) * (how.isRadius ? 2 : 1);

/** Where a block leads: X and Z, or U and W by how much further. A letter that is missing leaves its axis where it is. */
export function targetOfBlock(block: Block, path: PathState, how: Coordinates): Target {
  let { x, z } = path;
  const movesX = hasWord(block, LETTER.X) || hasWord(block, LETTER.U);
  const movesZ = hasWord(block, LETTER.Z) || hasWord(block, LETTER.W);
  const { shift } = path;
  if (hasWord(block, LETTER.X)) x = diameter(block, LETTER.X, how) + (path.isIncremental ? path.x : shift.x);
  else if (hasWord(block, LETTER.U)) x = path.x + diameter(block, LETTER.U, how);
  if (hasWord(block, LETTER.Z)) z = numberOf(block, LETTER.Z, how) + (path.isIncremental ? path.z : shift.z);
  else if (hasWord(block, LETTER.W)) z = path.z + numberOf(block, LETTER.W, how);
  return { x, z, movesX, movesZ };
}

/** Y and spindle-angle moves are kept aside: their extent on Y, and that the spindle turns to an angle. */
export function keepAside(block: Block, path: PathState, how: Coordinates): void {
  const { call } = path;
  if (hasWord(block, LETTER.Y)) path.y = numberOf(block, LETTER.Y, how) + (path.isIncremental ? path.y : 0);
  else if (hasWord(block, LETTER.V)) path.y += numberOf(block, LETTER.V, how);
  const namesAngle = turnsSpindle(block, path);
  if (hasWord(block, LETTER.C)) path.c = numberOf(block, LETTER.C, { ...how, integerFactor: 1 });
  else if (namesAngle) path.c += numberOf(block, LETTER.H, { ...how, integerFactor: 1 });
  if (!call) return;
  if (hasWord(block, LETTER.Y) || hasWord(block, LETTER.V)) include(call.y, path.y);
  if (namesAngle) path.isAtAngle = true;
}

/**
 * Whether a block turns the spindle to an angle. C behind a straight cut along one axis is a chamfer; H beside a code that uses it otherwise
 * (a length offset, a local call) is none.
 */
function turnsSpindle(block: Block, path: PathState): boolean {
  const namesX = hasWord(block, LETTER.X) || hasWord(block, LETTER.U);
  const namesZ = hasWord(block, LETTER.Z) || hasWord(block, LETTER.W);
  const isCorner = path.motion === 1 && path.plane === "turning" && namesX !== namesZ;
  if (hasWord(block, LETTER.C)) return !isCorner;
  if (!hasWord(block, LETTER.H)) return false;
  const codes = block.gCodes.subarray(0, block.gCount);
  const calls = block.mCodes.subarray(0, block.mCount);
  return !codes.includes(430) && !codes.includes(440) && !calls.includes(97) && !calls.includes(98);
}

/** A straight line; `isCut` for one in feed. An angle `A` gives the coordinate that is left out. */
export function moveStraight(block: Block, path: PathState, how: Coordinates, isCut: boolean): void {
  const target = targetOfBlock(block, path, how);
  let { x, z } = target;
  // Of a thread A is a phase.
  const hasAngle = isCut && path.motion === 1 && hasWord(block, LETTER.A);
  if (path.openAngle) meet(block, path, target, how);
  if (hasAngle && target.movesX !== target.movesZ) {
    const slope = Math.tan((numberOf(block, LETTER.A, { ...how, integerFactor: 1 }) * Math.PI) / 180);
    // Steeper than this, or flatter, and the missing coordinate would run away: the line lies along an axis then.
    if (target.movesX && Math.abs(slope) > TOLERANCES.levelSlope) z = path.z + (x - path.x) / 2 / slope;
    else if (target.movesZ && Math.abs(slope) < 1 / TOLERANCES.levelSlope) x = path.x + 2 * (z - path.z) * slope;
    arrive(path, { x, z, movesX: true, movesZ: true }, isCut);
    return;
  }
  const corner = isCut && path.onMove ? cornerOf(block, path, target, how) : undefined;
  arrive(path, target, isCut, undefined, corner);
}

/** The corner that a straight cut ends in: by a word behind a comma, or by C, R, I or K where it goes along one axis. */
function cornerOf(block: Block, path: PathState, { movesX, movesZ }: Target, how: Coordinates): Corner | undefined {
  if (path.motion !== 1 || path.plane !== "turning") return undefined;
  if (block.chamfer > 0) return { is: "chamfer", size: block.chamfer };
  if (block.rounding > 0) return { is: "round", size: block.rounding };
  if (movesX === movesZ) return undefined;
  for (const [letter, is] of CORNER_WORDS) {
    if (!hasWord(block, letter)) continue;
    const size = Math.abs(numberOf(block, letter, how));
    if (size > 0) return { is, size };
  }
  return undefined;
}
const CORNER_WORDS = [
  [LETTER.C, "chamfer"],
  [LETTER.I, "chamfer"],
  [LETTER.K, "chamfer"],
  [LETTER.R, "round"],
] as const;

/** Whether a line ends the one before it, which has an angle alone: it has an angle and an end itself. */
export const meetsAngle = (
  block: Block,
  path: PathState,
  { movesX, movesZ }: Pick<Target, "movesX" | "movesZ">,
): boolean => path.motion === 1 && hasWord(block, LETTER.A) && movesX && movesZ;

/** A line by its angle alone ends where it meets the one behind it, which has an angle and an end. */
function meet(block: Block, path: PathState, to: Target, how: Coordinates): void {
  const [first, second] = [path.openAngle?.angle ?? 0, numberOf(block, LETTER.A, { ...how, integerFactor: 1 })];
  path.openAngle = undefined;
  if (!meetsAngle(block, path, to)) return;
  const [a, b] = [first, second].map((angle) => (angle * Math.PI) / 180) as [number, number];
  // From (z, r) along a and back from the end along b; r the radius.
  const [z, r] = [to.z - path.z, (to.x - path.x) / 2];
  const determinant = Math.cos(a) * Math.sin(b) - Math.sin(a) * Math.cos(b);
  if (Math.abs(determinant) < TOLERANCES.parallelLines) return;
  const along = (z * Math.sin(b) - r * Math.cos(b)) / determinant;
  const at = { x: path.x + 2 * along * Math.sin(a), z: path.z + along * Math.cos(a) };
  arrive(path, { ...at, movesX: true, movesZ: true }, true);
}

/** The way from where the tool is to a target: widens what the call visits, and moves the path there. */
function arrive(
  path: PathState,
  { x, z, movesX, movesZ }: Target,
  isCut: boolean,
  arc?: MoveKind["arc"],
  corner?: Corner,
): void {
  const { call } = path;
  path.onMove?.(
    { x, z },
    {
      kind: isCut ? (path.motion === 33 ? "thread" : "feed") : "rapid",
      inCycle: false,
      ...(arc && { arc }),
      ...(corner && { corner }),
      ...(path.motion === 33 && path.lead !== undefined && { lead: path.lead }),
    },
  );
  if (isCut) {
    beginCut(path);
    feed(path, z);
  }
  if (call) {
    if (movesX) include(call.x, x);
    if (movesZ) include(call.z, z);
  }
  path.x = x;
  path.z = z;
  if (isCut) cutTo(path);
  else path.rapidSince = true;
}

/** Adds a feed along Z; a beginning or an end that is not known adds nothing. `z` in millimetres. */
export function feed(path: PathState, z: number): void {
  const by = z - path.z;
  if (!Number.isNaN(by)) path.fedZ += by;
}

/** A cut begins where the tool stands. */
export function beginCut(path: PathState): void {
  includeCut(path, path.x, path.z);
  // A cut has its beginning, also where the call has not said that coordinate again.
  if (path.call) {
    include(path.call.x, path.x);
    include(path.call.z, path.z);
  }
}

function cutTo(path: PathState): void {
  if (path.isAtAngle && path.call) path.call.turnsSpindle = true;
  includeCut(path, path.x, path.z);
  path.cutSince = true;
  path.rapidSince = false;
  path.homeSince = false;
}

function includeCut(path: PathState, x: number, z: number): void {
  include(path.cutX, x);
  include(path.cutZ, z);
  if (!path.call) return;
  include(path.call.cutX, x);
  include(path.call.cutZ, z);
}

/**
 * An arc by I and K (from its start to its centre, I a radius) or by R. Gives by how much the end misses the radius, 0 for
 * a good arc; such an arc counts by its ends alone.
 */
export function moveArc(block: Block, path: PathState, how: Coordinates, turn: 1 | -1): number {
  const target = targetOfBlock(block, path, how);
  const from = { radius: path.x / 2, z: path.z };
  const to = { radius: target.x / 2, z: target.z };
  let arc: Arc | undefined;
  let off = 0;
  if (hasWord(block, LETTER.I) || hasWord(block, LETTER.K)) {
    const i = hasWord(block, LETTER.I) ? numberOf(block, LETTER.I, how) : 0;
    const k = hasWord(block, LETTER.K) ? numberOf(block, LETTER.K, how) : 0;
    const centre = path.hasAbsoluteCentres
      ? { radius: i + path.shift.x / 2, z: k + path.shift.z }
      : { radius: from.radius + i, z: from.z + k };
    const radius = Math.hypot(from.radius - centre.radius, from.z - centre.z);
    off = Math.abs(Math.hypot(to.radius - centre.radius, to.z - centre.z) - radius);
    arc = { from, to, centre, turn };
  } else if (hasWord(block, LETTER.R)) {
    const found = centreOfArc(from, to, numberOf(block, LETTER.R, how), turn);
    off = found.off;
    arc = { from, to, centre: found.centre, turn };
  }
  const isGood = off <= how.arcTolerance;
  if (arc && isGood && path.call) {
    includeArc(path.call.x, path.call.z, arc);
    includeArc(path.call.cutX, path.call.cutZ, arc);
  }
  if (arc && isGood) includeArc(path.cutX, path.cutZ, arc);
  arrive(path, target, true, arc && isGood ? { x: arc.centre.radius * 2, z: arc.centre.z, turn } : undefined);
  // From a place that is not known nothing can be said of the arc.
  return isGood || Number.isNaN(off) ? 0 : off;
}

/**
 * An arc in another plane than that of turning: of X and Y (or X and C in polar mode), of Y and Z, or around the cylinder. `from` is
 * where Y and C were. X and Z count with what their own coordinate passes through; the other one is no coordinate of a section. False
 * where the arc begins at a place that is not known: then its end counts alone.
 */
export function moveArcAside(
  block: Block,
  path: PathState,
  how: Coordinates,
  turn: 1 | -1,
  from: { readonly y: number; readonly c: number },
): boolean {
  const target = targetOfBlock(block, path, how);
  const { plane, call } = path;
  const length = (c: number) => (plane === "cylinder" ? ((c * Math.PI) / 180) * path.cylinderRadius : c);
  // Each as two coordinates, counter-clockwise from the first to the second.
  const pair = (x: number, z: number, y: number, c: number): readonly [number, number] => {
    if (plane === "yz") return [y, z];
    if (plane === "cylinder") return [z, length(c)];
    return [x / 2, plane === "polar" ? c : y];
  };
  const begin = pair(path.x, path.z, from.y, from.c);
  const end = pair(target.x, target.z, path.y, path.c);
  const word = (letter: number) => (hasWord(block, letter) ? numberOf(block, letter, how) : 0);
  const [first, second] =
    plane === "yz" ? [LETTER.J, LETTER.K] : plane === "cylinder" ? [LETTER.K, LETTER.J] : [LETTER.I, LETTER.J];
  const hasCentre = hasWord(block, first) || hasWord(block, second);
  const centre = hasCentre
    ? { radius: begin[0] + word(first), z: begin[1] + word(second) }
    : centreOfArc({ radius: begin[0], z: begin[1] }, { radius: end[0], z: end[1] }, word(LETTER.R), turn === 1 ? -1 : 1)
        .centre;
  const radius = Math.hypot(begin[0] - centre.radius, begin[1] - centre.z);
  // What the first coordinate passes through, and the second.
  for (const quarter of [0, 1, 2, 3]) {
    const angle = (quarter * Math.PI) / 2;
    if (!isPassed(begin, end, centre, angle, turn) || !call) continue;
    const at = [centre.radius + radius * Math.cos(angle), centre.z + radius * Math.sin(angle)] as const;
    if (plane === "yz") include(call.z, at[1]);
    else if (plane === "cylinder") include(call.z, at[0]);
    else include(call.x, 2 * at[0]);
  }
  const isKnown = !Number.isNaN(radius) && !Number.isNaN(end[0]) && !Number.isNaN(end[1]);
  arrive(path, target, true);
  return isKnown;
}

/** Whether an arc about a centre passes a direction, from its beginning to its end. */
function isPassed(
  begin: readonly [number, number],
  end: readonly [number, number],
  centre: { readonly radius: number; readonly z: number },
  angle: number,
  turn: 1 | -1,
): boolean {
  const angleOf = ([a, b]: readonly [number, number]) => Math.atan2(b - centre.z, a - centre.radius);
  const whole = 2 * Math.PI;
  const by = (to: number) => (((turn * (to - angleOf(begin))) % whole) + whole) % whole;
  const swept = by(angleOf(end));
  return by(angle) <= (swept < TOLERANCES.binaryNoise ? whole : swept) + TOLERANCES.binaryNoise;
}
