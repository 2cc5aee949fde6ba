import {
  AXES,
  type Axis,
  type LatheAxis,
  type MachineProfile,
  type PerAxis,
  perAxis,
  stationOf,
  workInZone,
  type Zone,
  zoneOf,
} from "../machine/index.ts";
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
import { type ControlRow, type heldByControl, heldRow } from "./controlHolds.ts";
import type { Entry, EntryOf } from "./entry.ts";
import type { Payload, StandingInTool } from "./kinds/index.ts";
import { placeOf, topOf } from "./lookUp.ts";
import type { TableEdit } from "./payloadWords.ts";
import type { SetupState } from "./setupState.ts";
import { type Recorded, recordOf, type Source, type StandingRecords, source, standingInTool, top } from "./standing.ts";
import type { StandingNumbers, TouchRecord } from "./standingNumbers.ts";
import { type WorkBasis, worksUnder } from "./workOffsets.ts";

/** Nose radius in millimetres and tip orientation as last said; each is absent while only the other was set by hand. */
type NoseRecord = Omit<Payload<"nose-accepted">, "noseRadius" | "orientation"> &
  Partial<Pick<Payload<"nose-accepted">, "noseRadius" | "orientation">> &
  Source & { readonly edit?: TableEdit };
/** A number that somebody set by hand. */
export interface SetByHand extends Source {
  readonly value: number;
  /** How the table was edited, where it was. */
  readonly edit?: TableEdit;
}
type MountRecord = Payload<"mount-recorded"> & Source;
/** A dimension of the drawing that an offset makes. */
export type Feature = Payload<"feature-recorded"> & Source;

/** A tool of a setup with what stands of it on the ledger. Millimetres, X as diameters. */
export interface ToolView extends PerAxis<TouchRecord | undefined>, StandingRecords<StandingInTool> {
  readonly offset: string;
  /** Where it stands now. */
  readonly station: string;
  readonly zone: Zone;
  readonly tool: Tool;
  /** The number of the holder that it stands in; undefined where it was not said. */
  readonly holder: string | undefined;
  /** When it was put into another holder than the one that it stood in before; undefined where it was not. */
  readonly holderChanged: Source | undefined;
  readonly tolerance: PerAxis<number>;
  /** The row that the control is believed to hold now, cell by cell; a cell that is not known is absent. */
  readonly control: ControlRow | undefined;
  /** The work offsets under which it works, the one that it is touched and checked under first. */
  readonly worksUnder: readonly [string, ...string[]];
  /** The first of them in the frame of this tool's zone; an axis that is not known is undefined, which is not 0. */
  readonly work: PerAxis<number | undefined>;
  readonly way: PerAxis<TouchWay>;
  readonly choice: PerAxis<EdgeChoice>;
  readonly nose: NoseRecord | undefined;
  /** Wear that somebody set by hand, axis by axis. */
  readonly wear: Readonly<Partial<Record<Axis, SetByHand>>>;
  /** Set on a second offset of a tool: which offset it was made from, for which edge. */
  readonly second: (Source & { readonly of: string; readonly edge: BladeEdgeName }) | undefined;
  readonly mount: Readonly<Record<string, MountRecord>>;
  /** By axis: what had changed under a number when somebody said that it is still right, with why. */
  readonly confirmed: Readonly<Partial<Record<Axis, Recorded<"number-confirmed">>>>;
  /** Latest time at which its cutting edge was changed. */
  readonly indexed: Source | undefined;
}

/**
 * The edge that this offset's program moves: the one that its touch was made for, or, while it is not touched, the one
 * that is chosen; undefined where the tool's own holds.
 */
export function chosenEdge(view: Pick<ToolView, "tool" | "choice" | "second" | LatheAxis>): Edge | undefined {
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

/** A work offset of the main spindle's frame as it counts for a tool in a zone: millimetres, X as a diameter; undefined where it is not known. */
export function workOf(
  machine: MachineProfile,
  work: Readonly<Record<Axis, number | undefined>>,
  zone: Zone,
): ToolView["work"] {
  return perAxis((axis) => {
    const value = work[axis];
    return value === undefined ? undefined : workInZone(machine, axis, value, zone);
  });
}

/** What a work offset is by all that was said of it; an axis that is not known is undefined. Millimetres, X as a diameter. */
export const valuesOf = ({ works }: Pick<StandingNumbers, "works">, name: string): PerAxis<number | undefined> =>
  perAxis((axis) => works[name]?.[axis]?.value);

/** A second offset works under what the program calls for it, and otherwise under that of its first. */
function underOfSecond(state: SetupState, offset: string, of: ToolView, { machine, numbers, works }: ViewBasis) {
  const isSaid = works.called.has(offset) || topOf(state, CELLS.under(offset)) !== undefined;
  const under = isSaid ? worksUnder(state, offset, of.zone, works) : of.worksUnder;
  return { worksUnder: under, work: workOf(machine, valuesOf(numbers, under[0]), of.zone) };
}

/** What every tool of a setup is viewed with. */
export interface ViewBasis {
  readonly machine: MachineProfile;
  readonly numbers: StandingNumbers;
  readonly works: WorkBasis;
  readonly features: readonly Feature[];
  readonly table: Recorded<"table-read"> | undefined;
  readonly held: ReturnType<typeof heldByControl>;
}

/** Whether an offset makes a dimension on an axis: its surface, or the other wall of a width. */
export const isMadeBy = ({ axis, offset, from }: Feature, maker: string, on: LatheAxis): boolean =>
  axis === on && (offset === maker || (from?.is === "wall" && from.offset === maker));

/** False where the limits of a dimension are a class of general tolerances or the shop's own, which hold where none are given. A fit has a grade. */
export const hasGivenLimits = ({ limitsBy }: Pick<Feature, "limitsBy">): boolean =>
  limitsBy === undefined || /\d/.test(limitsBy);

/**
 * Half the tightest band that an offset makes. Limits that somebody gave hold in place of what its tool was loaded with; general ones only
 * where they are tighter.
 */
function toleranceOf(
  loaded: Payload<"tool-loaded">["tolerance"],
  features: readonly Feature[],
  offset: string,
): ToolView["tolerance"] {
  const band = (axis: LatheAxis) => {
    const made = features.filter((one) => isMadeBy(one, offset, axis));
    const halves = made.map(({ lower, upper }) => (upper - lower) / 2);
    return Math.min(...halves, ...(made.some(hasGivenLimits) ? [] : [loaded[axis]]));
  };
  // Across the spindle a tool is held to what it is held to on the diameter.
  return perAxis((axis) => band(axis === "z" ? "z" : "x"));
}

/** The tool of an offset that is loaded. Nothing is absent; an offset without a tool is a bug and throws. */
export function viewTool(state: SetupState, offset: string, known: ViewBasis): ToolView {
  const { machine, numbers, features } = known;
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
  const indexed = top(state, CELLS.insert(offset), "insert-indexed");
  const under = worksUnder(state, offset, zone, known.works);
  return {
    offset,
    station,
    zone,
    tool,
    ...holderOf(state, loaded),
    tolerance: toleranceOf(tolerance, features, offset),
    control: heldRow(state, machine, offset, zone, known.table, known.held),
    worksUnder: under,
    work: workOf(machine, valuesOf(numbers, under[0]), zone),
    way: perAxis(way),
    choice: perAxis(choice),
    ...touchesOf(numbers, offset),
    nose: noseOf(state, offset),
    wear: wearOf(state, offset),
    second: undefined,
    mount: mountsOf(state, offset),
    confirmed: confirmedOf(state, offset),
    ...standingInTool(state, offset),
    indexed: indexed && source(indexed),
  };
}

/** The holder of a tool: as it was loaded in it last, or as it was numbered since. */
function holderOf(state: SetupState, loaded: EntryOf<"tool-loaded">): Pick<ToolView, "holder" | "holderChanged"> {
  const { offset } = loaded.payload;
  const said = [...(state.cells[CELLS.tool(offset)] ?? []), ...(state.cells[CELLS.holder(offset)] ?? [])];
  let holder: string | undefined;
  let before: string | undefined;
  let changed: Entry | undefined;
  for (const entry of said.sort((a, b) => a.seq - b.seq)) {
    if (entry.kind !== "tool-loaded" && entry.kind !== "holder-numbered") continue;
    holder = entry.payload.holder;
    if (holder !== undefined && before !== undefined && holder !== before) changed = entry;
    before = holder ?? before;
  }
  return { holder, holderChanged: changed && source(changed) };
}

/** A second offset is the same tool under another number; its geometry is what it was given, not touched. Empty where it, or its tool, is not there. */
export function viewSecond(
  made: EntryOf<"second-offset-made"> | undefined,
  first: readonly ToolView[],
  state: SetupState,
  known: ViewBasis,
): readonly ToolView[] {
  const of = first.find(({ offset }) => offset === made?.payload.of);
  if (!made || !of) return [];
  const { offset, edge, noseRadius = 0, orientation = 0 } = made.payload;
  return [
    {
      ...of,
      offset,
      ...underOfSecond(state, offset, of, known),
      control: heldRow(state, known.machine, offset, of.zone, known.table, known.held),
      ...touchesOf(known.numbers, offset),
      nose: noseOf(state, offset, { offset, noseRadius, orientation, ...source(made) }),
      wear: wearOf(state, offset),
      second: { of: made.payload.of, edge, ...source(made) },
      mount: {},
      ...standingInTool(state, offset),
      // One holder: it moves as a whole.
      moved: of.moved,
    },
  ];
}

function touchesOf(numbers: StandingNumbers, offset: string) {
  const record = numbers.touches[offset];
  return perAxis((axis) => record?.[axis]);
}

/** Radius and orientation as accepted or given by a second offset's making, with what was changed by hand since. */
function noseOf(state: SetupState, offset: string, first?: NoseRecord): NoseRecord | undefined {
  let nose = first;
  for (const entry of state.cells[CELLS.nose(offset)] ?? []) {
    if (entry.kind === "nose-accepted") nose = { ...entry.payload, ...source(entry) };
    if (entry.kind !== "table-edited" || entry.seq < (first?.seq ?? 0)) continue;
    const { edit, cells } = entry.payload;
    const to = (column: string) => cells.find((cell) => cell.offset === offset && cell.column === column)?.to;
    const [noseRadius, orientation] = [to("noseRadius"), to("orientation")];
    nose = {
      offset,
      ...nose,
      ...(noseRadius !== undefined && { noseRadius }),
      ...(orientation !== undefined && { orientation }),
      edit,
      ...source(entry),
    };
  }
  return nose;
}

function wearOf(state: SetupState, offset: string): ToolView["wear"] {
  const wear: Partial<Record<Axis, SetByHand>> = {};
  for (const axis of AXES) {
    const edited = top(state, CELLS.wear(offset, axis), "table-edited");
    const cell = edited?.payload.cells.find((one) => one.offset === offset && one.column === `wear.${axis}`);
    if (edited && cell) wear[axis] = { value: cell.to, edit: edited.payload.edit, ...source(edited) };
  }
  return wear;
}

function confirmedOf(state: SetupState, offset: string): ToolView["confirmed"] {
  const confirmed: Partial<Record<Axis, Recorded<"number-confirmed">>> = {};
  for (const axis of AXES) {
    const record = recordOf<"number-confirmed">(state, CELLS.confirmed(offset, axis), "number-confirmed");
    if (record) confirmed[axis] = record;
  }
  return confirmed;
}

function mountsOf(state: SetupState, offset: string): ToolView["mount"] {
  const records: Record<string, MountRecord> = {};
  for (const cell of Object.keys(state.cells).filter((name) => name.startsWith(`mount/${offset}/`))) {
    const entry = top(state, cell, "mount-recorded");
    if (entry) records[entry.payload.check] = { ...entry.payload, ...source(entry) };
  }
  return records;
}
