import { callOf, type MachineProfile, stationCalled } from "../machine/index.ts";
import type { ToolKind } from "../tool/index.ts";
import type { ProposedTool } from "./proposedTool.ts";

/** A tool as it stands in a station, with the offset that it is touched off for. */
export interface StandingTool {
  readonly station: string;
  readonly offset: string;
  readonly kind: ToolKind;
  /** Of a tool that has one, millimetres. */
  readonly diameter?: number | undefined;
  /** Set where it is a second offset of the tool of that offset. */
  readonly secondOf?: string | undefined;
}

/** One station and offset that the program calls. */
export interface CalledTool {
  readonly path: number;
  /** Number by which it is called. */
  readonly station: string;
  readonly offset: string;
  /** True for a second offset of a station that is called with another one before. */
  readonly isSecond: boolean;
}

/** Something about which the three lists disagree. */
export type ListConflict =
  | { readonly code: "no-such-station"; readonly called: CalledTool }
  | { readonly code: "empty-station"; readonly called: CalledTool }
  /** The tool of the called offset stands somewhere else, or has been exchanged with the one that stands there. */
  | {
      readonly code: "elsewhere";
      readonly called: CalledTool;
      readonly standsIn: string;
      readonly swappedWith: string | undefined;
    }
  /** The called place holds a tool that is called in another place, and the called tool is not loaded. */
  | { readonly code: "occupied"; readonly called: CalledTool; readonly standing: StandingTool }
  | { readonly code: "other-offset"; readonly called: CalledTool; readonly standing: StandingTool }
  | {
      readonly code: "other-kind";
      readonly called: CalledTool;
      readonly standing: StandingTool;
      readonly proposed: ToolKind;
    }
  /** The program's words name another diameter, millimetres. */
  | {
      readonly code: "other-diameter";
      readonly called: CalledTool;
      readonly standing: StandingTool;
      readonly diameter: number;
      readonly words: string;
    }
  | { readonly code: "offset-twice"; readonly called: CalledTool; readonly other: CalledTool }
  | { readonly code: "no-row"; readonly called: CalledTool; readonly rows: number }
  | { readonly code: "second-missing"; readonly called: CalledTool; readonly of: string }
  | { readonly code: "not-called"; readonly standing: StandingTool }
  | { readonly code: "row-not-called"; readonly offset: string };

/** The three lists side by side: what the program calls, what the control's table holds, what stands in the stations. */
export interface ToolLists {
  readonly called: readonly CalledTool[];
  readonly conflicts: readonly ListConflict[];
}

/**
 * Compares what a program calls with the rows of the control's table and with the tools in their stations. Every
 * disagreement is one conflict: missing, extra, standing elsewhere or exchanged, doubly used. Where all three agree there
 * is none.
 *
 * `rows` are the offsets whose row holds something; a row that no call uses is told so that an old value is not kept
 * unknowingly.
 */
export function compareLists(
  proposed: readonly ProposedTool[],
  standing: readonly StandingTool[],
  rows: readonly string[],
  machine: Pick<MachineProfile, "stations" | "table">,
): ToolLists {
  const called = proposed.flatMap(({ path, station, offsets }) =>
    offsets.map((offset, index) => ({ path, station, offset, isSecond: index > 0 })),
  );
  const place = (number: string) => stationCalled(machine, number)?.id ?? (machine.stations ? undefined : number);
  const conflicts: ListConflict[] = [];
  for (const one of called) {
    const where = place(one.station);
    const there = standing.filter(({ station }) => station === where);
    const sameOffset = standing.find(({ offset }) => offset === one.offset);
    if (where === undefined) conflicts.push({ code: "no-such-station", called: one });
    else if (one.isSecond) conflicts.push(...ofSecond(one, there, sameOffset, called));
    else if (sameOffset && sameOffset.station !== where)
      conflicts.push({
        code: "elsewhere",
        called: one,
        standsIn: sameOffset.station,
        swappedWith: swapOf(one, there, called, place),
      });
    else if (!sameOffset && there.length === 0) conflicts.push({ code: "empty-station", called: one });
    else if (!sameOffset) conflicts.push(ofOther(one, there, called));
    else conflicts.push(...ofKind(one, sameOffset, proposed));
    const most = machine.table?.rows;
    if (most !== undefined && Number(one.offset) > most) conflicts.push({ code: "no-row", called: one, rows: most });
    const other = called.find(
      (two) => two !== one && two.offset === one.offset && two.path === one.path && two.station !== one.station,
    );
    if (other && called.indexOf(other) < called.indexOf(one))
      conflicts.push({ code: "offset-twice", called: one, other });
  }
  const isCalled = (offset: string) => called.some((one) => one.offset === offset);
  const stands = (tool: StandingTool) => called.some((one) => place(one.station) === tool.station);
  for (const tool of standing)
    if (!isCalled(tool.offset) && !stands(tool) && tool.secondOf === undefined)
      conflicts.push({ code: "not-called", standing: tool });
  for (const offset of rows)
    if (!isCalled(offset) && !standing.some((tool) => tool.offset === offset))
      conflicts.push({ code: "row-not-called", offset });
  return { called, conflicts };
}

/** Another tool stands in the called place: one that is called elsewhere, or the right one under another offset. */
function ofOther(one: CalledTool, there: readonly StandingTool[], called: readonly CalledTool[]): ListConflict {
  const [standing] = there;
  if (!standing) return { code: "empty-station", called: one };
  const isCalledElsewhere = called.some(({ offset, path }) => offset === standing.offset && path === one.path);
  return { code: isCalledElsewhere ? "occupied" : "other-offset", called: one, standing };
}

/** A second offset wants the tool of the first in its station, and to be made from it. */
function ofSecond(
  one: CalledTool,
  there: readonly StandingTool[],
  sameOffset: StandingTool | undefined,
  called: readonly CalledTool[],
): readonly ListConflict[] {
  if (sameOffset) return [];
  const first = called.find(({ path, station, isSecond }) => path === one.path && station === one.station && !isSecond);
  const of = there.find(({ offset }) => offset === first?.offset);
  return of ? [{ code: "second-missing", called: one, of: of.offset }] : [];
}

/** The offset of the tool that stands in the called place and is itself called where the missing one stands. */
function swapOf(
  one: CalledTool,
  there: readonly StandingTool[],
  called: readonly CalledTool[],
  place: (station: string) => string | undefined,
): string | undefined {
  return there.find((tool) =>
    called.some((two) => two !== one && two.offset === tool.offset && place(two.station) !== tool.station),
  )?.offset;
}

/** Kinds that a program's words cannot tell apart well enough to object. */
const ALIKE: readonly (readonly ToolKind[])[] = [
  ["outside-turning", "facing"],
  ["drill", "centre-drill", "spot-drill", "live-axial-drill"],
  ["reamer", "drill"],
  ["groove-outside", "part-off", "thread-outside", "form"],
  ["boring", "back-boring", "groove-bore", "thread-bore"],
  ["live-cross-cutter", "live-cross-drill", "live-axial-cutter", "live-axial-drill"],
];

/** Sizes in comments are rounded: 3.3 for 3.25, 17/32 for 13.49. Millimetres. */
const SAME_SIZE = 0.1;

function ofKind(one: CalledTool, tool: StandingTool, proposed: readonly ProposedTool[]): readonly ListConflict[] {
  const wanted = proposed.find(({ path, station }) => path === one.path && station === one.station);
  if (wanted?.kind === undefined || wanted.from !== "words") return [];
  const { kind, diameter, words } = wanted;
  const isAlike = kind === tool.kind || ALIKE.some((family) => family.includes(kind) && family.includes(tool.kind));
  if (isAlike) {
    const isOther =
      diameter !== undefined && tool.diameter !== undefined && Math.abs(diameter - tool.diameter) > SAME_SIZE;
    return isOther ? [{ code: "other-diameter", called: one, standing: tool, diameter, words }] : [];
  }
  return [{ code: "other-kind", called: one, standing: tool, proposed: kind }];
}

/**
 * Number by which programs call the station of a tool, for renumbering towards it. Undefined where the machine has no
 * such station.
 */
export function calledNumber(machine: Pick<MachineProfile, "stations">, station: string): string | undefined {
  const found = machine.stations?.find(({ id }) => id === station);
  return found ? callOf(found) : /^\d{1,3}$/.test(station) ? station : undefined;
}
