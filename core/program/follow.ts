import { type Block, hasWord, LETTER } from "./block.ts";
import { callsOffset, callTool } from "./callTool.ts";
import { followContour } from "./contour.ts";
import type { Following, Next } from "./following.ts";
import { readModes } from "./modes.ts";
import { move } from "./move.ts";
import type { PathState } from "./pathState.ts";

/** Follows one line on its path: modes first, then the tool call, then the motion, then the end or a subprogram. */
export function followBlock(all: Following, path: PathState, block: Block, at: number): Next {
  path.lastLine = block.line;
  if (block.faults.length > 0) sayFaults(all, block);
  if (block.comments.length > 0) keepComments(path, block.comments);
  if (block.isMacro)
    all.say("not-followed", block.line, 1, "Variables and jumps are not worked out here. Extents leave this line out.");
  all.on?.begin(path, block);
  const use = readModes(all, path, block);
  if (block.toolDigits !== "" || callsOffset(all, block)) callTool(all, path, block);
  const { how } = all;
  let next: Next = { go: "on" };
  if (use === "contour") next = followContour(all, path, block, at, how);
  else if (use !== "nothing") move(all, path, block, how, use);
  for (let index = 0; index < block.mCount; index++) {
    const asked = readM(all, block, block.mCodes[index] ?? 0);
    if (asked) next = asked;
  }
  return next;
}

/** Comments belong to the call that follows them, and those before a call's first motion to it too. */
function keepComments(path: PathState, comments: readonly string[]): void {
  const { call } = path;
  path.pending = [...path.pending, ...comments].slice(-MOST_COMMENTS);
  if (call && !call.hasMoved) call.comments = [...call.comments, ...comments].slice(-MOST_COMMENTS);
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

function readM(all: Following, block: Block, code: number): Next | undefined {
  switch (code) {
    case 30:
      return block.isOptional ? undefined : { go: "end", ends: "M30" };
    case 2:
      return block.isOptional ? undefined : { go: "end", ends: "M02" };
    case 99:
      return block.isOptional ? undefined : { go: "end", ends: "M99" };
    case 98: {
      if (!hasWord(block, LETTER.P)) return undefined;
      const asked = Math.trunc(block.value[LETTER.P] ?? 0);
      const times = hasWord(block, LETTER.L) ? Math.trunc(block.value[LETTER.L] ?? 1) : 1;
      return { go: "into", program: asked, times, column: block.column[LETTER.P] ?? 1 };
    }
    case 198:
      all.say(
        "subprogram-missing",
        block.line,
        1,
        "A program outside of this file is called; it is not followed here.",
      );
      return undefined;
    default:
      // Every other M code: none of them moves a slide.
      return undefined;
  }
}
