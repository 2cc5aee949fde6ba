import { readInsertDesignation, type ToolKind } from "../tool/index.ts";
import { convertLength, type Unit } from "../units/index.ts";
import type { ProgramCall, ProgramReading } from "./programReading.ts";

/** What a program lets one guess of a tool that it calls. Lengths in millimetres. */
export interface ProposedTool {
  readonly path: number;
  readonly station: string;
  /** Offsets that it is called with, in the order of their first call. */
  readonly offsets: readonly string[];
  /** Lines of its calls. */
  readonly lines: readonly number[];
  /** What the program says about it, empty where it says nothing. */
  readonly words: string;
  readonly kind: ToolKind | undefined;
  /** Whether the kind comes from words or from what it does. */
  readonly from: "words" | "motion" | undefined;
  readonly width: number | undefined;
  readonly diameter: number | undefined;
  readonly pitch: number | undefined;
  readonly insert: string | undefined;
}

/**
 * Goes through the tools that a program calls, and reads from its comments, or else from how it moves them, what they
 * must be. A proposal for a person to look at, never taken over by itself.
 *
 * @example `(GROOVE 3MM)` beside T0505 proposes an outside groove blade 3 wide in station 5
 */
export function proposeTools({ calls, header, units }: ProgramReading): readonly ProposedTool[] {
  const groups = new Map<string, ProgramCall[]>();
  for (const call of calls) {
    if (call.station === "0") continue;
    const key = `${call.path} ${call.station}`;
    const group = groups.get(key);
    if (group) group.push(call);
    else groups.set(key, [call]);
  }
  return [...groups.values()].map((group) => {
    const [first] = group as [ProgramCall, ...ProgramCall[]];
    const own = group.flatMap(({ comments }) => comments).filter((words) => !namesOther(words, first.station));
    const listed = header.map(({ text }) => text).filter((words) => names(words, first.station));
    const words = [...new Set([...own, ...listed])];
    const named = words.find((one) => kindOfWords(one, group) !== undefined) ?? words[0] ?? "";
    const byWords = kindOfWords(named, group);
    const kind = byWords ?? kindOfMotion(group);
    const sizes = words.map((one) => sizesOf(one, units ?? "mm", kind));
    return {
      path: first.path,
      station: first.station,
      offsets: [...new Set(group.map(({ offset }) => offset).filter((offset) => offset !== "0"))],
      lines: group.map(({ line }) => line),
      words: named,
      kind,
      from: byWords ? "words" : kind ? "motion" : undefined,
      width: firstOf(sizes, "width"),
      diameter: firstOf(sizes, "diameter"),
      pitch: firstOf(sizes, "pitch"),
      insert: words.map(insertIn).find(Boolean),
    };
  });
}

const firstOf = <Name extends "width" | "diameter" | "pitch">(
  sizes: readonly Partial<Record<Name, number>>[],
  name: Name,
) => sizes.map((one) => one[name]).find((one) => one !== undefined);

/** A tool's number at the beginning of a comment, as lists of tools write it: `T05`, `T0505`, `TOOL 5`. */
const NAMED = /^T(?:OOL)?\s*#?0*(\d{1,2})(?:\d\d)?\b/i;
const names = (words: string, station: string) => NAMED.exec(words)?.[1] === station;
const namesOther = (words: string, station: string) => {
  const named = NAMED.exec(words)?.[1];
  return named !== undefined && named !== station;
};

const INSIDE = /\b(?:ID|I\.D\.|INSIDE|INTERNAL|BORE|INT)\b/i;
/** Words of the trade, the more particular ones first. */
const KINDS: readonly (readonly [RegExp, (words: string, calls: readonly ProgramCall[]) => ToolKind])[] = [
  [/\bBAR[- ]?PULL|\bPULLER\b|\bPULL[- ]?BAR/i, () => "bar-puller"],
  [/\b(?:BAR|STOCK)[- ]?STOP\b|^\W*STOP\W*$/i, () => "bar-stop"],
  [/CENT(?:ER|RE)[- ]?DRILL/i, () => "centre-drill"],
  [/\bSPOT/i, () => "spot-drill"],
  [/\bREAM/i, () => "reamer"],
  [/\bTAP(?:PING)?\b/i, () => "tap"],
  [/\bTHREAD|\bTHRD\b/i, (words) => (INSIDE.test(words) ? "thread-bore" : "thread-outside")],
  [/\bPART(?:ING)?\b(?:[- ]?OFF)?|CUT[- ]?OFF/i, () => "part-off"],
  [/FACE[- ]?GROOV/i, () => "groove-face"],
  [/GROOV/i, (words) => (INSIDE.test(words) ? "groove-bore" : "groove-outside")],
  [/\bKNURL/i, () => "knurl"],
  [/BACK[- ]?BOR/i, () => "back-boring"],
  [
    /\bDRILL/i,
    (words, calls) =>
      isDriven(calls)
        ? /CROSS|RADIAL/i.test(words) || isAcross(calls)
          ? "live-cross-drill"
          : "live-axial-drill"
        : "drill",
  ],
  [
    /END[- ]?MILL|\bMILL|\bFLATS?\b|\bSLOT\b/i,
    (words, calls) => (/CROSS|RADIAL/i.test(words) || isAcross(calls) ? "live-cross-cutter" : "live-axial-cutter"),
  ],
  [/\bBOR(?:E|ING)\b/i, () => "boring"],
  [/\bFORM(?:ING)?\b/i, () => "form"],
  [
    /\bTURN|\bROUGH|\bFINISH|\bPROFILE|\bO\.?D\b|\bFAC(?:E|ING)\b/i,
    (words) => (INSIDE.test(words) ? "boring" : "outside-turning"),
  ],
];

function kindOfWords(words: string, calls: readonly ProgramCall[]): ToolKind | undefined {
  return KINDS.find(([pattern]) => pattern.test(words))?.[1](words, calls);
}

const isDriven = (calls: readonly ProgramCall[]) => calls.some(({ turnsSpindle, y }) => turnsSpindle || y !== null);
/** It works away from the centre and deeper in X than along Z: from the side. */
const isAcross = (calls: readonly ProgramCall[]) =>
  calls.some(({ cut }) => cut.x !== null && cut.x[0] > 0 && cut.x[1] - cut.x[0] > spanOf(cut.z));
const spanOf = (range: readonly [number, number] | null) => (range === null ? 0 : range[1] - range[0]);

/** From what it does alone: cycles first, then where it cuts. */
function kindOfMotion(calls: readonly ProgramCall[]): ToolKind | undefined {
  const uses = (...cycles: readonly string[]) => calls.some((call) => call.cycles.some((one) => cycles.includes(one)));
  const cuts = calls.filter(({ cut }) => cut.x !== null);
  const isOnCentre = cuts.length > 0 && cuts.every(({ cut }) => cut.x !== null && cut.x[0] === 0 && cut.x[1] === 0);
  if (isDriven(calls)) return isAcross(calls) ? "live-cross-cutter" : "live-axial-cutter";
  if (uses("G84")) return "tap";
  if (uses("G81", "G82", "G83") || isOnCentre) return "drill";
  if (uses("G76", "G92", "G32", "G33")) return "thread-outside";
  if (uses("G75")) return "groove-outside";
  if (cuts.length === 0) return undefined;
  if (calls.some(({ compensation, cut }) => compensation === "left" && (cut.x?.[0] ?? 0) > 0)) return "boring";
  if (cuts.every(({ cut }) => spanOf(cut.z) < NARROW && (cut.z?.[1] ?? 0) < -NARROW))
    return cuts.some(({ cut }) => (cut.x?.[0] ?? 1) <= 0) ? "part-off" : "groove-outside";
  return "outside-turning";
}
/** A plunge moves along Z by less than this, in either unit. */
const NARROW = 0.05;

const SIZE = /(\d+(?:\.\d+)?|\.\d+)\s*(MM|IN|")?/i;
const METRIC = /\bM(\d+(?:\.\d+)?|\.\d+)\s*(?:[Xx*]\s*(\d+(?:\.\d+)?|\.\d+))?/;

/** Sizes that words name: a blade's width, a drill's diameter, a thread's pitch. */
function sizesOf(
  words: string,
  units: Unit,
  kind: ToolKind | undefined,
): { readonly width?: number; readonly diameter?: number; readonly pitch?: number } {
  const metric = METRIC.exec(words);
  if (metric && (kind === "tap" || kind?.startsWith("thread")))
    return {
      ...(kind === "tap" && { diameter: Number(metric[1]) }),
      ...(metric[2] !== undefined && { pitch: Number(metric[2]) }),
    };
  const plain = words.replace(NAMED, "").replace(/\b[A-Z]{4}\s?\d{3,6}\b/g, "");
  const size = SIZE.exec(plain);
  if (!size) return {};
  const unit = size[2] === undefined ? units : /mm/i.test(size[2]) ? "mm" : "in";
  const mm = convertLength(Number(size[1]), unit, "mm");
  if (!(mm > 0) || mm > LARGEST) return {};
  if (kind?.startsWith("groove") || kind === "part-off") return mm <= WIDEST ? { width: mm } : {};
  const hasDiameter = kind !== undefined && /drill|ream|cutter|tap/.test(kind);
  return hasDiameter ? { diameter: mm } : {};
}
/** Larger numbers in a comment are no tool's diameter, and no blade's width. Millimetres. */
const LARGEST = 120;
const WIDEST = 12;

function insertIn(words: string): string | undefined {
  for (const [found] of words.toUpperCase().matchAll(/\b[A-Z]{4}\s?\d{3,6}(?:\.\d+)?/g)) {
    const read = readInsertDesignation(found);
    if (read.ok) return read.value.designation;
  }
  return undefined;
}
