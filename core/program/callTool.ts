import { type Block, hasWord, LETTER } from "./block.ts";
import { type Following, sayCompensation } from "./following.ts";
import { closedCall, openCall, type PathState } from "./pathState.ts";
import { readToolCall } from "./toolCall.ts";

/** True where a block calls an offset by itself: D beside nothing that would use it otherwise, or H with G43. */
export function callsOffset(all: Following, block: Block): boolean {
  if (all.form.kind !== "number") return false;
  if (hasWord(block, LETTER.D)) {
    for (let index = 0; index < block.gCount; index++) {
      const code = block.gCodes[index] ?? 0;
      if (code === 410 || code === 420 || code === 960 || (code >= 700 && code <= 890)) return false;
    }
    return true;
  }
  return hasWord(block, LETTER.H) && block.gCodes.subarray(0, block.gCount).includes(430);
}

/** Carries out a tool call: an index where the station changes, and from here on another offset. */
export function callTool(all: Following, path: PathState, block: Block): void {
  const { line } = block;
  const hasTool = block.toolDigits !== "";
  const column = hasTool ? (block.column[LETTER.T] ?? 1) : offsetColumn(block);
  let { station, offset } = hasTool
    ? readToolCall(block.toolDigits, all.form)
    : { station: path.station, offset: path.offset };
  if (all.form.kind === "number" && callsOffset(all, block))
    offset = String(hasWord(block, LETTER.D) ? block.value[LETTER.D] : block.value[LETTER.H]);
  const from = path.station;
  if (station === "0" && offset !== "0") station = from;
  const isIndex = station !== from && station !== "0" && from !== "0";
  if (isIndex && path.cutSince && !path.homeSince)
    path.indexes.push({ line, column, from, to: station, x: path.x, z: path.z, hasRapid: path.rapidSince });
  if (isIndex && path.compensation !== null) sayCompensation(all, path, line, column);
  if (station !== "0") path.station = station;
  path.offset = offset;
  if (isIndex) path.cutSince = false;
  if (path.call) all.onCall(closedCall(path.call));
  // What is said beside a cancel is about the cancel.
  if (offset === "0" && block.comments.length > 0) path.pending = path.pending.slice(0, -block.comments.length);
  openCall(path, line, column);
  all.on?.call(path);
}

const offsetColumn = (block: Block) => block.column[hasWord(block, LETTER.D) ? LETTER.D : LETTER.H] ?? 1;
