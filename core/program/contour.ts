import { type Block, createBlock, hasWord, LETTER, readBlock } from "./block.ts";
import { type ContourMove, contourPasses } from "./contourPasses.ts";
import { reach } from "./cycle.ts";
import { type Following, type Next, textOfWord } from "./following.ts";
import { fillBlock } from "./macro/fillBlock.ts";
import { readModes } from "./modes.ts";
import { type Coordinates, numberOf } from "./motion.ts";
import { move, startMotion } from "./move.ts";
import type { PathState } from "./pathState.ts";
import type { BlockIndex } from "./survey.ts";

/**
 * A cycle along a contour: everything between its two numbered blocks counts, and for G73 the contour set back by what
 * the pattern begins with. Where the contour follows the cycle, the control goes on behind it.
 */
export function followContour(all: Following, path: PathState, block: Block, at: number, how: Coordinates): Next {
  const { line } = block;
  const [p, q] = [block.value[LETTER.P] ?? 0, block.value[LETTER.Q] ?? 0];
  const column = block.column[hasWord(block, LETTER.P) ? LETTER.P : LETTER.Q] ?? 1;
  const setBack = block.gCodes.subarray(0, block.gCount).includes(730) ? path.pattern : undefined;
  const sub = hasWord(block, LETTER.P) ? undefined : subOf(all, String(q));
  const found = sub ?? (hasWord(block, LETTER.P) ? nearest(all.blocks, p, at) : undefined);
  startMotion(all, path, block, true);
  if (!found || (!sub && !all.blocks.has(q))) {
    const message = `The contour from block N${p} to N${q} is not in this file, so the cycle's extents are not known.`;
    all.say("contour-missing", line, column, message);
    all.leave("missing", path, line, column, textOfWord(all.text, at, column));
    return { go: "on" };
  }
  const [startX, startZ, motion] = [path.x, path.z, path.motion];
  const isIncremental = path.isIncremental;
  reach(path, startX, startZ);
  const contour = createBlock();
  let [from, number, isClosed] = [found.at, found.line, false];
  const sink = path.onMove;
  const line_: ContourMove[] = [];
  if (sink) path.onMove = (to, by) => line_.push({ to, by, compensation: path.compensation });
  while (from < all.text.length && all.budget-- > 0 && !isClosed) {
    const next = readBlock(all.text, from, contour);
    contour.line = number;
    isClosed = sub ? from >= sub.end : hasWord(contour, LETTER.N) && contour.value[LETTER.N] === q;
    if (sub && isClosed) break;
    if (contour.isMacro) fillFromVariables(all, path, contour, from);
    const use = readModes(all, path, contour, from);
    if (use === "move") {
      move(all, path, contour, how, use, from);
      if (setBack) {
        const allowance = (letter: number) => (hasWord(block, letter) ? numberOf(block, letter, how) : 0);
        const by = {
          x: 2 * setBack.radius + allowance(LETTER.U) * (how.isRadius ? 2 : 1),
          z: setBack.z + allowance(LETTER.W),
        };
        reach(path, path.x + by.x, path.z + by.z);
      }
    }
    from = next;
    number++;
  }
  if (!isClosed) {
    const message = `Block N${q}, the end of the contour, does not follow block N${p}.`;
    all.say("contour-missing", line, column, message);
  }
  path.onMove = sink;
  Object.assign(path, { x: startX, z: startZ, motion, isIncremental });
  if (sink) contourPasses(path, block, line_, how);
  Object.assign(path, { cutSince: true, rapidSince: true, homeSince: false });
  return !sub && found.at >= at && isClosed ? { go: "behind", at: from, line: number } : { go: "on" };
}

/** A line of a contour with variables: its words with their values. What is a jump, or not known, is left. */
function fillFromVariables(all: Following, path: PathState, contour: Block, from: number): void {
  const { statement } = all.statementOf(from);
  if (statement.kind !== "words") {
    contour.isMacro = false;
    if (statement.kind !== "nothing") all.leave("unsupported", path, contour.line, 1, "");
    return;
  }
  const made = statement.assignments.map(({ variable, value }) => [variable(all.env), value(all.env)] as const);
  const { unknown } = fillBlock(contour, statement, all.env);
  for (const [variable, value] of made) if (variable !== undefined) all.env.write(variable, value);
  const [first] = unknown;
  if (first) all.leave("unknown-value", path, contour.line, first.column, first.text);
  for (const { letter } of unknown) {
    if (letter === LETTER.X || letter === LETTER.U) path.x = Number.NaN;
    if (letter === LETTER.Z || letter === LETTER.W) path.z = Number.NaN;
  }
}

/** The subroutine that a contour is written as (`o100 sub … endsub`): from its first line to its end. */
function subOf(all: Following, name: string) {
  const lines = all.oWords();
  const first = lines.findIndex((one) => one.name === name && one.word === "sub");
  const end = lines.find((one, index) => index > first && one.name === name && one.word === "endsub");
  const [begin] = first < 0 ? [] : lines.slice(first, first + 1);
  return begin && end && { at: begin.next, line: begin.line + 1, end: end.at };
}

/** The place of a block that comes next behind `at`, or else the last one before it. */
function nearest(blocks: BlockIndex, number: number, at: number) {
  const places = blocks.get(number);
  if (!places) return undefined;
  let [low, high] = [0, places.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((places[middle]?.at ?? 0) < at) low = middle + 1;
    else high = middle;
  }
  return places[low] ?? places[low - 1];
}
