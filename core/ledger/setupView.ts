import type { MachineProfile } from "../frame/index.ts";
import { invariant } from "../refusal.ts";
import { CELLS } from "./cells.ts";
import type { EntryOf } from "./entry.ts";
import type { EntryKind, OutsideTool, Payload, TouchWay } from "./entrySchemas.ts";
import { type SetupState, topOf } from "./setupState.ts";

/** One accepted touch, with where it came from. */
export type TouchRecord = Payload<"touch-accepted"> & {
  readonly entry: string;
  readonly person: string;
  readonly at: string;
};
export type NoseRecord = Payload<"nose-accepted"> & {
  readonly entry: string;
  readonly person: string;
  readonly at: string;
};

export interface ToolView {
  readonly offset: string;
  readonly station: string;
  readonly tool: OutsideTool;
  readonly tolerance: { readonly x: number; readonly z: number };
  /** What the control held before, if it was written down. */
  readonly control: Payload<"control-row-recorded"> | undefined;
  readonly way: { readonly x: TouchWay; readonly z: TouchWay };
  readonly x: TouchRecord | undefined;
  readonly z: TouchRecord | undefined;
  readonly nose: NoseRecord | undefined;
}

/** A setup in the words of the trade, read out of the folded ledger. Lengths in millimetres, X as diameters. */
export interface SetupView {
  readonly seq: number;
  readonly job: string;
  readonly part: string;
  readonly operation: string;
  readonly program: string;
  readonly machine: MachineProfile;
  readonly stock: Payload<"setup-opened">["stock"] & {
    readonly measuredDiameter: number | undefined;
    /** The entry that measured it, to be taken back. */
    readonly measuredEntry: string | undefined;
  };
  readonly workOffset: Payload<"setup-opened">["workOffset"];
  /** Tools in the order of their offsets. */
  readonly tools: readonly ToolView[];
  readonly signedOff: boolean;
}

/** Reads the view out of a state whose setup has been opened. */
export function viewSetup(state: SetupState): SetupView {
  const opened = top(state, CELLS.setup, "setup-opened");
  invariant(opened, "a setup is viewed after it was opened");
  const tools = Object.keys(state.cells)
    .filter((cell) => cell.startsWith("tool/"))
    .map((cell) => viewTool(state, cell))
    .sort((a, b) => Number(a.offset) - Number(b.offset));
  const { job, part, operation, program, machine, stock, workOffset } = opened.payload;
  const measured = top(state, CELLS.stock, "stock-measured");
  const signedOff = topOf(state, CELLS.signOff)?.kind === "signed-off";
  return {
    seq: state.seq,
    job,
    part,
    operation,
    program,
    machine,
    stock: { ...stock, measuredDiameter: measured?.payload.diameter, measuredEntry: measured?.id },
    workOffset,
    tools,
    signedOff,
  };
}

function viewTool(state: SetupState, cell: string): ToolView {
  const loaded = top(state, cell, "tool-loaded");
  invariant(loaded, `${cell} holds a loaded tool`);
  const { offset, station, tool, tolerance } = loaded.payload;
  const way = (axis: "x" | "z") => top(state, CELLS.way(offset, axis), "way-chosen")?.payload.way ?? "skim";
  const touch = (axis: "x" | "z") => {
    const entry = top(state, CELLS.geometry(offset, axis), "touch-accepted");
    return entry && { ...entry.payload, ...source(entry) };
  };
  const nose = top(state, CELLS.nose(offset), "nose-accepted");
  return {
    offset,
    station,
    tool,
    tolerance,
    control: top(state, CELLS.control(offset), "control-row-recorded")?.payload,
    way: { x: way("x"), z: way("z") },
    x: touch("x"),
    z: touch("z"),
    nose: nose && { ...nose.payload, ...source(nose) },
  };
}

function top<Kind extends EntryKind>(state: SetupState, cell: string, kind: Kind): EntryOf<Kind> | undefined {
  const entry = topOf(state, cell);
  return entry?.kind === kind ? (entry as EntryOf<Kind>) : undefined;
}

/** Where a record comes from: the entry to undo, who made it and when. */
const source = ({ id, person, at }: { id: string; person: string; at: string }) => ({ entry: id, person, at });
