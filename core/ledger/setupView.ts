import {
  AXES,
  type Axis,
  type FileForm,
  type MachineProfile,
  type PerAxis,
  type School,
  SETTER_SIDES,
  type SetterSide,
  zoneOf,
} from "../machine/index.ts";
import { invariant } from "../refusal.ts";
import { CELLS } from "./cells.ts";
import { heldByControl, heldWork, tickOf } from "./controlHolds.ts";
import type { EntryOf } from "./entry.ts";
import type { Payload, StandingInSetup } from "./kinds/index.ts";
import { placeOf, secondOf, topOf } from "./lookUp.ts";
import { MACHINE_FACTS, type MachineFact, type StaleDecision } from "./payloadWords.ts";
import { history, type SetupState } from "./setupState.ts";
import {
  type Recorded,
  recordOf,
  type Source,
  type StandingRecords,
  source,
  standingInSetup,
  top,
} from "./standing.ts";
import { type StandingNumbers, workNumbers } from "./standingNumbers.ts";
import {
  type Feature,
  type SetByHand,
  type ToolView,
  type ViewBasis,
  valuesOf,
  viewSecond,
  viewTool,
  workOf,
} from "./toolView.ts";
import { type WorkBasis, worksCalled, worksUnder } from "./workOffsets.ts";

/** What somebody wrote down for the next one. */
interface Note extends Source {
  readonly text: string;
  readonly offset: string | undefined;
}
/** A dimension as it was measured on one part. An interface: worked out once, and not where each page searches the list. */
interface MeasuredFeatureRecord extends Recorded<"feature-measured"> {}

/** A setup in the words of the trade, read out of the folded ledger. Lengths in millimetres, X as diameters. */
export interface SetupView extends StandingRecords<StandingInSetup> {
  readonly seq: number;
  readonly job: string;
  readonly part: string;
  readonly operation: string;
  /** The setup that it was started from; undefined where it was opened by itself. */
  readonly from: Payload<"setup-opened">["from"];
  readonly program: string;
  readonly machine: MachineProfile;
  readonly school: School;
  /** Offset of the master tool, where the school has one. */
  readonly master: string | undefined;
  readonly schoolChanged: Source | undefined;
  /** By how much the master's tip moved with its new insert, until the other tools are re-based. */
  readonly masterShift: number | undefined;
  readonly stock: Payload<"setup-opened">["stock"] & {
    /** How deep it is held, from the front of the jaws, millimetres; undefined where it is not known, and since it was chucked anew. */
    readonly grip: number | undefined;
    readonly measuredDiameter: number | undefined;
    /** The entry that measured it, to be taken back. */
    readonly measuredEntry: string | undefined;
  };
  /** Name of the work offset that the setup was opened with. */
  readonly ownWork: string;
  /**
   * The work offset as it is to be, in the main spindle's frame; an axis that is not known is undefined. It is the setup's own,
   * but another one in a view by {@link underWork}.
   */
  readonly workOffset: { readonly name: string } & PerAxis<number | undefined>;
  /** Work offsets that the control is believed to hold now, by name, in the main spindle's frame. */
  readonly workHeld: Readonly<Record<string, Readonly<Partial<Record<Axis, number>>>>>;
  /** The latest teaching of each axis of the work offset, and of every other one by its name. */
  readonly taught: Readonly<Partial<Record<Axis, Recorded<"work-offset-taught">>>>;
  readonly taughtIn: StandingNumbers["taught"];
  /** Every work offset that was said in this setup, by name, in the main spindle's frame. */
  readonly workSaid: StandingNumbers["works"];
  /** Work offsets besides the setup's own that were set, taught or read in this setup, by name. */
  readonly otherWork: Readonly<Record<string, Readonly<Partial<Record<Axis, SetByHand>>>>>;
  /** How each side of the setter was calibrated in this setup; the machine's own setter holds the positions that count now. */
  readonly calibrated: Readonly<Partial<Record<SetterSide, Recorded<"setter-calibrated">>>>;
  /** What was said of work offsets, by name: whose part each places, and in which operation. */
  readonly described: WorkBasis["described"];
  /** How the work offset was set without a touch, axis by axis. */
  readonly workSet: Readonly<Partial<Record<Axis, Recorded<"work-offset-set">>>>;
  /** The same for every work offset, by its name. */
  readonly workSetIn: Readonly<Record<string, SetupView["workSet"]>>;
  /** Cells that were keyed into the control: the number keyed, by row and column. */
  readonly keyed: Readonly<Record<string, SetByHand>>;
  /** What stands in front of the part on the spindle's axis. */
  readonly front: (Recorded<"front-described"> & { readonly what: "tailstock" | "sub-spindle" }) | undefined;
  readonly notes: readonly Note[];
  /** The hole that the stock brings along, before anything was cut; undefined where there is none. Millimetres. */
  readonly rawHole: number | undefined;
  /** The hole that bars work in: as it was measured, or else as the stock brings it. Its depth is undefined where it is not known. */
  readonly hole:
    | { readonly diameter: number; readonly depth: number | undefined; readonly source: Source | undefined }
    | undefined;
  /** The part in the sub-spindle as it was measured, and as a better measurement has corrected it. */
  readonly partLength: Recorded<"part-length-recorded"> | undefined;
  readonly rechucked: Recorded<"bar-rechucked"> | undefined;
  /** Tools in the order of their offsets. */
  readonly tools: readonly ToolView[];
  readonly signedOff: boolean;
  /** Entries that were taken back, by id, with the sequence number of the entry that took them back. */
  readonly undone: SetupState["undone"];
  /** What was decided about its rows, by offset. */
  readonly stale: Readonly<Record<string, StaleDecision>>;
  readonly facts: Readonly<Partial<Record<MachineFact, Recorded<"fact-checked">>>>;
  readonly features: readonly Feature[];
  /** Measurements of the features over the parts, in the order in which they were made. */
  readonly measured: readonly MeasuredFeatureRecord[];
}

/** Reads the view out of a state whose setup has been opened. */
export function viewSetup(state: SetupState): SetupView {
  const opened = top(state, CELLS.setup, "setup-opened");
  invariant(opened, "a setup is viewed after it was opened");
  const { job, part, operation, program, workOffset } = opened.payload;
  const calibrated = calibratedOf(state);
  const standing = standingInSetup(state);
  const machine = withFileForm(withCalibrations(opened.payload.machine, calibrated), standing.fileForm);
  const stockSaid = top(state, CELLS.described, "stock-described");
  const stock = stockSaid?.payload ?? opened.payload.stock;
  const hole = stockSaid?.payload.hole === 0 ? undefined : (stockSaid?.payload.hole ?? opened.payload.hole);
  const { programRead, table } = standing;
  const entries = history(state);
  const described = describedOf(state);
  const works = {
    own: workOffset.name,
    called: worksCalled(programRead, standing.renumbered?.changes ?? []),
    described,
  };
  const zoneNow = (offset: string) => zoneOf(machine, placeOf(state, secondOf(state, offset) ?? offset) ?? "");
  const under = (offset: string) => worksUnder(state, offset, zoneNow(offset), works)[0];
  const numbers = workNumbers(opened, entries, under);
  const measured = top(state, CELLS.stock, "stock-measured");
  const recordedHole = top(state, CELLS.hole, "hole-recorded");
  const rechucked = top(state, CELLS.bar, "bar-rechucked");
  const newlyHeld = rechucked && rechucked.seq > (stockSaid?.seq ?? 0) ? rechucked : undefined;
  const school = topOf(state, CELLS.school);
  const loaded = entries.filter((entry): entry is EntryOf<"tool-loaded"> => entry.kind === "tool-loaded");
  const offsets = [...new Set(loaded.map(({ payload }) => payload.offset))].filter(
    (offset) => topOf(state, CELLS.tool(offset))?.kind === "tool-loaded",
  );
  const features = featuresOf(state);
  const held = heldByControl(state);
  const known: ViewBasis = { machine, numbers, works, features, table, held };
  const first = offsets.map((offset) => viewTool(state, offset, known));
  const second = Object.keys(state.cells)
    .filter((cell) => cell.startsWith("second/"))
    .flatMap((cell) => viewSecond(top(state, cell, "second-offset-made"), first, state, known));
  return {
    ...standing,
    seq: state.seq,
    job,
    part,
    operation,
    from: opened.payload.from,
    machine,
    program: programRead?.name ?? program,
    school: numbers.school,
    master: numbers.master,
    schoolChanged: school && source(school),
    masterShift: numbers.masterShift,
    stock: {
      ...stock,
      stickOut: newlyHeld ? newlyHeld.payload.stickOut : stock.stickOut,
      grip: newlyHeld ? undefined : stockSaid?.payload.grip,
      measuredDiameter: measured?.payload.diameter,
      measuredEntry: measured?.id,
    },
    ownWork: workOffset.name,
    workOffset: { name: workOffset.name, ...valuesOf(numbers, workOffset.name) },
    taught: numbers.taught[workOffset.name] ?? {},
    taughtIn: numbers.taught,
    described,
    calibrated,
    rawHole: hole,
    hole: recordedHole
      ? { diameter: recordedHole.payload.diameter, depth: recordedHole.payload.depth, source: source(recordedHole) }
      : hole === undefined
        ? undefined
        : { diameter: hole, depth: undefined, source: undefined },
    partLength: numbers.partLength,
    rechucked: rechucked && { ...rechucked.payload, ...source(rechucked) },
    tools: [...first, ...second].sort((a, b) => Number(a.offset) - Number(b.offset)),
    workSaid: numbers.works,
    otherWork: Object.fromEntries(Object.entries(numbers.works).filter(([name]) => name !== workOffset.name)),
    workHeld: heldWork(held, opened.payload, table),
    workSet: workSetOf(state, undefined, numbers.taught[workOffset.name]),
    workSetIn: Object.fromEntries(
      Object.keys(numbers.works).map((name) => [
        name,
        workSetOf(state, name === workOffset.name ? undefined : name, numbers.taught[name]),
      ]),
    ),
    keyed: keyedOf(state),
    front: frontOf(state),
    notes: notesOf(state),
    signedOff: standing.signOff !== undefined,
    undone: state.undone,
    features,
    measured: measuredOf(state, features),
    stale: staleOf(state, table),
    facts: factsOf(state),
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

/** The setup under other numbers of its own work offset (main spindle's frame), the tools that work under it with it. */
export function withWorkOffset(setup: SetupView, workOffset: SetupView["workOffset"]): SetupView {
  const { machine, ownWork, workSaid } = setup;
  // No entry said it: it is as the lathe of an exercise holds it.
  const said = Object.fromEntries(
    AXES.flatMap((axis) => {
      const value = workOffset[axis];
      return value === undefined ? [] : [[axis, { value, entry: "", person: "", at: "", seq: 0 }]];
    }),
  );
  const tools = setup.tools.map((tool) =>
    tool.worksUnder[0] === ownWork ? { ...tool, work: workOf(machine, workOffset, tool.zone) } : tool,
  );
  return { ...setup, workOffset, workSaid: { ...workSaid, [ownWork]: said }, tools };
}

/**
 * The setup as it is seen under one of its work offsets: that one stands where its own does, with its numbers and how they were
 * found. The tools stay what they are.
 */
export function underWork(setup: SetupView, name: string): SetupView {
  if (name === setup.workOffset.name) return setup;
  return {
    ...setup,
    workOffset: { name, ...valuesOf({ works: setup.workSaid }, name) },
    taught: setup.taughtIn[name] ?? {},
    workSet: setup.workSetIn[name] ?? {},
  };
}

/** A tool as it counts under one of the setup's work offsets, which need not be the first that it works under. */
export function toolUnder(setup: SetupView, tool: ToolView, name: string): ToolView {
  return { ...tool, work: workOf(setup.machine, valuesOf({ works: setup.workSaid }, name), tool.zone) };
}

function frontOf(state: SetupState): SetupView["front"] {
  const front = recordOf<"front-described">(state, CELLS.front, "front-described");
  return front && front.what !== "nothing" ? { ...front, what: front.what } : undefined;
}

/** How a work offset, the setup's own where no other is named, was set without a touch since it was last taught, axis by axis. */
function workSetOf(
  state: SetupState,
  other: string | undefined,
  taught: StandingNumbers["taught"][string] = {},
): SetupView["workSet"] {
  const workSet: Partial<Record<Axis, Recorded<"work-offset-set">>> = {};
  for (const axis of AXES) {
    const cell = other === undefined ? CELLS.work(axis) : CELLS.otherWork(other, axis);
    const set = recordOf<"work-offset-set">(state, cell, "work-offset-set");
    if (set && set.seq > (taught[axis]?.seq ?? 0)) workSet[axis] = set;
  }
  return workSet;
}

function calibratedOf(state: SetupState): SetupView["calibrated"] {
  const calibrated: Partial<Record<SetterSide, Recorded<"setter-calibrated">>> = {};
  for (const side of SETTER_SIDES) {
    const record = recordOf<"setter-calibrated">(state, CELLS.setter(side), "setter-calibrated");
    if (record) calibrated[side] = record;
  }
  return calibrated;
}

/** The machine with the form of its files, and its control's language, as they were confirmed since it was described. */
function withFileForm(machine: MachineProfile, said: FileForm | undefined): MachineProfile {
  if (!said) return machine;
  const { format, language } = said;
  return { ...machine, dialect: format, language, fileForm: { format, language } };
}

/** The machine with its setter as it was calibrated since it was described. */
function withCalibrations(machine: MachineProfile, calibrated: SetupView["calibrated"]): MachineProfile {
  const { setter } = machine;
  if (!setter) return machine;
  let now = setter;
  for (const side of SETTER_SIDES) {
    const one = calibrated[side];
    if (one) now = { ...now, [side]: one.exact, calibratedAt: { ...now.calibratedAt, [side]: one.at } };
  }
  return now === setter ? machine : { ...machine, setter: now };
}

function describedOf(state: SetupState): SetupView["described"] {
  const described: Record<string, WorkBasis["described"][string]> = {};
  for (const cell of Object.keys(state.cells).filter((one) => one.startsWith("work-described/"))) {
    const record = recordOf<"work-offset-described">(state, cell, "work-offset-described");
    if (record) described[record.name] = record;
  }
  return described;
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
