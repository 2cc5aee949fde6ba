import { type Block, hasWord, LETTER } from "./block.ts";
import { type Following, settleCoordinates, UNIT_WORD } from "./following.ts";
import { CONTOUR_CYCLES, HOMING, KNOWN_G } from "./knownWords.ts";
import { numberOf } from "./motion.ts";
import { addCycle, type PathState } from "./pathState.ts";

/** What a block does with its coordinates where they are no motion. */
export type Use = "move" | "nothing" | "home" | "machine" | "preset" | "probe" | "contour" | "corner" | "hole";

/** Carries out the G codes and says what the coordinates of the block are for. */
export function readModes(all: Following, path: PathState, block: Block): Use {
  let use: Use = "move";
  const hasAxis = hasAnyAxis(block);
  for (let index = 0; index < block.gCount; index++) {
    const code = block.gCodes[index] ?? 0;
    const column = block.gColumns[index] ?? 1;
    const other = readG(all, path, block, code, column, hasAxis);
    if (other) use = other;
  }
  return use;
}

const AXIS_WORDS = (1 << LETTER.X) | (1 << LETTER.Z) | (1 << LETTER.U) | (1 << LETTER.W);
export const ASIDE = (1 << LETTER.Y) | (1 << LETTER.V) | (1 << LETTER.C) | (1 << LETTER.H);
/** True where a block has a word of X, Z, U or W. */
export const hasAnyAxis = ({ has }: Block) => (has & AXIS_WORDS) !== 0;
const hasMotionCode = (block: Block) => {
  for (let index = 0; index < block.gCount; index++) if ((block.gCodes[index] ?? 99) <= 30) return true;
  return false;
};

function readG(
  all: Following,
  path: PathState,
  block: Block,
  code: number,
  column: number,
  hasAxis: boolean,
): Use | undefined {
  if (code <= 30 && code % 10 === 0) {
    path.motion = code / 10;
    return undefined;
  }
  if (code >= 540 && code <= 593) {
    callWork(all, path, block, code);
    return undefined;
  }
  if (code >= 810 && code <= 890) {
    startCycle(path, code / 10);
    return "hole";
  }
  if (HOMING.has(code)) return "home";
  if (CONTOUR_CYCLES.has(code)) return readContourCode(all, path, block, code, column);
  switch (code) {
    case 40:
    case 270:
    case 290:
    case 360:
    case 370:
      return "nothing";
    case 70:
      all.isRadius = false;
      settleCoordinates(all);
      return undefined;
    case 80:
      all.isRadius = true;
      settleCoordinates(all);
      return undefined;
    case 100:
      readData(all, block, column);
      return "nothing";
    case 200:
    case 210:
      setUnits(all, code === 200 ? "in" : "mm", block.line, column);
      return undefined;
    case 310:
      return "probe";
    case 320:
    case 330:
    case 331:
    case 340:
    case 350:
      path.motion = 33;
      addCycle(path.call, `G${code / 10}`);
      return undefined;
    case 400:
      path.compensation = null;
      return undefined;
    case 410:
    case 420:
      path.compensation = code === 410 ? "left" : "right";
      if (path.call) path.call.compensation ??= path.compensation;
      return undefined;
    case 490:
      path.offset = "0";
      return undefined;
    case 500:
    case 920:
      return readLimitOrPreset(all, path, block, code, column, hasAxis);
    case 520:
      if (hasWord(block, LETTER.X) && block.value[LETTER.X] !== 0) sayWorkX(all, block.line, column);
      return "nothing";
    case 530:
      return "machine";
    case 650:
    case 660:
      all.say("not-followed", block.line, column, "A macro call is not followed here. Extents leave it out.");
      return "nothing";
    case 740:
    case 750:
    case 760:
      addCycle(path.call, `G${code / 10}`);
      // The first line of a pair holds only depths and clearances.
      return hasAxis ? "corner" : "nothing";
    case 800:
      if (path.motion >= 81) path.motion = 0;
      return undefined;
    case 900:
    case 910:
    case 940:
      return readNinety(all, path, block, code, hasAxis);
    case 960:
      if (!path.hasSpeedLimit && !limitsSpeed(block)) {
        const message = "Constant surface speed with no speed limit before it: at the centre the spindle runs away.";
        all.say("no-speed-limit", block.line, column, message);
      }
      return undefined;
    default:
      // Every other code of a program: a control may know many more.
      if (!KNOWN_G.has(code))
        all.say("unknown-word", block.line, column, `G${code / 10} is not known here and was passed over.`);
      return undefined;
  }
}

const limitsSpeed = (block: Block) =>
  hasWord(block, LETTER.D) || [500, 920].some((code) => block.gCodes.subarray(0, block.gCount).includes(code));

function callWork(all: Following, path: PathState, block: Block, code: number): void {
  const isExtended = code === 541;
  const name = isExtended ? `G54.1 P${hasWord(block, LETTER.P) ? block.value[LETTER.P] : 1}` : `G${code / 10}`;
  path.work = name;
  if (path.call && !path.call.hasMoved) path.call.work = name;
  all.onWork(path, name, block.line);
}

/** G70 to G73: with P and Q a contour; alone, G70 and G71 are the units of ISO 6983; G73 with a depth is a hole. */
function readContourCode(all: Following, path: PathState, block: Block, code: number, column: number): Use | undefined {
  if (hasWord(block, LETTER.P) && hasWord(block, LETTER.Q) && !hasWord(block, LETTER.Z)) {
    addCycle(path.call, `G${code / 10}`);
    return "contour";
  }
  if (code <= 710 && (block.has & ~(1 << LETTER.N)) === 0) {
    setUnits(all, code === 700 ? "in" : "mm", block.line, column);
    return undefined;
  }
  if (code === 730 && hasWord(block, LETTER.Z)) {
    path.motion = 83;
    addCycle(path.call, "G73");
    return "hole";
  }
  // The first line of a pair: depth of cut and retract, written as U, W and R.
  const first = (letter: number) => (hasWord(block, letter) ? (block.value[letter] ?? 0) : 0);
  if (code === 730) path.pattern = { radius: first(LETTER.U), z: first(LETTER.W), times: first(LETTER.R) };
  else {
    const length = (letter: number) => (hasWord(block, letter) ? numberOf(block, letter, all.how) : 0);
    path.roughing = { depth: length(code === 710 ? LETTER.U : LETTER.W), retract: length(LETTER.R) };
  }
  return "nothing";
}

/** Data that the program writes itself: a work offset with X is a finding. */
function readData(all: Following, block: Block, column: number): void {
  const kind = hasWord(block, LETTER.L) ? block.value[LETTER.L] : undefined;
  const isWork = kind === 2 || kind === 20 || (kind === undefined && block.value[LETTER.P] === 0);
  const x = hasWord(block, LETTER.X) ? block.value[LETTER.X] : hasWord(block, LETTER.U) ? block.value[LETTER.U] : 0;
  if (isWork && x !== 0) sayWorkX(all, block.line, column);
}

function sayWorkX(all: Following, line: number, column: number): void {
  const message = "The program shifts X. The spindle's centre does not move with the part: ask why.";
  all.say("x-work-offset", line, column, message);
}

function setUnits(all: Following, units: "mm" | "in", line: number, column: number): void {
  if (all.units !== null && all.units !== units) {
    const message = `The program changes from ${UNIT_WORD[all.units]} to ${UNIT_WORD[units]} here.`;
    all.say("units-mismatch", line, column, message);
  }
  all.unitsAt ??= { line, column };
  all.units = units;
  settleCoordinates(all);
}

function readLimitOrPreset(
  all: Following,
  path: PathState,
  block: Block,
  code: number,
  column: number,
  hasAxis: boolean,
): Use | undefined {
  if (!hasAxis) {
    if (hasWord(block, LETTER.S)) path.hasSpeedLimit = true;
    return "nothing";
  }
  const isThread = hasWord(block, LETTER.F) || hasWord(block, LETTER.E) || path.motion === 92;
  if (code === 920 && isThread && !all.absoluteIsKnown) {
    startCycle(path, 92);
    return undefined;
  }
  if (hasWord(block, LETTER.S)) path.hasSpeedLimit = true;
  const message =
    "The position is preset from where the tool stands: it must stand exactly there, or all moves are off.";
  all.say("position-preset", block.line, column, message);
  return "preset";
}

/** A cycle that stays for the lines behind it; its targets are its own. */
function startCycle(path: PathState, cycle: number): void {
  if (path.motion !== cycle) {
    path.cycleX = Number.NaN;
    path.cycleZ = Number.NaN;
  }
  path.motion = cycle;
  addCycle(path.call, `G${cycle}`);
}

/** G90, G91 and G94 are modes in one dialect; in the other G90 and G94 with coordinates are box cycles. */
function readNinety(all: Following, path: PathState, block: Block, code: number, hasAxis: boolean): Use | undefined {
  const isMode = !hasAxis || all.absoluteIsKnown || hasMotionCode(block) || code === 910;
  if (!isMode) {
    startCycle(path, code === 900 ? 90 : 94);
    return undefined;
  }
  if (code === 940) return undefined;
  all.absoluteIsKnown = true;
  path.isIncremental = code === 910;
  return undefined;
}
