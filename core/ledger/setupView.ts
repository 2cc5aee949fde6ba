import {
  AXES,
  type Axis,
  type LatheAxis,
  type MachineProfile,
  type PerAxis,
  perAxis,
  type School,
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
import { type ControlRow, heldByControl, heldRow, heldWork, tickOf } from "./controlHolds.ts";
import type { Entry, EntryOf } from "./entry.ts";
import type { EntryKind, Payload } from "./kinds/index.ts";
import { placeOf, topOf } from "./lookUp.ts";
import { MACHINE_FACTS, type MachineFact, type StaleDecision, type TableEdit } from "./payloadWords.ts";
import { history, type SetupState } from "./setupState.ts";
import { type StandingNumbers, type TouchRecord, workNumbers } from "./standingNumbers.ts";

/** Where a record comes from: the entry to undo, who made it and when, and its place in the order of entries. */
export interface Source {
  readonly entry: string;
  readonly person: string;
  readonly at: string;
  readonly seq: number;
}
type NoseRecord = Payload<"nose-accepted"> & Source & { readonly edit?: TableEdit };
/** What somebody wrote down for the next one. */
export interface Note extends Source {
  readonly text: string;
  readonly offset: string | undefined;
}
/** A number that somebody set by hand. */
export interface SetByHand extends Source {
  readonly value: number;
}
type MountRecord = Payload<"mount-recorded"> & Source;
/** A dimension of the drawing that an offset makes. */
export type Feature = Payload<"feature-recorded"> & Source;
export type Recorded<Kind extends EntryKind> = Payload<Kind> & Source;
/** A dimension as it was measured on one part. An interface: worked out once, and not where each page searches the list. */
interface MeasuredFeatureRecord extends Recorded<"feature-measured"> {}

export interface ToolView extends PerAxis<TouchRecord | undefined> {
  readonly offset: string;
  /** Where it stands now. */
  readonly station: string;
  readonly zone: Zone;
  readonly tool: Tool;
  readonly tolerance: PerAxis<number>;
  /** The row that the control is believed to hold now, cell by cell; a cell that is not known is absent. */
  readonly control: ControlRow | undefined;
  /** The active work offset in the frame of this tool's zone; an axis that is not known is undefined, which is not 0. */
  readonly work: PerAxis<number | undefined>;
  readonly way: PerAxis<TouchWay>;
  readonly choice: PerAxis<EdgeChoice>;
  readonly nose: NoseRecord | undefined;
  /** Wear put in on purpose for the first cut, to be measured away. */
  readonly safetyWear: Recorded<"safety-wear-set"> | undefined;
  /** Wear that somebody set by hand, axis by axis. */
  readonly wear: Readonly<Partial<Record<Axis, SetByHand>>>;
  /** Set on a second offset of a tool: which offset it was made from, for which edge. */
  readonly second: (Source & { readonly of: string; readonly edge: BladeEdgeName }) | undefined;
  readonly mount: Readonly<Record<string, MountRecord>>;
  /** Where it goes, as somebody said it by hand. */
  readonly reach: Recorded<"reach-recorded"> | undefined;
  /** Its latest two-line check. */
  readonly proof: Recorded<"proof-checked"> | undefined;
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
  /** The work offset as it is to be, in the main spindle's frame; an axis that is not known is undefined. */
  readonly workOffset: { readonly name: string } & Readonly<Record<Axis, number | undefined>>;
  /** Work offsets that the control is believed to hold now, by name, in the main spindle's frame. */
  readonly workHeld: Readonly<Record<string, Readonly<Partial<Record<Axis, number>>>>>;
  /** The latest teaching of each axis of the work offset. */
  readonly taught: Readonly<Partial<Record<Axis, Recorded<"work-offset-taught">>>>;
  /** Work offsets besides the active one that were set in this setup, by name. */
  readonly otherWork: Readonly<Record<string, Readonly<Partial<Record<Axis, SetByHand>>>>>;
  /** How the active work offset was set without a touch, axis by axis. */
  readonly workSet: Readonly<Partial<Record<Axis, Recorded<"work-offset-set">>>>;
  /** Cells that were keyed into the control: the number keyed, by row and column. */
  readonly keyed: Readonly<Record<string, SetByHand>>;
  /** The latest comparison with the control's own table. */
  readonly compared: Recorded<"table-compared"> | undefined;
  /** What stands in front of the part on the spindle's axis. */
  readonly front: (Recorded<"front-described"> & { readonly what: "tailstock" | "sub-spindle" }) | undefined;
  readonly notes: readonly Note[];
  readonly signOff: Recorded<"signed-off"> | undefined;
  readonly hole: { readonly diameter: number; readonly source: Source | undefined } | undefined;
  readonly face: Source | undefined;
  readonly partLength: (Source & { readonly length: number; readonly nominal: number }) | undefined;
  readonly rechucked: Recorded<"bar-rechucked"> | undefined;
  /** Tools in the order of their offsets. */
  readonly tools: readonly ToolView[];
  readonly signedOff: boolean;
  /** The program that was taken in. */
  readonly programRead: Recorded<"program-read"> | undefined;
  /** Changes of its calls that hold. */
  readonly renumbered: Recorded<"calls-renumbered"> | undefined;
  /** The control's table as it was before this setup. */
  readonly table: Recorded<"table-read"> | undefined;
  /** What was decided about its rows, by offset. */
  readonly stale: Readonly<Record<string, StaleDecision>>;
  readonly facts: Readonly<Partial<Record<MachineFact, Recorded<"fact-checked">>>>;
  /** Order of the steps at the machine that somebody chose; undefined where the usual one holds. */
  readonly order: Recorded<"order-arranged"> | undefined;
  readonly features: readonly Feature[];
  /** Measurements of the features over the parts, in the order in which they were made. */
  readonly measured: readonly MeasuredFeatureRecord[];
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

/** Reads the view out of a state whose setup has been opened. */
export function viewSetup(state: SetupState): SetupView {
  const opened = top(state, CELLS.setup, "setup-opened");
  invariant(opened, "a setup is viewed after it was opened");
  const { job, part, operation, program, machine, workOffset, hole } = opened.payload;
  const described = top(state, CELLS.described, "stock-described");
  const stock = described?.payload ?? opened.payload.stock;
  const programRead = recordOf<"program-read">(state, CELLS.program, "program-read");
  const entries = history(state);
  const numbers = workNumbers(opened, entries);
  const measured = top(state, CELLS.stock, "stock-measured");
  const recordedHole = top(state, CELLS.hole, "hole-recorded");
  const face = top(state, CELLS.face, "face-recorded");
  const rechucked = top(state, CELLS.bar, "bar-rechucked");
  const school = topOf(state, CELLS.school);
  const loaded = entries.filter((entry): entry is EntryOf<"tool-loaded"> => entry.kind === "tool-loaded");
  const offsets = [...new Set(loaded.map(({ payload }) => payload.offset))].filter(
    (offset) => topOf(state, CELLS.tool(offset))?.kind === "tool-loaded",
  );
  const features = featuresOf(state);
  const table = recordOf<"table-read">(state, CELLS.table, "table-read");
  const held = heldByControl(state);
  const known: Known = { machine, numbers, features, table, held };
  const first = offsets.map((offset) => viewTool(state, offset, known));
  const second = Object.keys(state.cells)
    .filter((cell) => cell.startsWith("second/"))
    .flatMap((cell) => viewSecond(top(state, cell, "second-offset-made"), first, state, known));
  return {
    seq: state.seq,
    job,
    part,
    operation,
    machine,
    program: programRead?.name ?? program,
    school: numbers.school,
    master: numbers.master,
    schoolChanged: school && source(school),
    masterShift: numbers.masterShift,
    stock: {
      ...stock,
      stickOut: rechucked && rechucked.seq > (described?.seq ?? 0) ? rechucked.payload.stickOut : stock.stickOut,
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
    otherWork: numbers.otherWork,
    workHeld: heldWork(held, opened.payload, table),
    workSet: workSetOf(state, taughtSeq(numbers)),
    keyed: keyedOf(state),
    front: frontOf(state),
    compared: recordOf<"table-compared">(state, CELLS.compared, "table-compared"),
    notes: notesOf(state),
    signOff: recordOf<"signed-off">(state, CELLS.signOff, "signed-off"),
    signedOff: topOf(state, CELLS.signOff)?.kind === "signed-off",
    programRead,
    table,
    features,
    measured: measuredOf(state, features),
    renumbered: recordOf<"calls-renumbered">(state, CELLS.calls, "calls-renumbered"),
    stale: staleOf(state, table),
    facts: factsOf(state),
    order: recordOf<"order-arranged">(state, CELLS.order, "order-arranged"),
  };
}

function featuresOf(state: SetupState): readonly Feature[] {
  const features = Object.keys(state.cells)
    .filter((cell) => cell.startsWith("feature/"))
    .flatMap((cell) => recordOf<"feature-recorded">(state, cell, "feature-recorded") ?? []);
  return features.map(asCoordinates).sort((a, b) => a.seq - b.seq);
}

/** A length that was recorded as the drawing has it, above 0, is a coordinate behind the face; its limits change places. */
function asCoordinates(feature: Feature): Feature {
  const { axis, nominal, lower, upper } = feature;
  return axis === "z" && nominal > 0 ? { ...feature, nominal: -nominal, lower: 0 - upper, upper: 0 - lower } : feature;
}

function measuredOf(state: SetupState, features: readonly Feature[]): SetupView["measured"] {
  const lengths = new Set(features.filter(({ axis }) => axis === "z").map(({ feature }) => feature));
  const measured = Object.keys(state.cells)
    .filter((cell) => cell.startsWith("measured/"))
    .flatMap((cell) => recordOf<"feature-measured">(state, cell, "feature-measured") ?? []);
  const coordinates: Recorded<"feature-measured">[] = [];
  for (const one of measured)
    coordinates.push(lengths.has(one.feature) && one.measured > 0 ? { ...one, measured: -one.measured } : one);
  return coordinates.sort((a, b) => a.seq - b.seq);
}

/** Decisions about the table that is there now; those about an older one are over. */
function staleOf(state: SetupState, table: Recorded<"table-read"> | undefined): SetupView["stale"] {
  const decisions: Record<string, StaleDecision> = {};
  for (const { offset } of table?.rows ?? []) {
    const decided = top(state, CELLS.stale(offset), "stale-decided");
    const row = decided?.payload.rows.find((one) => one.offset === offset);
    if (decided && row && decided.seq > (table?.seq ?? 0)) decisions[offset] = row.decision;
  }
  return decisions;
}

function factsOf(state: SetupState): SetupView["facts"] {
  const facts: Partial<Record<MachineFact, Recorded<"fact-checked">>> = {};
  for (const fact of MACHINE_FACTS) {
    const checked = recordOf<"fact-checked">(state, CELLS.fact(fact), "fact-checked");
    if (checked) facts[fact] = checked;
  }
  return facts;
}

/** The setup under other numbers of its active work offset (main spindle's frame), its tools with it. */
export function withWorkOffset(setup: SetupView, workOffset: SetupView["workOffset"]): SetupView {
  const { machine } = setup;
  const tools = setup.tools.map((tool) => ({ ...tool, work: workOf(machine, workOffset, tool.zone) }));
  return { ...setup, workOffset, tools };
}

/** A work offset of the main spindle's frame as it counts for a tool in a zone. */
function workOf(
  machine: MachineProfile,
  work: Readonly<Record<Axis, number | undefined>>,
  zone: Zone,
): ToolView["work"] {
  return perAxis((axis) => {
    const value = work[axis];
    return value === undefined ? undefined : workInZone(machine, axis, value, zone);
  });
}

/** What every tool of a setup is viewed with. */
interface Known {
  readonly machine: MachineProfile;
  readonly numbers: StandingNumbers;
  readonly features: readonly Feature[];
  readonly table: Recorded<"table-read"> | undefined;
  readonly held: ReturnType<typeof heldByControl>;
}

/** Half the tightest band that an offset makes: of the features that name it, or else as its tool was loaded with. */
function toleranceOf(
  given: Payload<"tool-loaded">["tolerance"],
  features: readonly Feature[],
  offset: string,
): ToolView["tolerance"] {
  const band = (axis: LatheAxis) => {
    const bands = features
      .filter((one) => one.offset === offset && one.axis === axis)
      .map(({ lower, upper }) => (upper - lower) / 2);
    return bands.length > 0 ? Math.min(...bands) : given[axis];
  };
  // Across the spindle a tool is held to what it is held to on the diameter.
  return perAxis((axis) => band(axis === "z" ? "z" : "x"));
}

function viewTool(state: SetupState, offset: string, known: Known): ToolView {
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
  return {
    offset,
    station,
    zone,
    tool,
    tolerance: toleranceOf(tolerance, features, offset),
    control: heldRow(state, machine, offset, zone, known.table, known.held),
    work: workOf(machine, numbers.work, zone),
    way: perAxis(way),
    choice: perAxis(choice),
    ...touchesOf(numbers, offset),
    nose: noseOf(state, offset),
    wear: wearOf(state, offset),
    safetyWear: recordOf<"safety-wear-set">(state, CELLS.safetyWear(offset), "safety-wear-set"),
    second: undefined,
    mount: mountsOf(state, offset),
    ...provenOf(state, offset),
    indexed: indexed && source(indexed),
    moved: recordOf<"tool-moved">(state, CELLS.place(offset), "tool-moved"),
  };
}

/** A second offset is the same tool under another number; its geometry is what it was given, not touched. */
function viewSecond(
  made: EntryOf<"second-offset-made"> | undefined,
  first: readonly ToolView[],
  state: SetupState,
  known: Known,
): readonly ToolView[] {
  const of = first.find(({ offset }) => offset === made?.payload.of);
  if (!made || !of) return [];
  const { offset, edge, noseRadius = 0, orientation = 0 } = made.payload;
  const wear = top(state, CELLS.safetyWear(offset), "safety-wear-set");
  return [
    {
      ...of,
      offset,
      control: heldRow(state, known.machine, offset, of.zone, known.table, known.held),
      ...touchesOf(known.numbers, offset),
      nose: noseOf(state, offset, { offset, noseRadius, orientation, ...source(made) }),
      wear: wearOf(state, offset),
      safetyWear: wear && { ...wear.payload, ...source(wear) },
      second: { of: made.payload.of, edge, ...source(made) },
      mount: {},
      ...provenOf(state, offset),
    },
  ];
}

function provenOf(state: SetupState, offset: string) {
  return {
    reach: recordOf<"reach-recorded">(state, CELLS.reach(offset), "reach-recorded"),
    proof: recordOf<"proof-checked">(state, CELLS.proof(offset), "proof-checked"),
  };
}

function frontOf(state: SetupState): SetupView["front"] {
  const front = recordOf<"front-described">(state, CELLS.front, "front-described");
  return front && front.what !== "nothing" ? { ...front, what: front.what } : undefined;
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
    nose = {
      offset,
      ...nose,
      noseRadius: to("noseRadius") ?? nose?.noseRadius ?? 0,
      orientation: to("orientation") ?? nose?.orientation ?? 0,
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
    if (edited && cell) wear[axis] = { value: cell.to, ...source(edited) };
  }
  return wear;
}

const taughtSeq =
  ({ taught }: StandingNumbers) =>
  (axis: Axis) =>
    taught[axis]?.seq ?? 0;

function workSetOf(state: SetupState, taughtAt: (axis: Axis) => number): SetupView["workSet"] {
  const workSet: Partial<Record<Axis, Recorded<"work-offset-set">>> = {};
  for (const axis of AXES) {
    const set = recordOf<"work-offset-set">(state, CELLS.work(axis), "work-offset-set");
    if (set && set.seq > taughtAt(axis)) workSet[axis] = set;
  }
  return workSet;
}

function keyedOf(state: SetupState): SetupView["keyed"] {
  const keyed: Record<string, SetByHand> = {};
  for (const cell of Object.keys(state.cells).filter((one) => one.startsWith("keyed/"))) {
    const tick = tickOf(state, cell);
    if (tick) keyed[cell.slice("keyed/".length)] = { value: tick.value, ...source(tick.entry) };
  }
  return keyed;
}

function notesOf(state: SetupState): readonly Note[] {
  const notes: Note[] = [];
  for (const cell of Object.keys(state.cells).filter((one) => one.startsWith("note/"))) {
    const entry = top(state, cell, "note-added");
    if (entry) notes.push({ text: entry.payload.text, offset: entry.payload.offset, ...source(entry) });
  }
  return notes.sort((a, b) => a.seq - b.seq);
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
  const entry: Standing | undefined = topOf(state, cell);
  return entry?.kind === kind ? (entry as EntryOf<Kind>) : undefined;
}

/** What a cell's present entry of a kind says, with where it comes from. */
function recordOf<Kind extends EntryKind>(state: SetupState, cell: string, kind: Kind): Recorded<Kind> | undefined;
function recordOf(state: SetupState, cell: string, kind: EntryKind): object | undefined {
  const entry: Standing | undefined = topOf(state, cell);
  return entry?.kind === kind ? { ...entry.payload, ...source(entry) } : undefined;
}

/** An entry whose kind is asked for by name: its payload is taken as any object until then. */
type Standing = Omit<Entry, "payload" | "kind"> & { readonly kind: EntryKind; readonly payload: object };

const source = ({ id, person, at, seq }: Pick<Entry, "id" | "person" | "at" | "seq">): Source => ({
  entry: id,
  person,
  at,
  seq,
});
