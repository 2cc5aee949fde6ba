import { type Block, hasWord, LETTER } from "./block.ts";
import { cutBox, cutHole, cutToCorner } from "./cycle.ts";
import { type Following, sayCompensation, textOfWord } from "./following.ts";
import { ASIDE, hasAnyAxis, type Use } from "./modes.ts";
import {
  type Coordinates,
  keepAside,
  meetsAngle,
  moveArc,
  moveArcAside,
  moveStraight,
  targetOfBlock,
} from "./motion.ts";
import { type PathState, settleShift } from "./pathState.ts";

/** Carries out the motion of a block; `at` is where its line begins, in characters of the text. */
export function move(all: Following, path: PathState, block: Block, how: Coordinates, use: Use, at: number): void {
  switch (use) {
    case "home":
      goHome(all, path, block, how);
      break;
    case "machine":
      goToMachine(all, path, block, how);
      break;
    case "preset":
      preset(path, block, how);
      break;
    case "move":
    case "nothing":
    case "probe":
    case "contour":
    case "corner":
    case "hole":
      moveTool(all, path, block, how, use, at);
      break;
    default:
      use satisfies never;
  }
}

function moveTool(all: Following, path: PathState, block: Block, how: Coordinates, use: Use, at: number): void {
  const hasAxis = hasAnyAxis(block);
  const isAside = (block.has & ASIDE) !== 0;
  const aside = { y: path.y, c: path.c };
  if (isAside) keepAside(block, path, how);
  const isHole = use === "hole" || path.motion >= 81;
  // A hole is repeated where only the spindle's angle is named.
  const isByAngle = path.motion === 1 && use === "move" && hasWord(block, LETTER.A);
  leaveAngle(all, path, block);
  if (isByAngle && !hasAxis) {
    const column = block.column[LETTER.A] ?? 1;
    const angle = block.value[LETTER.A] ?? 0;
    path.openAngle = { angle, line: block.line, column, words: textOfWord(all.text, at, column) };
    return;
  }
  const isArcAside = path.plane !== "turning" && (path.motion === 2 || path.motion === 3) && isAside;
  if (!hasAxis && !(isHole && isAside) && !isArcAside) return;
  path.moves++;
  leaveIncrements(all, path, block, at);
  startMotion(all, path, block, use === "corner" || use === "hole" || (path.motion > 0 && use === "move"));
  if (use === "probe") moveStraight(block, path, how, false);
  else if (use === "corner") cutToCorner(block, path, how);
  else if (path.motion === 2 || path.motion === 3) {
    if (path.plane === "turning") followArc(all, path, block, how);
    else if (!moveArcAside(block, path, how, path.motion === 2 ? -1 : 1, aside)) {
      const column = motionColumn(block);
      all.leave("unknown-position", path, block.line, column, textOfWord(all.text, at, column));
    }
  } else if (path.motion === 90 || path.motion === 92 || path.motion === 94) cutBox(block, path, how, path.motion);
  else if (path.motion >= 81) cutHole(block, path, how, path.motion >= 87);
  else moveStraight(block, path, how, path.motion !== 0);
}

/** A line by its angle alone leads nowhere where the next motion does not end it. */
function leaveAngle(all: Following, path: PathState, block: Block): void {
  const { openAngle } = path;
  const movesX = hasWord(block, LETTER.X) || hasWord(block, LETTER.U);
  const movesZ = hasWord(block, LETTER.Z) || hasWord(block, LETTER.W);
  if (!openAngle || meetsAngle(block, path, { movesX, movesZ })) return;
  path.openAngle = undefined;
  all.leave("unsupported", path, openAngle.line, openAngle.column, openAngle.words);
}

/** The place where the tool stands is called otherwise from here on; where it is not known, the coordinates begin with it. */
function preset(path: PathState, block: Block, how: Coordinates): void {
  const plain = targetOfBlock(block, { ...path, shift: { x: 0, z: 0 }, isIncremental: false }, how);
  for (const [axis, absolute, increment, now] of [
    ["x", LETTER.X, LETTER.U, plain.x],
    ["z", LETTER.Z, LETTER.W, plain.z],
  ] as const) {
    if (hasWord(block, absolute)) {
      if (Number.isNaN(path[axis])) path[axis] = now;
      else path.preset[axis] += path[axis] - now - path.shift[axis];
    } else if (hasWord(block, increment) && !Number.isNaN(path[axis])) path.preset[axis] -= now - path[axis];
  }
  settleShift(path);
}

/** An increment from a place that is not known leads to one that is not known. */
function leaveIncrements(all: Following, path: PathState, block: Block, at: number): void {
  const isKnown = !Number.isNaN(path.x) && !Number.isNaN(path.z);
  if (isKnown || (!path.isIncremental && !hasWord(block, LETTER.U) && !hasWord(block, LETTER.W))) return;
  const isFrom = (increment: number, absolute: number) =>
    hasWord(block, increment) || (path.isIncremental && hasWord(block, absolute));
  const letterOf = (increment: number, absolute: number) => (hasWord(block, increment) ? increment : absolute);
  for (const [increment, absolute, place] of [
    [LETTER.U, LETTER.X, path.x],
    [LETTER.W, LETTER.Z, path.z],
  ] as const) {
    if (!isFrom(increment, absolute) || !Number.isNaN(place)) continue;
    const column = block.column[letterOf(increment, absolute)] ?? 1;
    all.leave("unknown-position", path, block.line, column, textOfWord(all.text, at, column));
  }
}

function followArc(all: Following, path: PathState, block: Block, how: Coordinates): void {
  const off = moveArc(block, path, how, path.motion === 2 ? -1 : 1);
  if (off === 0) return;
  const column =
    block.column[hasWord(block, LETTER.R) ? LETTER.R : hasWord(block, LETTER.I) ? LETTER.I : LETTER.K] ?? 1;
  const message = `This arc misses its end by ${off.toFixed(3)}. Check radius, centre and end.`;
  all.say("arc-radius", block.line, column, message);
}

/** What must have been said before anything moves, and before anything cuts. */
export function startMotion(all: Following, path: PathState, block: Block, isCut: boolean): void {
  const { line } = block;
  path.hasMoved = true;
  if (all.units === null && !all.unitsAreMissed) {
    all.unitsAreMissed = true;
    const message = "It moves before the program says its unit (G20 or G21): the control takes the one it was left in.";
    all.say("units-missing", line, motionColumn(block), message);
  }
  const { call } = path;
  if (path.work === null && !path.workIsMissed && call && call.offset !== "0") {
    path.workIsMissed = true;
    const message = "It moves before a work offset is called: the control takes the one it was left in.";
    all.say("work-offset-missing", line, motionColumn(block), message);
  }
  if (all.integersAreDigits) sayInteger(all, block);
  if (!call) return;
  if (!call.hasMoved) {
    call.hasMoved = true;
    // What was said before it moved was about this call.
    if (call.offset !== "0") path.pending = [];
    call.work = path.work;
  }
  if (path.work !== null) path.movedIn.add(path.work);
  if (path.work !== null && !call.works.includes(path.work)) call.works = [...call.works, path.work];
  if (isCut && path.compensation !== null) call.compensation ??= path.compensation;
  if (isCut && call.offset === "0" && !call.cancelledIsSaid) {
    call.cancelledIsSaid = true;
    const message = "It cuts with the offset cancelled: the tool is where no offset says it is.";
    all.say("offset-cancelled-motion", line, motionColumn(block), message);
  }
}

function motionColumn(block: Block): number {
  let first = Number.POSITIVE_INFINITY;
  for (const letter of [LETTER.X, LETTER.Z, LETTER.U, LETTER.W, LETTER.C])
    if (hasWord(block, letter)) first = Math.min(first, block.column[letter] ?? 1);
  return Number.isFinite(first) ? first : 1;
}

/** On a machine that counts whole numbers in last digits a forgotten point makes 50 into 0.050. */
function sayInteger(all: Following, block: Block): void {
  for (const letter of [LETTER.X, LETTER.Z, LETTER.U, LETTER.W, LETTER.R, LETTER.I, LETTER.K]) {
    const value = block.value[letter] ?? 0;
    if (!hasWord(block, letter) || (block.integers & (1 << letter)) === 0 || value === 0) continue;
    if (Math.abs(value) >= LEAST_COUNTED) continue;
    const name = String.fromCharCode(65 + letter);
    const message = `${name}${value} has no point: this control reads ${value} last digits. Was ${name}${value}. meant?`;
    all.say("integer-word", block.line, block.column[letter] ?? 1, message);
    return;
  }
}
/** A program that really counts in last digits writes larger numbers than this. */
const LEAST_COUNTED = 500;

function goHome(all: Following, path: PathState, block: Block, how: Coordinates): void {
  if (path.compensation !== null) sayCompensation(all, path, block.line, block.gColumns[0] ?? 1);
  const namesX = hasWord(block, LETTER.X) || hasWord(block, LETTER.U);
  const namesZ = hasWord(block, LETTER.Z) || hasWord(block, LETTER.W);
  const namesNone = !namesX && !namesZ && (block.has & ASIDE) === 0;
  const axes = { x: namesX || namesNone, z: namesZ || namesNone };
  const by = targetOfBlock(block, path, how);
  // `U0` and `W0` only name the axis: there is no place that it passes on its way.
  const stays = (letter: number) => hasWord(block, letter) && block.value[letter] === 0;
  all.on?.home(
    path,
    axes,
    namesNone
      ? undefined
      : { x: namesX && !stays(LETTER.U) ? by.x : Number.NaN, z: namesZ && !stays(LETTER.W) ? by.z : Number.NaN },
  );
  if (namesX || namesNone) path.x = Number.NaN;
  if (namesZ || namesNone) path.z = Number.NaN;
  if (namesX || namesZ || namesNone) path.homeSince = true;
}

/** A move in machine coordinates leaves the part; where that is in the part, is not known here. */
function goToMachine(all: Following, path: PathState, block: Block, how: Coordinates): void {
  const { x, z } = targetOfBlock(block, { ...path, x: Number.NaN, z: Number.NaN, isIncremental: false }, how);
  all.on?.machine(path, { x, z });
  if (hasWord(block, LETTER.X) || hasWord(block, LETTER.U)) path.x = Number.NaN;
  if (hasWord(block, LETTER.Z) || hasWord(block, LETTER.W)) path.z = Number.NaN;
  if (hasAnyAxis(block)) path.homeSince = true;
}
