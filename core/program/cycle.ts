import { type Block, hasWord, LETTER } from "./block.ts";
import { boxPasses, cornerPasses, driveLinePasses, holePasses } from "./cyclePasses.ts";
import { include } from "./extents.ts";
import { type Coordinates, feed, numberOf, type Target, targetOfBlock } from "./motion.ts";
import type { PathState } from "./pathState.ts";

/** Cycles of one line that cut a box and come back to where they began: along (90), thread (92), across (94). */
type BoxCycle = 90 | 92 | 94;

/**
 * A box cycle: from where the tool stands to the target and back. Its target stays for the lines that follow, which may
 * name X or Z alone. A taper (`R` or `I` on the radius, `K` along) begins that much aside of the target.
 */
export function cutBox(block: Block, path: PathState, how: Coordinates, cycle: BoxCycle): void {
  const target = targetOfBlock(block, path, how);
  if (target.movesX) path.cycleX = target.x;
  if (target.movesZ) path.cycleZ = target.z;
  const taper = hasWord(block, LETTER.R) ? LETTER.R : cycle === 94 ? LETTER.K : LETTER.I;
  if (hasWord(block, taper)) path.cycleTaper = numberOf(block, taper, how);
  const by = path.cycleTaper;
  boxPasses(path, cycle, by);
  reach(path, path.cycleX, path.cycleZ);
  if (by !== 0 && cycle === 94) reach(path, path.cycleX, path.cycleZ + by);
  else if (by !== 0) reach(path, path.cycleX + 2 * by, path.cycleZ);
  comeBack(path);
}

/** Peck, groove and thread cycles of X, Z (or U, W): from where the tool stands to that corner and back. */
export function cutToCorner(block: Block, path: PathState, how: Coordinates): void {
  const target = targetOfBlock(block, path, how);
  if (hasWord(block, LETTER.P) && hasWord(block, LETTER.K) && hasWord(block, LETTER.I) && isCode(block, 760)) {
    cutThreadFromDriveLine(block, path, target, how);
    return;
  }
  cornerPasses(path, block, target, how);
  reachTarget(path, target);
  const taper = isCode(block, 760) ? (hasWord(block, LETTER.R) ? LETTER.R : LETTER.I) : LETTER.R;
  if (isCode(block, 760) && hasWord(block, taper)) reach(path, target.x + 2 * numberOf(block, taper, how), target.z);
  comeBack(path);
}

const isCode = (block: Block, code: number) => block.gCodes.subarray(0, block.gCount).includes(code);

/** RS-274's thread: the crest lies I from where the tool stands, the depth K beyond it, away from the drive line. */
function cutThreadFromDriveLine(block: Block, path: PathState, target: Target, how: Coordinates): void {
  const crest = numberOf(block, LETTER.I, how);
  const depth = Math.sign(crest || -1) * Math.abs(numberOf(block, LETTER.K, how));
  driveLinePasses(path, block, target.movesZ ? target.z : path.z, how);
  reach(path, path.x + 2 * (crest + depth), target.z);
  comeBack(path);
}

/**
 * A hole: to the position that the line names, in to the depth, and out again. Along Z (G81 to G85, G83 as usual) the
 * line's X is the position and Z the depth; across (G87 to G89) Z is the position and X the depth.
 */
export function cutHole(block: Block, path: PathState, how: Coordinates, across: boolean): void {
  const target = targetOfBlock(block, path, how);
  const position = across ? { x: path.x, z: target.z } : { x: target.x, z: path.z };
  if (target.movesX && !across) path.x = position.x;
  if (target.movesZ && across) path.z = position.z;
  const hasDepth = across ? target.movesX : target.movesZ;
  if (hasDepth) path[across ? "cycleX" : "cycleZ"] = across ? target.x : target.z;
  holePasses(path, position, across);
  reach(path, across ? path.cycleX : path.x, across ? path.z : path.cycleZ);
  comeBack(path);
}

function reachTarget(path: PathState, { x, z, movesX, movesZ }: Target): void {
  reach(path, movesX ? x : path.x, movesZ ? z : path.z);
}

/**
 * Widens what is visited and cut by a point and by where the cycle began; the tool itself stays there. Millimetres, X
 * as a diameter.
 */
export function reach(path: PathState, x: number, z: number): void {
  feed(path, z);
  const { call } = path;
  if (path.isAtAngle && call) call.turnsSpindle = true;
  include(path.cutX, x);
  include(path.cutZ, z);
  if (!call) return;
  for (const [extent, value] of [
    [call.x, x],
    [call.z, z],
    [call.cutX, x],
    [call.cutZ, z],
    [call.x, path.x],
    [call.z, path.z],
  ] as const)
    include(extent, value);
}

/** A cycle leaves by rapid, to where it began. */
function comeBack(path: PathState): void {
  path.cutSince = true;
  path.rapidSince = true;
  path.homeSince = false;
}
