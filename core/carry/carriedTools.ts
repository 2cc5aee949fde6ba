import {
  activeEntry,
  CELLS,
  type Entry,
  type MachineState,
  type SetupState,
  type SetupView,
  type ToolView,
  top,
  wearBegan,
} from "../ledger/index.ts";
import {
  AXES,
  AXIS_NAME,
  type Axis,
  isLatheAxis,
  LATHE_AXES,
  type MachineProfile,
  stationOf,
  toolNumber,
  wearField,
} from "../machine/index.ts";
import { cellForControl, columnDigit, EDIT_WORDS, type EditedCell, wearInCore } from "../offsets/index.ts";
import { whyMoved } from "../plan/index.ts";
import { proofState } from "../proof/index.ts";
import { axesOf, misfitOf, toolSize, wayOf } from "../tool/index.ts";
import { convertLength, formatLength } from "../units/index.ts";
import type { CarriedRow, CarryChoice, CarryOption, NewCommand } from "./carriedRow.ts";

/** What the rows of tools are worked out from. */
export interface CarryBasis {
  readonly state: SetupState;
  readonly past: SetupView;
  /** The machine that the new setup is for. */
  readonly machine: MachineProfile;
  /** That machine as its setups left it. */
  readonly before: MachineState;
  /** Views and states of the setups that wrote its rows last, by id; the past one among them. */
  readonly owners: ReadonlyMap<string, { readonly state: SetupState; readonly view: SetupView }>;
  /** True for the next operation on the same part. */
  readonly isNext: boolean;
  /** Offset of the master tool in the new setup; undefined where its school has none. */
  readonly master: string | undefined;
}

/** A row that stays behind. */
export const left: CarryOption = { choice: "left", shown: "", effect: {} };
const touch: CarryOption = { choice: "touch", shown: "", effect: {} };

/**
 * The rows of a past setup's tools: each tool with how it is touched, its geometry, wear, radius and orientation, reach and
 * second offsets. A number can be taken only on the same machine, where its tool stands as it stood.
 */
export function carriedTools(basis: CarryBasis): readonly CarriedRow[] {
  return basis.past.tools.flatMap((tool) => (tool.second ? [] : rowsOfTool(basis, tool)));
}

/** Why numbers of the past machine mean nothing on the new one; undefined where they do. */
export function otherMachine({ past, machine }: Pick<CarryBasis, "past" | "machine">): string | undefined {
  if (past.machine.id !== machine.id) return `it was found on ${past.machine.name}`;
  if (past.machine.units !== machine.units)
    return `${machine.name} counted in ${UNIT[past.machine.units]} then and counts in ${UNIT[machine.units]} now`;
  return undefined;
}
const UNIT = { mm: "millimetres", in: "inches" } as const;

function rowsOfTool(basis: CarryBasis, tool: ToolView): readonly CarriedRow[] {
  const { past, state } = basis;
  const blocked = whyNotHere(basis, tool);
  const rows: CarriedRow[] = [toolRow(basis, tool, blocked)];
  const seconds = past.tools.filter(({ second }) => second?.of === tool.offset);
  const moved = blocked ?? otherMachine(basis) ?? whyMoved(tool, basis.before);
  for (const one of [tool, ...seconds]) {
    // Its orientation is a code of the machine's own: on another one it is made again from its first.
    if (one.second) rows.push(secondRow(basis, one, blocked ?? otherMachine(basis), moved));
    for (const axis of axesOf(tool.tool, { machine: past.machine, zone: one.zone })) {
      // The master's Z is 0 by agreement: the work offset carries it.
      const isMaster = axis === "z" && past.school === "master-tool" && past.master === one.offset;
      if (!one.second && !isMaster) rows.push(geometryRow(basis, one, axis, moved));
      rows.push(...wearRow(basis, one, axis, moved));
    }
    if (!one.second) rows.push(...noseRow(basis, one, moved));
    const reach = top(state, CELLS.reach(one.offset), "reach-recorded");
    if (reach)
      rows.push(
        plainRow(`reach/${one.offset}`, one.offset, "Where it goes, as said by hand", "said", reach, blocked, [
          { kind: "reach-recorded", payload: reach.payload },
        ]),
      );
  }
  return rows;
}

/** Why a tool cannot stand on the new machine where it stood; undefined where it can. */
function whyNotHere({ machine, past }: CarryBasis, { station, tool }: ToolView): string | undefined {
  if (machine.stations && !machine.stations.some(({ id }) => id === station))
    return `${machine.name} has no station ${station}`;
  return machine.id === past.machine.id
    ? undefined
    : misfitOf(tool, stationOf(machine, station), machine.units)?.message;
}

function toolRow({ state, past, machine }: CarryBasis, view: ToolView, blocked: string | undefined): CarriedRow {
  const { offset, station, tool, tolerance, holder } = view;
  const loaded = top(state, CELLS.tool(offset), "tool-loaded");
  const chosen = AXES.flatMap((axis) => top(state, CELLS.way(offset, axis), "way-chosen")?.payload ?? []);
  // How it is touched depends on the machine: another one proposes its own ways.
  const ways = machine.id === past.machine.id ? chosen : [];
  const write = (millimetres: number) =>
    formatLength(convertLength(millimetres, "mm", machine.units), columnDigit({ machine }, "geometry.x"));
  const commands: readonly NewCommand[] = [
    {
      kind: "tool-loaded",
      payload: {
        offset,
        station,
        tool,
        tolerance: { x: tolerance.x, z: tolerance.z },
        ...(holder !== undefined && { holder }),
      },
    },
    ...ways.map((payload): NewCommand => ({ kind: "way-chosen", payload })),
  ];
  const shown = `station ${station}, ${holder === undefined ? "" : `holder ${holder}, `}${toolSize(tool, machine.units)}, ±${write(tolerance.x)} on X, ±${write(tolerance.z)} on Z`;
  return {
    key: `tool/${offset}`,
    offset,
    what: tool.description,
    shown,
    since: loaded?.at,
    proven: "",
    against: blocked === undefined ? [] : [blocked],
    options: blocked === undefined ? [{ choice: "taken", shown, effect: { commands } }, left] : [left],
    proposed: blocked === undefined ? "taken" : "left",
  };
}

/** The tool as the setup that wrote its row last has it: what the control is believed to hold comes from there. */
function ownerOf({ before, owners, past, state }: CarryBasis, { offset, station }: ToolView, axis: Axis) {
  const believed = before.rows[offset]?.[axis];
  const owner = believed && owners.get(believed.setupId);
  const tool = owner?.view.tools.find((one) => one.offset === offset && one.station === station);
  return owner && tool && believed
    ? { ...owner, tool, value: believed.value as number | undefined, said: activeEntry(owner.state, believed.entry) }
    : { state, view: past, tool: undefined, value: undefined, said: undefined };
}

function geometryRow(basis: CarryBasis, tool: ToolView, axis: Axis, moved: string | undefined): CarriedRow {
  const { offset } = tool;
  const owner = ownerOf(basis, tool, axis);
  const held = owner.tool ?? tool;
  const record = held[axis];
  const value = moved === undefined ? owner.value : record?.exact;
  const since = owner.said?.at ?? record?.at;
  const lost = lostSince(basis, axis, since);
  const against = [moved ?? schoolAgainst(basis, axis), lost].filter((one) => one !== undefined);
  if (record && held.indexed && held.indexed.seq > record.seq)
    against.push("its insert was indexed since: measure the first cut");
  const ended = shownCell(basis, tool, `geometry.${axis}`, tool[axis]?.exact);
  const isMeant = moved === undefined && schoolAgainst(basis, axis) === undefined;
  const shown = shownCell(basis, held, `geometry.${axis}`, value);
  if (isMeant && value !== undefined && ended !== "" && ended !== shown) against.push(`that setup ended at ${ended}`);
  const cells: readonly EditedCell[] =
    isMeant && value !== undefined ? [{ offset, column: `geometry.${axis}`, from: null, to: value }] : [];
  return {
    key: `geometry/${offset}/${axis}`,
    offset,
    what: `${AXIS_NAME[axis]} geometry`,
    shown,
    since: value === undefined ? undefined : since,
    proven: value === undefined ? "" : provenWords(owner.view, held, axis, owner.said),
    against: value === undefined ? [...against, "it is not known"] : against,
    options: cells.length > 0 ? [{ choice: "taken", shown, effect: { cells } }, touch] : [touch],
    proposed: cells.length > 0 && lost === undefined ? "taken" : "touch",
  };
}

/** Why a number that was found before the machine lost its position does not hold for sure; undefined where nothing was lost since. */
function lostSince({ before: { position } }: CarryBasis, axis: Axis, since: string | undefined): string | undefined {
  if (!position || since === undefined || Date.parse(position.lostAt) < Date.parse(since)) return undefined;
  if (position.off === undefined) return "the position was lost since, and no reference tool was checked";
  return isLatheAxis(axis) && position.off.includes(axis) ? "the position was lost since, and it is off" : undefined;
}

/** In the schools that refer to a master, Z is a difference to that one. */
function schoolAgainst({ past, machine, master }: CarryBasis, axis: Axis): string | undefined {
  if (axis !== "z") return undefined;
  if (past.school !== machine.school) return `Z meant ${past.school} there and means ${machine.school} here`;
  if (past.school === "master-tool" && past.master !== master && past.master !== undefined)
    return `it is the difference to ${toolNumber(past.machine, past.master)}`;
  return undefined;
}

const PROOF_WORDS = {
  proven: "two-line check right",
  off: "its check was off",
  stopped: "its check was stopped",
  again: "changed since its check",
  open: "not checked",
} as const;

/** How a number was found, by the entry that said it last, and whether its offset was checked since. */
function provenWords(setup: SetupView, tool: ToolView, axis: Axis, said: Entry | undefined): string {
  if (said?.kind === "control-row-recorded") return "written down from the control";
  if (said?.kind === "table-read") return "read from the control's table";
  const record = tool[axis];
  if (!record) return "";
  const found =
    record.edit !== undefined
      ? EDIT_WORDS[record.edit]
      : record.derived
        ? "follows from another offset"
        : `touched: ${wayOf(record.way).words}`;
  return `${found}; ${PROOF_WORDS[proofState(setup, tool)]}`;
}

function wearRow(basis: CarryBasis, tool: ToolView, axis: Axis, moved: string | undefined): readonly CarriedRow[] {
  const { offset } = tool;
  const owner = ownerOf(basis, tool, axis);
  const held = owner.tool ?? tool;
  const ended = wearInCore(held, axis) ?? held.control?.[wearField(axis)];
  const record = held.wear[axis];
  const what = `${AXIS_NAME[axis]} wear`;
  const key = `wear/${offset}/${axis}`;
  if (ended === undefined) return held[axis] ? [{ ...emptyRow(key, offset, what), against: ["it is not known"] }] : [];
  const shown = shownCell(basis, held, `wear.${axis}`, ended);
  const isIndexed = held.indexed !== undefined && held.indexed.seq > (record?.seq ?? held[axis]?.seq ?? 0);
  const fresh = isIndexed ? wearOfNewEdge(owner.state, held, axis) : ended;
  const isAsked = fresh !== ended;
  const against = [
    moved,
    isAsked ? "its insert was indexed since: say which edge runs now" : undefined,
    held.safetyWear && held.safetyWear.seq > (record?.seq ?? 0) && ended !== 0
      ? "it is safety wear for a first cut"
      : undefined,
  ].filter((one) => one !== undefined);
  const option = (choice: CarryChoice, to: number): CarryOption => ({
    choice,
    shown: shownCell(basis, held, `wear.${axis}`, to),
    effect: { cells: [{ offset, column: `wear.${axis}`, from: null, to }] },
  });
  const options = [
    option("taken", ended),
    ...(isAsked && fresh !== undefined ? [option("new-edge", fresh)] : []),
    left,
  ];
  return [
    {
      key,
      offset,
      what,
      shown,
      since:
        record?.at ??
        held.safetyWear?.at ??
        held[axis]?.at ??
        top(owner.state, CELLS.control(offset), "control-row-recorded")?.at ??
        owner.view.table?.at,
      proven:
        record?.edit !== undefined
          ? EDIT_WORDS[record.edit]
          : held[axis]
            ? "0 since the touch"
            : "as the control held it",
      against,
      options: moved === undefined ? options : [left],
      proposed: moved !== undefined ? "left" : isAsked ? undefined : "taken",
    },
  ];
}

/**
 * Wear as it was with a new edge: the first value that was set after the touch, or after the indexing before the last one, 0 where
 * none was set since a touch. Undefined where it is not known: the first value was itself taken over, or there was no touch. In
 * millimetres, on the diameter for X.
 */
function wearOfNewEdge(state: SetupState, { offset, indexed, ...tool }: ToolView, axis: Axis): number | undefined {
  const earlier = (state.cells[CELLS.insert(offset)] ?? []).filter(({ seq }) => seq < (indexed?.seq ?? 0)).at(-1);
  const began = Math.max(earlier?.seq ?? 0, wearBegan(tool[axis]) ?? 0);
  for (const entry of state.cells[CELLS.wear(offset, axis)] ?? []) {
    if (entry.kind !== "table-edited" || entry.seq < began || entry.seq > (indexed?.seq ?? 0)) continue;
    const cell = entry.payload.cells.find((one) => one.offset === offset && one.column === `wear.${axis}`);
    if (cell) return entry.payload.edit === "taken-over" ? undefined : cell.to;
  }
  return wearBegan(tool[axis]) === undefined ? undefined : 0;
}

function noseRow(basis: CarryBasis, tool: ToolView, moved: string | undefined): readonly CarriedRow[] {
  const { offset } = tool;
  const row = basis.before.rows[offset];
  const [radius, orientation] = [row?.noseRadius?.value, row?.orientation?.value];
  const owner = row?.noseRadius && basis.owners.get(row.noseRadius.setupId);
  const held = owner?.view.tools.find((one) => one.offset === offset)?.nose ?? tool.nose;
  const key = `nose/${offset}`;
  const what = "Nose radius, orientation";
  if (!held && radius === undefined) return [];
  if (moved !== undefined || radius === undefined || orientation === undefined)
    return [{ ...emptyRow(key, offset, what), against: [moved ?? "it is not known"] }];
  const shown = `${shownCell(basis, tool, "noseRadius", radius)}, ${orientation}`;
  const cells: readonly EditedCell[] = [
    { offset, column: "noseRadius", from: null, to: radius },
    { offset, column: "orientation", from: null, to: orientation },
  ];
  return [
    {
      key,
      offset,
      what,
      shown,
      since: held?.at,
      proven: held?.insert ? `insert ${held.insert}` : "",
      against: [],
      options: [{ choice: "taken", shown, effect: { cells } }, touch],
      proposed: "taken",
    },
  ];
}

function secondRow(
  basis: CarryBasis,
  view: ToolView,
  blocked: string | undefined,
  moved: string | undefined,
): CarriedRow {
  const { offset, second, nose } = view;
  const cells: EditedCell[] = [];
  const written: string[] = [];
  for (const axis of LATHE_AXES) {
    const value = basis.before.rows[offset]?.[axis]?.value ?? view[axis]?.exact;
    if (value === undefined || moved !== undefined || schoolAgainst(basis, axis) !== undefined) continue;
    cells.push({ offset, column: `geometry.${axis}`, from: null, to: value });
    written.push(`${AXIS_NAME[axis]} ${shownCell(basis, view, `geometry.${axis}`, value)}`);
  }
  const command: NewCommand = {
    kind: "second-offset-made",
    payload: {
      offset,
      of: second?.of ?? "",
      edge: second?.edge ?? "right",
      ...(nose && { noseRadius: nose.noseRadius, orientation: nose.orientation }),
    },
  };
  const edge = `${second?.edge ?? ""} edge of ${toolNumber(basis.past.machine, second?.of ?? "")}`;
  const shown = [edge, ...written].join(", ");
  const options: readonly CarryOption[] = [{ choice: "taken", shown, effect: { commands: [command], cells } }, left];
  return {
    key: `second/${offset}`,
    offset,
    what: "second offset",
    shown,
    since: second?.at,
    proven: PROOF_WORDS[proofState(basis.past, view)],
    against: moved === undefined ? [] : [`${moved}: its numbers are made again from its first`],
    options: blocked === undefined ? options : [left],
    proposed: blocked === undefined ? "taken" : "left",
  };
}

/** A row without a value: it can only be left, or found anew. */
export const emptyRow = (key: string, offset: string | undefined, what: string): CarriedRow => ({
  key,
  offset,
  what,
  shown: "",
  since: undefined,
  proven: "",
  against: [],
  options: [left],
  proposed: "left",
});

/** A row that comes along whole or not at all. Its one effect is these commands. */
export function plainRow(
  key: string,
  offset: string | undefined,
  what: string,
  shown: string,
  entry: { readonly at: string },
  blocked: string | undefined,
  commands: readonly NewCommand[],
): CarriedRow {
  return {
    key,
    offset,
    what,
    shown,
    since: entry.at,
    proven: "",
    against: blocked === undefined ? [] : [blocked],
    options: blocked === undefined ? [{ choice: "taken", shown, effect: { commands } }, left] : [left],
    proposed: blocked === undefined ? "taken" : "left",
  };
}

/** A cell as the machine shows it. Empty where it is not known. */
function shownCell(
  { past, machine }: CarryBasis,
  tool: ToolView,
  column: `geometry.${Axis}` | `wear.${Axis}` | "noseRadius",
  value: number | undefined,
): string {
  if (value === undefined) return "";
  const setup = { ...past, machine };
  return formatLength(cellForControl(setup, tool, column, value), columnDigit(setup, column));
}
