import { type Axis, type MachineProfile, type School, stationOf, type Zone, zoneOf } from "../frame/index.ts";
import { invariant } from "../refusal.ts";
import {
  type BladeEdgeName,
  type Edge,
  type EdgeChoice,
  type Tool,
  type TouchWay,
  waysToTouch,
} from "../tool/index.ts";
import { CELLS } from "./cells.ts";
import { placeOf } from "./decide.ts";
import type { Entry, EntryOf } from "./entry.ts";
import type { EntryKind, Payload } from "./entrySchemas.ts";
import { history, type SetupState, topOf } from "./setupState.ts";
import { type StandingNumbers, type TouchRecord, workNumbers } from "./standingNumbers.ts";

/** Where a record comes from: the entry to undo, who made it and when, and its place in the order of entries. */
export interface Source {
  readonly entry: string;
  readonly person: string;
  readonly at: string;
  readonly seq: number;
}
export type NoseRecord = Payload<"nose-accepted"> & Source;
export type MountRecord = Payload<"mount-recorded"> & Source;
export type Recorded<Kind extends EntryKind> = Payload<Kind> & Source;

export interface ToolView {
  readonly offset: string;
  /** Where it stands now. */
  readonly station: string;
  readonly zone: Zone;
  readonly tool: Tool;
  readonly tolerance: Readonly<Record<Axis, number>>;
  /** What the control held before, if it was written down. */
  readonly control: Payload<"control-row-recorded"> | undefined;
  readonly way: Readonly<Record<Axis, TouchWay>>;
  readonly choice: Readonly<Record<Axis, EdgeChoice>>;
  readonly x: TouchRecord | undefined;
  readonly y: TouchRecord | undefined;
  readonly z: TouchRecord | undefined;
  readonly nose: NoseRecord | undefined;
  /** Wear put in on purpose for the first cut, to be measured away. */
  readonly safetyWear: Recorded<"safety-wear-set"> | undefined;
  /** Set on a second offset of a tool: which offset it was made from, for which edge. */
  readonly second: (Source & { readonly of: string; readonly edge: BladeEdgeName }) | undefined;
  readonly mount: Readonly<Record<string, MountRecord>>;
  /** Latest time at which its cutting edge, and its place, were changed. */
  readonly indexed: Source | undefined;
  readonly moved: Recorded<"tool-moved"> | undefined;
}

/** A setup in the words of the trade, read out of the folded ledger. Lengths in millimetres, X as diameters. */
export interface SetupView {
  readonly seq: number;
  readonly job: string;
  readonly part: string;
  readonly operation: string;
  readonly program: string;
  readonly machine: MachineProfile;
  readonly school: School;
  /** Offset of the master tool, where the school has one. */
  readonly master: string | undefined;
  readonly schoolChanged: Source | undefined;
  /** By how much the master's tip moved with its new insert, until the other tools are re-based. */
  readonly masterShift: number | undefined;
  readonly stock: Payload<"setup-opened">["stock"] & {
    readonly measuredDiameter: number | undefined;
    /** The entry that measured it, to be taken back. */
    readonly measuredEntry: string | undefined;
  };
  /** The work offset as it is now. */
  readonly workOffset: { readonly name: string } & Readonly<Record<Axis, number>>;
  /** The latest teaching of each axis of the work offset. */
  readonly taught: Readonly<Partial<Record<Axis, Recorded<"work-offset-taught">>>>;
  readonly hole: { readonly diameter: number; readonly source: Source | undefined } | undefined;
  readonly face: Source | undefined;
  readonly partLength: (Source & { readonly length: number; readonly nominal: number }) | undefined;
  readonly rechucked: Recorded<"bar-rechucked"> | undefined;
  /** Tools in the order of their offsets. */
  readonly tools: readonly ToolView[];
  readonly signedOff: boolean;
}

/**
 * The edge that this offset's program moves: the one that its touch was made for, or, while it is not touched, the one
 * that is chosen; undefined where the tool's own holds.
 */
export function chosenEdge(view: Pick<ToolView, "tool" | "choice" | "second" | "x" | "z">): Edge | undefined {
  if (view.second) return view.second.edge;
  const axis = view.tool.kind === "groove-face" ? "x" : "z";
  const touch = view[axis];
  return touch && !touch.derived ? touch.programmed : view.choice[axis].programmed;
}

/** The edge of a grooving or parting blade that its first offset programs; undefined for any other tool. */
export function firstEdge(view: Parameters<typeof chosenEdge>[0]): BladeEdgeName | undefined {
  const { tool } = view;
  if (!("depth" in tool) || tool.kind === "groove-face") return undefined;
  const chosen = chosenEdge(view);
  return chosen === "left" || chosen === "centre" || chosen === "right" ? chosen : tool.programmed;
}

/** Reads the view out of a state whose setup has been opened. */
export function viewSetup(state: SetupState): SetupView {
  const opened = top(state, CELLS.setup, "setup-opened");
  invariant(opened, "a setup is viewed after it was opened");
  const { job, part, operation, program, machine, stock, workOffset, hole } = opened.payload;
  const entries = history(state);
  const numbers = workNumbers(opened, entries);
  const measured = top(state, CELLS.stock, "stock-measured");
  const recordedHole = top(state, CELLS.hole, "hole-recorded");
  const face = top(state, CELLS.face, "face-recorded");
  const rechucked = top(state, CELLS.bar, "bar-rechucked");
  const school = topOf(state, CELLS.school);
  const loaded = entries.filter((entry): entry is EntryOf<"tool-loaded"> => entry.kind === "tool-loaded");
  const offsets = [...new Set(loaded.map(({ payload }) => payload.offset))];
  const first = offsets.map((offset) => viewTool(state, machine, offset, numbers));
  const second = Object.keys(state.cells)
    .filter((cell) => cell.startsWith("second/"))
    .flatMap((cell) => viewSecond(top(state, cell, "second-offset-made"), first, state, numbers));
  return {
    seq: state.seq,
    ...{ job, part, operation, program, machine },
    school: numbers.school,
    master: numbers.master,
    schoolChanged: school && source(school),
    masterShift: numbers.masterShift,
    stock: {
      ...stock,
      stickOut: rechucked?.payload.stickOut ?? stock.stickOut,
      measuredDiameter: measured?.payload.diameter,
      measuredEntry: measured?.id,
    },
    workOffset: { name: workOffset.name, ...numbers.work },
    taught: numbers.taught,
    hole: recordedHole
      ? { diameter: recordedHole.payload.diameter, source: source(recordedHole) }
      : hole === undefined
        ? undefined
        : { diameter: hole, source: undefined },
    face: face && source(face),
    partLength: numbers.partLength,
    rechucked: rechucked && { ...rechucked.payload, ...source(rechucked) },
    tools: [...first, ...second].sort((a, b) => Number(a.offset) - Number(b.offset)),
    signedOff: topOf(state, CELLS.signOff)?.kind === "signed-off",
  };
}

function viewTool(state: SetupState, machine: MachineProfile, offset: string, numbers: StandingNumbers): ToolView {
  const loaded = top(state, CELLS.tool(offset), "tool-loaded");
  invariant(loaded, `offset ${offset} holds a loaded tool`);
  const { tool, tolerance } = loaded.payload;
  const station = placeOf(state, offset) ?? loaded.payload.station;
  const zone = zoneOf(machine, station);
  const place = { machine, zone, station: stationOf(machine, station) };
  const chosen = (axis: Axis) => top(state, CELLS.way(offset, axis), "way-chosen")?.payload;
  const way = (axis: Axis): TouchWay => chosen(axis)?.way ?? waysToTouch(tool, axis, place)[0] ?? "paper";
  const choice = (axis: Axis): EdgeChoice => {
    const { touching, programmed, stand } = chosen(axis) ?? {};
    return { touching, programmed, stand };
  };
  const record = <Kind extends EntryKind>(cell: string, kind: Kind) => {
    const entry = top(state, cell, kind);
    return entry && { ...entry.payload, ...source(entry) };
  };
  const indexed = top(state, CELLS.insert(offset), "insert-indexed");
  return {
    ...{ offset, station, zone, tool },
    tolerance: { x: tolerance.x, y: tolerance.x, z: tolerance.z },
    control: top(state, CELLS.control(offset), "control-row-recorded")?.payload,
    way: { x: way("x"), y: way("y"), z: way("z") },
    choice: { x: choice("x"), y: choice("y"), z: choice("z") },
    ...touchesOf(numbers, offset),
    nose: record(CELLS.nose(offset), "nose-accepted") as NoseRecord | undefined,
    safetyWear: record(CELLS.safetyWear(offset), "safety-wear-set") as Recorded<"safety-wear-set"> | undefined,
    second: undefined,
    mount: mountsOf(state, offset),
    indexed: indexed && source(indexed),
    moved: record(CELLS.place(offset), "tool-moved") as Recorded<"tool-moved"> | undefined,
  };
}

/** A second offset is the same tool under another number; its geometry is what it was given, not touched. */
function viewSecond(
  made: EntryOf<"second-offset-made"> | undefined,
  first: readonly ToolView[],
  state: SetupState,
  numbers: StandingNumbers,
): readonly ToolView[] {
  const of = first.find(({ offset }) => offset === made?.payload.of);
  if (!made || !of) return [];
  const { offset, edge, noseRadius = 0, orientation = 0 } = made.payload;
  const wear = top(state, CELLS.safetyWear(offset), "safety-wear-set");
  return [
    {
      ...of,
      offset,
      control: top(state, CELLS.control(offset), "control-row-recorded")?.payload,
      ...touchesOf(numbers, offset),
      nose: { offset, noseRadius, orientation, ...source(made) },
      safetyWear: wear && { ...wear.payload, ...source(wear) },
      second: { of: made.payload.of, edge, ...source(made) },
      mount: {},
    },
  ];
}

function touchesOf(numbers: StandingNumbers, offset: string) {
  const record = numbers.touches[offset];
  return { x: record?.x, y: record?.y, z: record?.z };
}

function mountsOf(state: SetupState, offset: string): ToolView["mount"] {
  const records: Record<string, MountRecord> = {};
  for (const cell of Object.keys(state.cells).filter((name) => name.startsWith(`mount/${offset}/`))) {
    const entry = top(state, cell, "mount-recorded");
    if (entry) records[entry.payload.check] = { ...entry.payload, ...source(entry) };
  }
  return records;
}

function top<Kind extends EntryKind>(state: SetupState, cell: string, kind: Kind): EntryOf<Kind> | undefined {
  const entry = topOf(state, cell);
  return entry?.kind === kind ? (entry as EntryOf<Kind>) : undefined;
}

const source = ({ id, person, at, seq }: Entry): Source => ({ entry: id, person, at, seq });
