import {
  type GridColumn,
  type SetByHand,
  type SetupView,
  type Source,
  TABLE_COLUMNS,
  type TableColumn,
  type TableEdit,
  type ToolView,
  wearBegan,
} from "../ledger/index.ts";
import { AXIS_NAME, type Axis, isLatheAxis, lastDigit, offsetNumber, toControl, zoneOf } from "../machine/index.ts";
import { type TouchWay, wayOf } from "../tool/index.ts";
import { roundToResolution } from "../units/index.ts";
import type { KeyIn } from "./keyIn.ts";
import { radiusForControl, setupTable, type TableRow, workRows } from "./setupTable.ts";
import { axisOf, columnsOf, EDIT_WORDS } from "./tableEdit.ts";

/** One cell of the table screen, every number as the control shows it. */
export interface GridCell {
  readonly column: GridColumn;
  /** As it was read or written down before; undefined where it was not. */
  readonly now: number | undefined;
  /** What Luvrit wants there; undefined where it stays as it is. */
  readonly wanted: number | undefined;
  /** What is keyed: the content itself, an amount to add, the touched dimension. */
  readonly key: KeyIn["entry"] | undefined;
  /** What the position display must read right after entry. */
  readonly display: number | undefined;
  readonly workFirstToZero: boolean;
  readonly closes: boolean | undefined;
  readonly source: (Source & { readonly words: string; readonly canUndo: boolean }) | undefined;
  /** The tick of the person who keyed it; `stale` where the number has changed since. */
  readonly keyed: (SetByHand & { readonly stale: boolean }) | undefined;
}

export interface GridRow {
  /** Offset number, or the work offset's name. */
  readonly row: string;
  readonly kind: "tool" | "work" | "left-over";
  readonly tool: ToolView | undefined;
  /** Head of the row as the control writes it: `03`, `G54`. */
  readonly name: string;
  readonly cells: Readonly<Partial<Record<GridColumn, GridCell>>>;
}

/** Columns of the whole grid: those that any row has. */
export function gridColumns(rows: readonly GridRow[]): readonly TableColumn[] {
  const used = new Set(rows.flatMap(({ kind, cells }) => (kind === "work" ? [] : Object.keys(cells))));
  return TABLE_COLUMNS.filter((column) => used.has(column));
}

/** Head of a column in the words of the shop. */
export function columnWords(column: GridColumn): string {
  const axis = axisOf(column);
  if (column === "noseRadius") return "radius";
  if (column === "orientation") return "tip";
  return axis ? `${AXIS_NAME[axis]} ${column.split(".")[0]}` : column;
}

/** Last digit with which a column is written on this machine; 1 for an orientation. */
export function columnDigit({ machine }: Pick<SetupView, "machine">, column: GridColumn): number {
  const axis = axisOf(column);
  if (axis) return lastDigit(machine, axis);
  return column === "orientation" ? 1 : machine.resolution.z;
}

/**
 * The whole offset table of a setup, work offsets first, then its tools, then rows left over from before that somebody
 * decided to clear.
 */
export function tableGrid(setup: SetupView): readonly GridRow[] {
  const tools = setupTable(setup).map((row) => toolRow(setup, row));
  const there = new Set(tools.map(({ row }) => row));
  const left = (setup.table?.rows ?? [])
    .filter(({ offset }) => setup.stale[offset] === "clear" && !there.has(offset))
    .map(({ offset }) => leftOver(setup, offset));
  return [...workRows(setup).map((row) => workGridRow(setup, row)), ...tools, ...left];
}

/** Whether a cell is still to be keyed: the control is not known to hold what is wanted there. */
export const isToKey = ({ wanted, now }: GridCell): boolean => wanted !== undefined && wanted !== now;

/**
 * How far keying has come: cells that were or are to be keyed, and those that are ticked as they stand. Both are a
 * number of cells.
 */
export function keyedSoFar(rows: readonly GridRow[]): { readonly of: number; readonly done: number } {
  const cells = rows.flatMap(({ cells: all }) => Object.values(all)).filter((cell) => isToKey(cell) || cell.keyed);
  return { of: cells.length, done: cells.filter((cell) => !isToKey(cell)).length };
}

function keyedOf(setup: SetupView, row: string, column: GridColumn, wanted: number | undefined): GridCell["keyed"] {
  const keyed = setup.keyed[`${row}/${column}`];
  return keyed && { ...keyed, stale: keyed.value !== wanted };
}

function toolRow(setup: SetupView, row: TableRow): GridRow {
  const { tool } = row;
  const cells: Partial<Record<GridColumn, GridCell>> = {};
  for (const column of columnsOf(setup, tool)) cells[column] = toolCell(setup, row, column);
  return { row: tool.offset, kind: "tool", tool, name: offsetNumber(setup.machine, tool.offset), cells };
}

const plain = (value: number | undefined): GridCell["key"] =>
  value === undefined ? undefined : { as: "overwrite", number: value };

function toolCell(setup: SetupView, row: TableRow, column: TableColumn): GridCell {
  const { tool } = row;
  const axis = axisOf(column);
  const common = { column, display: undefined, closes: undefined, workFirstToZero: false };
  const done = (now: number | undefined, wanted: number | undefined) => ({
    now,
    wanted,
    keyed: keyedOf(setup, tool.offset, column, wanted),
  });
  if (!axis) {
    const { before, value } = column === "noseRadius" ? row.noseRadius : row.orientation;
    const { nose } = tool;
    return {
      ...common,
      ...done(before, value),
      key: plain(value),
      source:
        value === undefined
          ? undefined
          : nose && { ...nose, words: noseWords(tool), canUndo: !tool.second || nose.edit !== undefined },
    };
  }
  if (column.startsWith("wear.")) {
    const wanted = row.wearWanted[axis];
    return {
      ...common,
      ...done(row.wear[axis], wanted),
      source: wearSource(tool, axis, wanted),
      key: wearKey(setup, axis, row.wear[axis], wanted),
    };
  }
  const keyed = row[axis];
  const touch = tool[axis];
  return {
    ...common,
    ...done(row.before[axis], keyed?.value),
    key: keyed?.entry,
    display: keyed?.display,
    closes: row.closes[axis],
    workFirstToZero: keyed?.workFirstToZero ?? false,
    source: touch && {
      ...touch,
      words: touchWords(touch.way, touch.derived === true, touch.edit),
      canUndo: touch.derived !== true || touch.edit !== undefined,
    },
  };
}

function noseWords({ nose, second }: ToolView): string {
  if (nose?.edit !== undefined) return EDIT_WORDS[nose.edit];
  return second ? "second offset of its tool" : nose?.insert ? `insert ${nose.insert}` : "the tool's own";
}

function touchWords(way: TouchWay, derived: boolean, edit: TableEdit | undefined): string {
  if (edit !== undefined) return EDIT_WORDS[edit];
  return derived ? "follows from another offset" : `touched: ${wayOf(way).words}`;
}
/** Wear is added to where the machine adds and somebody wrote down what stands there. */
function wearKey({ machine }: SetupView, axis: Axis, now: number | undefined, wanted: number | undefined) {
  if (wanted === undefined) return undefined;
  if (machine.measuring === "add" && now !== undefined)
    return { as: "add" as const, number: roundToResolution(wanted - now, lastDigit(machine, axis)) };
  return plain(wanted);
}

function wearSource(tool: ToolView, axis: Axis, wanted: number | undefined): GridCell["source"] {
  if (wanted === undefined) return undefined;
  const { safetyWear } = tool;
  const [byHand, touch] = [tool.wear[axis], tool[axis]];
  if (byHand && byHand.seq > Math.max(wearBegan(touch) ?? 0, safetyWear?.seq ?? 0))
    return {
      ...byHand,
      words: byHand.edit === undefined || byHand.edit === "entered" ? "wear entered by hand" : EDIT_WORDS[byHand.edit],
      canUndo: true,
    };
  if (safetyWear && isLatheAxis(axis) && safetyWear[axis] !== 0)
    return { ...safetyWear, words: "safety wear for the first cut", canUndo: true };
  return touch && { ...touch, words: "starts at 0 with the touch", canUndo: false };
}

function workGridRow(setup: SetupView, work: ReturnType<typeof workRows>[number]): GridRow {
  const cells: Partial<Record<GridColumn, GridCell>> = {};
  const { taught, workSet, otherWork, schoolChanged, machine } = setup;
  const hasY = machine.yAxis && ((work.values.y ?? 0) !== 0 || (work.held.y ?? 0) !== 0);
  const axes: readonly Axis[] = hasY ? ["x", "z", "y"] : ["x", "z"];
  for (const axis of axes) {
    const column = `work.${axis}` as const;
    const wanted = work.isNew[axis] ? work.values[axis] : undefined;
    const set = work.isActive ? workSet[axis] : otherWork[work.name]?.[axis];
    const teaching = work.isActive ? taught[axis] : undefined;
    const source = set
      ? { ...set, words: "set without a touch", canUndo: true }
      : teaching
        ? { ...teaching, words: `taught with offset ${teaching.offset}`, canUndo: true }
        : work.isActive && axis === "z" && schoolChanged
          ? { ...schoolChanged, words: "change of school or master", canUndo: false }
          : undefined;
    cells[column] = {
      column,
      now: work.held[axis],
      wanted,
      key: plain(wanted),
      source,
      display: undefined,
      closes: undefined,
      workFirstToZero: false,
      keyed: keyedOf(setup, work.name, column, wanted),
    };
  }
  return { row: work.name, kind: "work", tool: undefined, name: work.name, cells };
}

/** A row that no tool of this setup uses and that somebody decided to clear: every cell to 0. */
function leftOver(setup: SetupView, offset: string): GridRow {
  const row = setup.table?.rows.find((one) => one.offset === offset);
  const { machine } = setup;
  const zone = zoneOf(machine, "");
  const cells: Partial<Record<GridColumn, GridCell>> = {};
  const add = (column: TableColumn, now: number | undefined) => {
    if (now === undefined) return;
    cells[column] = {
      column,
      now,
      wanted: 0,
      key: plain(0),
      source: undefined,
      display: undefined,
      closes: undefined,
      workFirstToZero: false,
      keyed: keyedOf(setup, offset, column, 0),
    };
  };
  const stored = (axis: Axis, value: number | undefined) =>
    value === undefined
      ? undefined
      : roundToResolution(toControl(machine, axis, value, "tool-offset", zone), lastDigit(machine, axis));
  add("geometry.x", stored("x", row?.x));
  add("wear.x", stored("x", row?.wearX));
  add("geometry.z", stored("z", row?.z));
  add("wear.z", stored("z", row?.wearZ));
  add("noseRadius", row?.noseRadius === undefined ? undefined : radiusForControl(setup, row.noseRadius));
  add("orientation", row?.orientation);
  return { row: offset, kind: "left-over", tool: undefined, name: offsetNumber(machine, offset), cells };
}
