import { type Following, UNIT_WORD } from "./following.ts";
import type { PathState } from "./pathState.ts";
import type { ProgramCall } from "./programReading.ts";
import type { CallForm } from "./toolCall.ts";

type Say = Following["say"];
/** True for a path whose Z counts positive into the part: its cuts lie and lead to the plus side of the face. */
export function countsIntoPart({ cutZ, fedZ }: PathState): boolean {
  return cutZ.high > -cutZ.low && fedZ > 0;
}

/**
 * Judges every index made since a cut, now that the whole path is known: in front of everything, or further out than
 * anything that is cut, the tool stands clear.
 */
export function judgeIndexes(say: Say, path: PathState): void {
  const { indexes, cutX } = path;
  const inFrontSign = countsIntoPart(path) ? -1 : 1;
  const outermost = Math.max(Math.abs(cutX.low), Math.abs(cutX.high));
  for (const { line, column, from, to, x, z, hasRapid } of indexes) {
    const inFront = inFrontSign * z;
    const isClear = hasRapid
      ? Number.isNaN(x) || Number.isNaN(z) || inFront >= 0 || Math.abs(x) >= outermost
      : inFront > 0;
    if (isClear) continue;
    const message = `Indexes from station ${from} to ${to} while the tool still stands over the part${place(x, z)}. Move clear first.`;
    say("index-over-part", line, column, message);
  }
}

/** Where it stands, as far as it is known. */
function place(x: number, z: number): string {
  const words = [Number.isNaN(x) ? "" : `X${show(x)}`, Number.isNaN(z) ? "" : `Z${show(z)}`].filter(Boolean);
  return words.length === 0 ? "" : ` at ${words.join(" ")}`;
}
const show = (value: number) => String(Math.round(value * 1e4) / 1e4);

/** Says that nothing ends a path; nothing of a further path that neither moves nor calls a tool. Lines count from 1. */
export function sayEnd(say: Say, { ends, lastLine, number, hasMoved, call }: PathState, isEmpty: boolean): void {
  if (ends !== null || (!hasMoved && !call && !isEmpty && number > 1)) return;
  const message =
    "Nothing ends the program here (M30, M02 or M99): the control stops with an alarm, or goes on into what follows.";
  say("no-end", lastLine, 1, message);
}

/** Paths wait for each other in pairs; a mark that stands in one path alone waits for ever. */
export function sayWaits(say: Say, paths: readonly PathState[]): void {
  const [first, ...others] = paths;
  if (!first || others.length === 0) return;
  for (const path of paths)
    for (const [mark, { line, column, count }] of path.waits) {
      const most = Math.max(...paths.filter((one) => one !== path).map(({ waits }) => waits.get(mark)?.count ?? 0));
      if (most >= count) continue;
      const message =
        most === 0
          ? `Path ${path.number} waits at ${mark}, and no other path does: it would wait for ever.`
          : `Path ${path.number} waits at ${mark} ${count} times, the others ${most} times.`;
      say("wait-unpaired", line, column, message);
    }
}

/** One tool with two offsets: good practice, and one more call that must be renumbered when the tool moves. */
export function saySecondOffsets(say: Say, calls: readonly ProgramCall[], form: CallForm): void {
  const first = new Map<number, Map<string, string>>();
  const told = new Set<string>();
  for (const { path, station, offset, line, column } of calls) {
    if (station === "0" || offset === "0") continue;
    const onPath = first.get(path) ?? new Map<string, string>();
    first.set(path, onPath);
    const known = onPath.get(station);
    if (known === undefined) onPath.set(station, offset);
    else if (known !== offset && !told.has(`${path} ${station} ${offset}`)) {
      told.add(`${path} ${station} ${offset}`);
      const index =
        form.kind === "halves" ? " Calling it is an index command too: renumber both when the tool moves." : "";
      say(
        "second-offset",
        line,
        column,
        `Station ${station} is called with offset ${known} before and ${offset} here.${index}`,
      );
    }
  }
}

/** Says which calls name a station that the machine does not have, each at its line and column, counted from 1. */
export function sayStations(say: Say, calls: readonly ProgramCall[], known: readonly string[]): void {
  for (const { station, line, column } of calls)
    if (station !== "0" && !known.includes(station))
      say("unknown-station", line, column, `This machine has no station ${station}.`);
}

/** What becomes of moves that are written in the one unit where the control works in the other. */
export const inOtherUnit = (program: "mm" | "in"): string =>
  program === "mm" ? "every move would be 25.4 times as far" : "every move would be 25.4 times too short";

/** The unit of the program against the machine's. */
export function sayUnits({ units, unitsAt, say }: Following, machine: "mm" | "in"): void {
  if (units === null || units === machine) return;
  const message = `The program is in ${UNIT_WORD[units]}, this machine works in ${UNIT_WORD[machine]}. Check before anything moves: ${inOtherUnit(units)}.`;
  say("units-mismatch", unitsAt?.line ?? 1, unitsAt?.column ?? 1, message);
}
