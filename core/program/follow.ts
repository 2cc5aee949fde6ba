import { type Block, hasWord, LETTER } from "./block.ts";
import { callsOffset, callTool } from "./callTool.ts";
import { followContour } from "./contour.ts";
import { type Following, type Next, textOfWord } from "./following.ts";
import type { FilledBlock } from "./macro/fillBlock.ts";
import type { Value } from "./macro/value.ts";
import { readModes } from "./modes.ts";
import { move } from "./move.ts";
import type { PathState } from "./pathState.ts";

/** Follows one line on its path: modes first, then the tool call, then the motion, then the end or a subprogram. */
export function followBlock(
  all: Following,
  path: PathState,
  block: Block,
  at: number,
  macro: FilledBlock | undefined,
): Next {
  path.lastLine = block.line;
  if (block.faults.length > 0) sayFaults(all, block);
  if (block.comments.length > 0 && !isTitleOf(path, block)) keepComments(path, block.comments);
  else if (path.call === undefined && block.toolDigits === "") keepTitleApart(path, block);
  const macroCall = callOfMacro(all, path, block, at, macro);
  if (macroCall) return macroCall;
  all.on?.begin(path, block);
  if (macro) leaveUnknown(all, path, block, macro);
  const use = readModes(all, path, block, at);
  if (block.toolDigits !== "" || callsOffset(all, block)) callTool(all, path, block);
  const { how } = all;
  let next: Next = { go: "on" };
  if (use === "contour") next = followContour(all, path, block, at, how);
  else if (use !== "nothing") move(all, path, block, how, use, at);
  for (let index = 0; index < block.mCount; index++) {
    const asked = readM(all, path, block, block.mCodes[index] ?? 0, at);
    if (asked) next = asked;
  }
  return next;
}

/** Variables of a macro by the letters of its arguments. */
const ARGUMENTS: readonly (readonly [letter: keyof typeof LETTER, variable: number])[] = [
  ["A", 1],
  ["B", 2],
  ["C", 3],
  ["D", 7],
  ["E", 8],
  ["F", 9],
  ["H", 11],
  ["I", 4],
  ["J", 5],
  ["K", 6],
  ["M", 13],
  ["Q", 17],
  ["R", 18],
  ["S", 19],
  ["T", 20],
  ["U", 21],
  ["V", 22],
  ["W", 23],
  ["X", 24],
  ["Y", 25],
  ["Z", 26],
];

/** G65 calls a macro with arguments, G66 after every move until G67: none of their words moves or calls a tool. */
function callOfMacro(
  all: Following,
  path: PathState,
  block: Block,
  at: number,
  macro: FilledBlock | undefined,
): Next | undefined {
  let index = -1;
  for (let place = 0; place < block.gCount; place++) {
    const code = block.gCodes[place];
    if (code === 670) path.modalCall = undefined;
    if (code === 650 || code === 660) index = place;
  }
  if (index < 0) return undefined;
  const column = block.gColumns[index] ?? 1;
  const words = textOfWord(all.text, at, column);
  if (!hasWord(block, LETTER.P)) {
    all.leave("unknown-value", path, block.line, column, words);
    return { go: "on" };
  }
  const values = new Map<number, Value>();
  for (const [letter, variable] of ARGUMENTS) {
    const name = LETTER[letter];
    if (macro?.values.has(name)) values.set(variable, macro.values.get(name));
    else if (letter === "T" && block.toolDigits !== "") values.set(variable, Number(block.toolDigits));
    else if (letter === "M" && block.mCount > 0) values.set(variable, block.mCodes[0]);
    else if (hasWord(block, name)) values.set(variable, block.value[name]);
  }
  const program = Math.trunc(block.value[LETTER.P] ?? 0);
  const times = hasWord(block, LETTER.L) ? Math.trunc(block.value[LETTER.L] ?? 1) : 1;
  const call = { program, times, values, column, words };
  if (block.gCodes[index] === 660) {
    path.modalCall = { name: `O${program}`, call };
    return { go: "on" };
  }
  return { go: "macro", call };
}

/** Letters that move nothing: feed, speed, sequence number. */
const STILL: readonly number[] = [LETTER.F, LETTER.S, LETTER.N, LETTER.E];

/** Words whose value only the machine knows are left; a dwell, a feed or a speed of that kind moves nothing. */
function leaveUnknown(all: Following, path: PathState, block: Block, { unknown }: FilledBlock): void {
  const isDwell = block.gCodes.subarray(0, block.gCount).includes(40);
  const word = unknown.find(({ letter }) => !STILL.includes(letter) && !isDwell);
  if (word) all.leave("unknown-value", path, block.line, word.column, word.text);
}

/** True where a comment stands beside the program's number: it is the file's title. */
const isTitleOf = (path: PathState, block: Block): boolean => path.call === undefined && block.isTitle;

/** What stands above the first line of a program, one comment under the other, is its title and no tool's. */
function keepTitleApart(path: PathState, { isTitle, gCount, mCount }: Block): void {
  if (isTitle) path.isBelowTitle = true;
  else if (path.isBelowTitle && gCount + mCount > 0) {
    path.pending = [];
    path.isBelowTitle = false;
  }
}

/**
 * Comments belong to the call that follows them, and those before a call's first motion to it too; beside a cancel they belong to neither
 * tool.
 */
function keepComments(path: PathState, comments: readonly string[]): void {
  const { call } = path;
  path.pending = [...path.pending, ...comments].slice(-MOST_COMMENTS);
  if (call && !call.hasMoved && call.offset !== "0")
    call.comments = [...call.comments, ...comments].slice(-MOST_COMMENTS);
}
const MOST_COMMENTS = 4;

function sayFaults(all: Following, block: Block): void {
  for (const { code, column, text } of block.faults) {
    const words = {
      syntax: `“${text}” is not a word such as G1 or X12.5.`,
      "comment-open": "This comment has no closing bracket, so the rest of the line is a comment too.",
      "decimal-comma": "A decimal comma: controls read a point. Write X12.5, not X12,5.",
      "word-twice": `${text} stands twice in this line; a control takes one of them or stops.`,
    };
    all.say(code, block.line, column, words[code]);
  }
}

function readM(all: Following, path: PathState, block: Block, code: number, at: number): Next | undefined {
  const wordOf = (letter: number) => textOfWord(all.text, at, block.column[letter] ?? 1);
  switch (code) {
    case 30:
      return block.isOptional ? undefined : { go: "end", ends: "M30" };
    case 2:
      return block.isOptional ? undefined : { go: "end", ends: "M02" };
    case 99: {
      if (block.isOptional) return undefined;
      if (!hasWord(block, LETTER.P)) return { go: "end", ends: "M99" };
      const column = block.column[LETTER.P] ?? 1;
      return { go: "end", ends: "M99", back: Math.trunc(block.value[LETTER.P] ?? 0), column };
    }
    case 97:
    case 98: {
      const times = hasWord(block, LETTER.L) ? Math.trunc(block.value[LETTER.L] ?? 1) : 1;
      const isBlock = code === 97 || (!hasWord(block, LETTER.P) && hasWord(block, LETTER.H));
      const letter = code === 98 && isBlock ? LETTER.H : LETTER.P;
      const column = block.column[letter] ?? 1;
      if (!hasWord(block, letter)) return undefined;
      const number = Math.trunc(block.value[letter] ?? 0);
      const words = wordOf(letter);
      return isBlock
        ? { go: "block", number, times, column, words }
        : { go: "into", program: number, times, column, words };
    }
    case 198:
      all.say(
        "subprogram-missing",
        block.line,
        1,
        "A program outside of this file is called; it is not followed here.",
      );
      all.leave("missing", path, block.line, 1, "M198");
      return undefined;
    default:
      // Every other M code: none of them moves a slide.
      return undefined;
  }
}
