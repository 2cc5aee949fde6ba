import { type Extent, empty, emptyExtent, rangeOf } from "./extents.ts";
import type { MacroCall } from "./following.ts";
import type { ProgramCall } from "./programReading.ts";

/** A call while it is being followed. There is one to a path, filled anew for every call. */
interface OpenCall {
  line: number;
  column: number;
  readonly path: number;
  station: string;
  offset: string;
  work: string | null;
  /** Work offsets under which it moves, in the order of the first move. */
  works: readonly string[];
  readonly x: Extent;
  readonly y: Extent;
  readonly z: Extent;
  readonly cutX: Extent;
  readonly cutZ: Extent;
  compensation: "left" | "right" | null;
  hasMoved: boolean;
  cycles: readonly string[];
  turnsSpindle: boolean;
  comments: readonly string[];
  cancelledIsSaid: boolean;
  /** A line was run in it that is not carried out. */
  atLeast: boolean;
}

const NOTHING: readonly string[] = [];

/** An index while the tool may stand over the part; judged once the whole path is known. */
interface IndexOverPart {
  readonly line: number;
  readonly column: number;
  readonly from: string;
  readonly to: string;
  readonly x: number;
  readonly z: number;
  /** Whether a rapid has moved it since the last cut. */
  readonly hasRapid: boolean;
}

/** A place that a move leads to, X as a diameter; NaN where it is not known. */
export interface ToolPlace {
  readonly x: number;
  readonly z: number;
}
/** How a move is made: `inCycle` for what a cycle does by itself. */
export interface MoveKind {
  readonly kind: "rapid" | "feed" | "thread";
  readonly inCycle: boolean;
  /** Centre of an arc, its X a diameter, and its way round: 1 counter-clockwise with +Z to the right and +X up. */
  readonly arc?: ToolPlace & { readonly turn: 1 | -1 };
  /** Nose compensation of this move where that is not what holds on the path: of a contour's own lines. */
  readonly compensation?: "left" | "right" | null;
  /** Lead of a thread where another word than F says it, in the program's unit. */
  readonly lead?: number;
  /** Its end is a corner that is broken, or rounded: true distances in the program's unit. */
  readonly corner?: Corner;
}
/** A corner between two straight cuts: `chamfer` takes as much off both legs, `round` has a radius. */
export interface Corner {
  readonly is: "chamfer" | "round";
  readonly size: number;
}
type MoveSink = (to: ToolPlace, how: MoveKind) => void;

/** Changes of all coordinates that lathes disagree on. */
export type Alteration = "mirror" | "scale" | "rotation";

/** Everything modal of one path. Coordinates as programmed, X as diameter; NaN while unknown. */
export interface PathState {
  readonly number: number;
  readonly line: number;
  x: number;
  y: number;
  z: number;
  /** Group 1: 0 to 3, 33 for threads, 90, 92 and 94 for box cycles, 81 to 89 for drilling. */
  motion: number;
  isIncremental: boolean;
  work: string | null;
  station: string;
  offset: string;
  call: OpenCall | undefined;
  compensation: "left" | "right" | null;
  hasSpeedLimit: boolean;
  hasMoved: boolean;
  workIsMissed: boolean;
  /** Targets that a box cycle keeps from line to line. */
  cycleX: number;
  cycleZ: number;
  /** Taper that a box cycle keeps from line to line: on the radius, or along Z where it goes across. */
  cycleTaper: number;
  /** Lead of a thread in a line (G33) where K says it; undefined where F does. */
  lead: number | undefined;
  /** A line by its angle that ends where it meets the next one: from where, and the angle from +Z in degrees. */
  openAngle:
    | { readonly angle: number; readonly line: number; readonly column: number; readonly words: string }
    | undefined;
  /** I and K of arcs are coordinates of the centre (G90.1), not distances from where the arc begins. */
  hasAbsoluteCentres: boolean;
  /** In which plane arcs lie: that of turning, or another. */
  plane: "turning" | "xy" | "yz" | "polar" | "cylinder";
  /** Spindle angle: degrees, or a length in polar mode; NaN while unknown. */
  c: number;
  cylinderRadius: number;
  /** The spindle has been turned to an angle since the tool was called. */
  isAtAngle: boolean;
  /** Takes every move as it is made; undefined where only extents are wanted. */
  onMove: MoveSink | undefined;
  /** Depth of a cut and retract that G71 and G72 begin with, from the first line of their pair, true distances. */
  roughing: { readonly depth: number; readonly retract: number } | undefined;
  /** Set-back of the pattern that G73 begins with, from the first line of its pair. */
  pattern: { readonly radius: number; readonly z: number; readonly times: number } | undefined;
  /** Lines with motion so far. */
  moves: number;
  /** A macro that is called after every move (G66), with the name of its frame. */
  modalCall: { readonly name: string; readonly call: MacroCall } | undefined;
  /** What is not carried out and changes all that follows, until it is cancelled. */
  readonly altered: Set<Alteration>;
  /** Added to absolute coordinates: what the program itself has shifted by, with G52, with a preset, and in each work offset. */
  shift: { x: number; z: number };
  readonly local: { x: number; z: number };
  readonly preset: { x: number; z: number };
  readonly workShift: Map<string, { x: number; z: number }>;
  /** What the program has written into a work offset, NaN on an axis that it has not; and in which it has moved. */
  readonly written: Map<string, { x: number; z: number }>;
  readonly movedIn: Set<string>;
  cutSince: boolean;
  rapidSince: boolean;
  homeSince: boolean;
  readonly cutX: Extent;
  readonly cutZ: Extent;
  /** Sum of all feeds along Z with their signs: which way it cuts. */
  fedZ: number;
  readonly indexes: IndexOverPart[];
  readonly waits: Map<string, { readonly line: number; readonly column: number; count: number }>;
  ends: "M30" | "M02" | "M99" | null;
  lastLine: number;
  /** Comments since the last call, for the next one. */
  pending: readonly string[];
  /** The program's number has been read, and nothing but comments behind it. */
  isBelowTitle: boolean;
}

/**
 * The state of a path before its first line: nothing called, no position known. `number` counts paths from 1, `line`
 * lines from 1.
 */
export function createPath(number: number, line: number): PathState {
  return {
    number,
    line,
    x: Number.NaN,
    y: Number.NaN,
    z: Number.NaN,
    motion: 0,
    isIncremental: false,
    work: null,
    station: "0",
    offset: "",
    call: undefined,
    compensation: null,
    hasSpeedLimit: false,
    hasMoved: false,
    workIsMissed: false,
    cycleX: Number.NaN,
    cycleZ: Number.NaN,
    cycleTaper: 0,
    lead: undefined,
    openAngle: undefined,
    hasAbsoluteCentres: false,
    plane: "turning",
    c: Number.NaN,
    cylinderRadius: 0,
    isAtAngle: false,
    pattern: undefined,
    onMove: undefined,
    moves: 0,
    modalCall: undefined,
    altered: new Set(),
    shift: { x: 0, z: 0 },
    local: { x: 0, z: 0 },
    preset: { x: 0, z: 0 },
    workShift: new Map(),
    written: new Map(),
    movedIn: new Set(),
    roughing: undefined,
    cutSince: false,
    rapidSince: false,
    homeSince: false,
    indexes: [],
    waits: new Map(),
    pending: NOTHING,
    isBelowTitle: false,
    cutX: emptyExtent(),
    cutZ: emptyExtent(),
    fedZ: 0,
    ends: null,
    lastLine: line,
  };
}

/** Begins a call on a path, in place of the one before, which must have been closed. */
export function openCall(path: PathState, line: number, column: number): void {
  const call = path.call ?? createCall(path.number);
  call.line = line;
  call.column = column;
  call.station = path.station;
  call.offset = path.offset;
  call.work = path.work;
  call.works = NOTHING;
  for (const extent of [call.x, call.y, call.z, call.cutX, call.cutZ]) empty(extent);
  call.compensation = path.compensation;
  call.hasMoved = false;
  call.cycles = NOTHING;
  call.turnsSpindle = false;
  call.cancelledIsSaid = false;
  call.atLeast = path.altered.size > 0;
  // What is said before a cancel is about the tool behind it.
  const isCancel = path.offset === "0";
  call.comments = isCancel ? NOTHING : path.pending;
  if (!isCancel) path.pending = NOTHING;
  path.isAtAngle = false;
  path.call = call;
}

const createCall = (path: number): OpenCall => ({
  line: 0,
  column: 0,
  path,
  station: "0",
  offset: "0",
  work: null,
  works: NOTHING,
  x: emptyExtent(),
  y: emptyExtent(),
  z: emptyExtent(),
  cutX: emptyExtent(),
  cutZ: emptyExtent(),
  compensation: null,
  hasMoved: false,
  cycles: NOTHING,
  turnsSpindle: false,
  comments: NOTHING,
  cancelledIsSaid: false,
  atLeast: false,
});

/** What is kept of a call. Written out plainly: a long program has tens of thousands of them. */
export function closedCall(call: OpenCall): ProgramCall {
  const cutX = rangeOf(call.cutX);
  const cutZ = rangeOf(call.cutZ);
  return {
    line: call.line,
    column: call.column,
    path: call.path,
    station: call.station,
    offset: call.offset,
    work: call.work,
    works: call.works,
    x: rangeOf(call.x),
    z: rangeOf(call.z),
    y: rangeOf(call.y),
    compensation: call.compensation,
    cut: cutX === null && cutZ === null ? NO_CUT : { x: cutX, z: cutZ },
    cycles: call.cycles,
    turnsSpindle: call.turnsSpindle,
    comments: call.comments,
    ...(call.atLeast && { atLeast: true }),
  };
}
const NO_CUT = { x: null, z: null } as const;

/** Remembers that a call uses a cycle, once. */
export function addCycle(call: OpenCall | undefined, name: string): void {
  if (call && !call.cycles.includes(name)) call.cycles = [...call.cycles, name];
}

/** Works out anew what is added to absolute coordinates: after a shift, and under another work offset. */
export function settleShift(path: PathState): void {
  const [all, own] = [path.workShift.get(ALL_WORK), path.workShift.get(path.work ?? "")];
  for (const axis of ["x", "z"] as const)
    path.shift[axis] = path.local[axis] + path.preset[axis] + (all?.[axis] ?? 0) + (own?.[axis] ?? 0);
}

/** Where a shift of all work offsets at once is kept. */
export const ALL_WORK = "*";
