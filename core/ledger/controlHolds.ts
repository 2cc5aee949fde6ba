import {
  type Axis,
  fromControl,
  type MachineProfile,
  type Shown,
  shownAs,
  wearField,
  workFromControl,
  type Zone,
} from "../machine/index.ts";
import { convertLength } from "../units/index.ts";
import { CELLS } from "./cells.ts";
import type { Entry, EntryOf } from "./entry.ts";
import type { Payload } from "./kinds/index.ts";
import { topOf } from "./lookUp.ts";
import { TABLE_COLUMNS, type TableColumn } from "./payloadWords.ts";
import type { SetupState } from "./setupState.ts";

/** A row of the control's table in core lengths (millimetres, X as diameters); what is not known is absent. */
export type ControlRow = Payload<"control-row-recorded">;

/** A number that the control is believed to hold, as it shows it, with the entry that says so. */
interface HeldCell {
  readonly value: number;
  readonly seq: number;
}

/**
 * The tick on a cell, if it holds: the latest number that was keyed, loaded or read back as wanted. A tick that was
 * taken away takes its own number away and leaves the one before. The value is the control's own number, in its unit;
 * undefined where no tick holds.
 */
export function tickOf(state: SetupState, cell: string): { readonly value: number; readonly entry: Entry } | undefined {
  const name = cell.slice("keyed/".length);
  const ticks: { value: number; entry: Entry }[] = [];
  for (const entry of state.cells[cell] ?? []) {
    if (entry.kind !== "cells-keyed" && entry.kind !== "table-compared") continue;
    const cells = entry.kind === "cells-keyed" ? entry.payload.cells : entry.payload.agreed;
    const value = cells.find(({ row, column }) => `${row}/${column}` === name)?.value;
    if (value === null) ticks.pop();
    else if (value !== undefined) ticks.push({ value, entry });
  }
  return ticks.at(-1);
}

/**
 * What the control is believed to hold by cell, `3/geometry.x` or `G54/work.z`, in its own numbers: the latest of what was
 * keyed, what a loaded file said, what its measuring function entered, and what was read back.
 */
export function heldByControl(state: SetupState): ReadonlyMap<string, HeldCell> {
  const held = new Map<string, HeldCell>();
  for (const cell of Object.keys(state.cells).filter((one) => one.startsWith("keyed/"))) {
    const tick = tickOf(state, cell);
    if (tick) held.set(cell.slice("keyed/".length), { value: tick.value, seq: tick.entry.seq });
  }
  for (const entry of state.cells[CELLS.compared] ?? []) {
    if (entry.kind !== "table-compared") continue;
    for (const { row, column, found } of entry.payload.differences) {
      const before = held.get(`${row}/${column}`);
      if (found !== null && entry.seq > (before?.seq ?? 0))
        held.set(`${row}/${column}`, { value: found, seq: entry.seq });
    }
  }
  return held;
}

/** The field of a row that holds what stands in a column. */
function fieldOf(column: TableColumn): keyof ControlRow {
  if (column === "noseRadius" || column === "orientation") return column;
  const axis = column.slice(-1) as Axis;
  return column.startsWith("wear.") ? wearField(axis) : axis;
}

/**
 * The row of an offset as the control is believed to hold it: as it was written down or read in a table, with
 * everything over it that came into the control since. Undefined where nothing is known of the row. In millimetres,
 * on the diameter for X, signed as in the equation.
 */
export function heldRow(
  state: SetupState,
  machine: MachineProfile,
  offset: string,
  zone: Zone,
  table: (Payload<"table-read"> & { readonly seq: number }) | undefined,
  held: ReadonlyMap<string, HeldCell>,
): ControlRow | undefined {
  const top = topOf(state, CELLS.control(offset));
  const recorded = top?.kind === "control-row-recorded" ? top : undefined;
  const row = table?.rows.find((one) => one.offset === offset);
  const isRecorded = recorded !== undefined && recorded.seq > (row ? (table?.seq ?? 0) : 0);
  const base = isRecorded ? recorded.payload : row;
  const since = isRecorded ? recorded.seq : row ? (table?.seq ?? 0) : 0;
  const cells: Partial<Record<keyof ControlRow, number>> = {};
  for (const column of TABLE_COLUMNS) {
    const cell = held.get(`${offset}/${column}`);
    if (cell && cell.seq > since) cells[fieldOf(column)] = cellInCore(machine, zone, column, cell.value);
  }
  return base || Object.keys(cells).length > 0 ? { ...base, ...cells, offset } : undefined;
}

function cellInCore(machine: MachineProfile, zone: Zone, column: TableColumn, value: number): number {
  if (column === "orientation") return value;
  if (column === "noseRadius") return convertLength(value, machine.units, "mm");
  return fromControl(machine, column.slice(-1) as Axis, shownAs("tool-offset", value), "tool-offset", zone);
}

/**
 * Work offsets that the control is believed to hold, by name, in the main spindle's frame: millimetres, on the diameter
 * for X.
 */
export function heldWork(
  held: ReadonlyMap<string, HeldCell>,
  { machine, workOffset }: EntryOf<"setup-opened">["payload"],
  table: (Payload<"table-read"> & { readonly seq: number }) | undefined,
): Readonly<Record<string, Readonly<Partial<Record<Axis, number>>>>> {
  const { name: active, ...said } = workOffset;
  const works: Record<string, Partial<Record<Axis, number>>> = { [active]: { ...said } };
  for (const { name, ...values } of table?.work ?? []) works[name] = { ...works[name], ...values };
  for (const [cell, { value, seq }] of held) {
    const [name, column] = cell.split("/");
    if (name === undefined || !column?.startsWith("work.") || seq < (table?.work ? table.seq : 0)) continue;
    const axis = column.slice(-1) as Axis;
    const shown: Shown<"work-offset"> = shownAs("work-offset", value);
    works[name] = { ...works[name], [axis]: workFromControl(machine, axis, shown) };
  }
  return works;
}
