import { type Block, hasWord, LETTER } from "./block.ts";
import { type Following, settleCoordinates, textOfWord, UNIT_WORD } from "./following.ts";
import { CONTOUR_CYCLES, HOMING, KNOWN_G } from "./knownWords.ts";
import { numberOf } from "./motion.ts";
import { ALL_WORK, type Alteration, addCycle, type PathState, settleShift } from "./pathState.ts";

/** What a block does with its coordinates where they are no motion. */
export type Use = "move" | "nothing" | "home" | "machine" | "preset" | "probe" | "contour" | "corner" | "hole";

/** Carries out the G codes and says what the coordinates of the block are for. */
export function readModes(all: Following, path: PathState, block: Block, at: number): Use {
  let use: Use = "move";
  const hasAxis = hasAnyAxis(block);
  for (let index = 0; index < block.gCount; index++) {
    const code = block.gCodes[index] ?? 0;
    const column = block.gColumns[index] ?? 1;
    const other = readG(all, path, block, code, column, hasAxis, at);
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
  at: number,
): Use | undefined {
  const leave = (lasts?: Alteration) =>
    all.leave("unsupported", path, block.line, column, textOfWord(all.text, at, column), lasts);
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
    case 360:
    case 370:
      return "nothing";
    case 70:
      all.isRadius = false;
      settleCoordinates(all);
      return undefined;
    case 80:
      // With P it is how far the control looks ahead.
      if (hasWord(block, LETTER.P)) return "nothing";
      all.isRadius = true;
      settleCoordinates(all);
      return undefined;
    case 220:
    case 230:
      // A limit that the tool must not leave: its coordinates are no motion.
      return "nothing";
    case 901:
    case 911:
      path.hasAbsoluteCentres = code === 901;
      return undefined;
    case 100:
      readData(all, path, block, column, at);
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
      // With G34 K is by how much the lead grows.
      path.lead =
        hasWord(block, LETTER.K) && !hasWord(block, LETTER.F) && code !== 340
          ? (block.value[LETTER.K] ?? 0)
          : undefined;
      addCycle(path.call, `G${code / 10}`);
      return undefined;
    case 290:
      // Back from home by way of the point in between, to its own end.
      path.motion = 0;
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
      shiftLocally(all, path, block);
      return "nothing";
    case 921:
      Object.assign(path.preset, { x: 0, z: 0 });
      settleShift(path);
      return "nothing";
    case 770:
    case 780:
    case 790:
      all.absoluteIsKnown = true;
      startCycle(path, code === 770 ? 90 : code === 780 ? 92 : 94);
      return undefined;
    case 530:
      return "machine";
    case 501:
      path.altered.delete("mirror");
      return "nothing";
    case 690:
    case 691:
      path.altered.delete("rotation");
      return "nothing";
    case 131:
    case 1130:
    case 180:
      path.plane = "turning";
      return code === 180 ? undefined : "nothing";
    case 510:
    case 511:
      leave(code === 510 ? "scale" : "mirror");
      return "nothing";
    case 680:
    case 681:
      leave("rotation");
      return "nothing";
    case 121:
    case 1120:
      path.plane = "polar";
      return "nothing";
    case 71:
    case 1070: {
      const radius = hasWord(block, LETTER.C) ? (block.value[LETTER.C] ?? 0) : 0;
      path.cylinderRadius = radius;
      path.plane = radius === 0 ? "turning" : "cylinder";
      return "nothing";
    }
    case 170:
      path.plane = "xy";
      return undefined;
    case 190:
      path.plane = "yz";
      return undefined;
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
      if (KNOWN_G.has(code)) return undefined;
      all.say("unknown-word", block.line, column, `G${code / 10} is not known here and was passed over.`);
      if (!hasAxis) return undefined;
      leave();
      return "nothing";
  }
}

const limitsSpeed = (block: Block) =>
  hasWord(block, LETTER.D) || [500, 920].some((code) => block.gCodes.subarray(0, block.gCount).includes(code));

function callWork(all: Following, path: PathState, block: Block, code: number): void {
  const isExtended = code === 541;
  const name = isExtended ? `G54.1 P${hasWord(block, LETTER.P) ? block.value[LETTER.P] : 1}` : `G${code / 10}`;
  path.work = name;
  settleShift(path);
  if (path.call && !path.call.hasMoved) path.call.work = name;
  all.onWork(path, name, block.line);
}

/** G70 to G73: with P and Q a contour; alone, G70 and G71 are the units of ISO 6983; G73 with a depth is a hole. */
function readContourCode(all: Following, path: PathState, block: Block, code: number, column: number): Use | undefined {
  if (hasWord(block, LETTER.P) && hasWord(block, LETTER.Q) && !hasWord(block, LETTER.Z)) {
    addCycle(path.call, `G${code / 10}`);
    return "contour";
  }
  // RS-274's form: along the subroutine of that number.
  if (code <= 720 && hasWord(block, LETTER.Q) && !hasWord(block, LETTER.P)) {
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

/** G52: what follows lies so much further; an axis that it does not name keeps its shift. */
function shiftLocally(all: Following, path: PathState, block: Block): void {
  const how = all.how;
  if (hasWord(block, LETTER.X)) path.local.x = numberOf(block, LETTER.X, how) * (how.isRadius ? 2 : 1);
  if (hasWord(block, LETTER.Z)) path.local.z = numberOf(block, LETTER.Z, how);
  settleShift(path);
}

/** Kinds of data that write a tool's own offset. */
const OFFSET_DATA: ReadonlySet<number> = new Set([1, 10, 11, 12, 13]);

/** Data that the program writes itself: a work offset shifts what follows in it, a tool's offset is a finding. */
function readData(all: Following, path: PathState, block: Block, column: number, at: number): void {
  const kind = hasWord(block, LETTER.L) ? block.value[LETTER.L] : undefined;
  const number = hasWord(block, LETTER.P) ? Math.trunc(block.value[LETTER.P] ?? 0) : undefined;
  const isWork = kind === 2 || kind === 20 || (kind === undefined && number === 0);
  if (!isWork) {
    // Other data that a program may write is no offset.
    if (kind === undefined ? number === undefined : !OFFSET_DATA.has(kind)) return;
    const message = "The program writes into the tool's own offset: what was touched is written over when it runs.";
    all.say("tool-offset-written", block.line, column, message);
    return;
  }
  const x = hasWord(block, LETTER.X) ? block.value[LETTER.X] : hasWord(block, LETTER.U) ? block.value[LETTER.U] : 0;
  if (x !== 0 && kind !== 20) sayWorkX(all, block.line, column);
  const own = path.work ?? "";
  const isExtended = own.startsWith("G54.1");
  const name = number === 0 ? ALL_WORK : isExtended ? `G54.1 P${number}` : `G${53 + (number ?? 1)}`;
  writeWork(all, path, block, { name, isPresent: kind === 20, column, at });
  settleShift(path);
}

/** A work offset that the program writes: by how much what follows in it lies elsewhere than it did. */
function writeWork(
  all: Following,
  path: PathState,
  block: Block,
  {
    name,
    isPresent,
    column,
    at,
  }: { readonly name: string; readonly isPresent: boolean; readonly column: number; readonly at: number },
): void {
  const shift = path.workShift.get(name) ?? { x: 0, z: 0 };
  const written = path.written.get(name) ?? { x: Number.NaN, z: Number.NaN };
  path.workShift.set(name, shift);
  path.written.set(name, written);
  const factor = all.how.isRadius ? 2 : 1;
  const leave = () => all.leave("unknown-value", path, block.line, column, textOfWord(all.text, at, column));
  for (const [axis, absolute, increment, by] of [
    ["x", LETTER.X, LETTER.U, factor],
    ["z", LETTER.Z, LETTER.W, 1],
  ] as const) {
    if (hasWord(block, increment)) shift[axis] += numberOf(block, increment, all.how) * by;
    if (!hasWord(block, absolute)) continue;
    const value = numberOf(block, absolute, all.how) * by;
    if (isPresent) {
      if ((name !== path.work && name !== ALL_WORK) || Number.isNaN(path[axis])) leave();
      else shift[axis] += path[axis] - value - path.shift[axis];
      continue;
    }
    if (!Number.isNaN(written[axis])) shift[axis] += value - written[axis];
    else if (name === ALL_WORK ? path.movedIn.size > 0 : path.movedIn.has(name)) leave();
    written[axis] = value;
  }
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
    // G50 alone ends scaling.
    else if (code === 500) path.altered.delete("scale");
    return "nothing";
  }
  const isThread = all.hasBoxCycles || hasWord(block, LETTER.F) || hasWord(block, LETTER.E) || path.motion === 92;
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
  if (path.motion !== cycle) path.cycleTaper = 0;
  path.motion = cycle;
  addCycle(path.call, `G${cycle}`);
}

/** G90, G91 and G94 are modes in one language; in the other G90 and G94 with coordinates are box cycles. */
function readNinety(all: Following, path: PathState, block: Block, code: number, hasAxis: boolean): Use | undefined {
  const isMode = code === 910 || hasMotionCode(block) || (!all.hasBoxCycles && (!hasAxis || all.absoluteIsKnown));
  if (!isMode) {
    startCycle(path, code === 900 ? 90 : 94);
    return undefined;
  }
  if (code === 940) return undefined;
  if (!all.hasBoxCycles) all.absoluteIsKnown = true;
  path.isIncremental = code === 910;
  return undefined;
}
