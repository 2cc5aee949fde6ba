import type { GridColumn, SetupView } from "../ledger/index.ts";
import { AXES, type Axis, fromControl, lastDigit, mainZone, shownAs, toControl, zoneOf } from "../machine/index.ts";
import { type Numbering, orientationCode, tipDirection } from "../tool/index.ts";
import { convertLength, roundToResolution, type Unit } from "../units/index.ts";
import type { AxisWords, OffsetTable } from "./offsetTable.ts";

/** Whose numbers a file holds: the control's own signs and meaning of X, or the equation's with X as a diameter. */
export type NumbersOf = "control" | "equation";

const mapped = (words: AxisWords, change: (axis: Axis, value: number) => number): AxisWords =>
  Object.fromEntries(
    AXES.flatMap((axis) => {
      const value = words[axis];
      return value === undefined ? [] : [[axis, change(axis, value)]];
    }),
  );

/**
 * The same table with numbers of the other kind: signs and X as this machine's zones store them, or as the equation has
 * them. Units are the machine's; lengths are rounded to its last digit, X as a diameter to twice a radius' digit.
 */
export function withNumbersOf(setup: SetupView, table: OffsetTable, numbers: NumbersOf): OffsetTable {
  const { machine } = setup;
  const { units } = machine;
  const zone = (offset: string) => setup.tools.find((tool) => tool.offset === offset)?.zone ?? zoneOf(machine, "");
  const cross = (crossing: "tool-offset" | "work-offset", offset?: string) => (axis: Axis, value: number) => {
    const signs = offset === undefined ? mainZone(machine) : zone(offset);
    const digit = lastDigit(machine, axis);
    if (numbers === "equation")
      return roundToResolution(
        convertLength(fromControl(machine, axis, shownAs(crossing, value), crossing, signs), "mm", units),
        digit,
      );
    return roundToResolution(toControl(machine, axis, convertLength(value, table.units, "mm"), crossing, signs), digit);
  };
  return {
    ...table,
    units,
    tools: table.tools.map((tool) => ({
      ...tool,
      geometry: mapped(tool.geometry, cross("tool-offset", tool.offset)),
      wear: mapped(tool.wear, cross("tool-offset", tool.offset)),
      ...(tool.noseRadius !== undefined && { noseRadius: inUnits(tool.noseRadius, table.units, units) }),
    })),
    work: table.work.map((work) => ({ name: work.name, ...mapped(work, cross("work-offset")) })),
  };
}

const inUnits = (value: number, from: Unit, to: Unit) => (from === to ? value : convertLength(value, from, to));

/**
 * Numbers of a table by row and column, `3/geometry.x`, as this control shows them. In the control's unit; what is not
 * known is left out.
 */
export function controlNumbers(setup: SetupView, table: OffsetTable, numbers: NumbersOf): ReadonlyMap<string, number> {
  const { machine } = setup;
  const found = new Map<string, number>();
  const put = (row: string, column: GridColumn, value: number | undefined) => {
    if (value !== undefined) found.set(`${row}/${column}`, value);
  };
  const shown =
    numbers === "equation"
      ? withNumbersOf(setup, table, "control")
      : { ...table, units: machine.units, ...inMachineUnits(table, machine.units) };
  for (const { offset, geometry, wear, noseRadius, orientation } of shown.tools) {
    for (const axis of AXES) {
      put(offset, `geometry.${axis}`, geometry[axis]);
      put(offset, `wear.${axis}`, wear[axis]);
    }
    put(offset, "noseRadius", noseRadius);
    put(offset, "orientation", orientation && renumbered(orientation, table.numbering, machine.numbering));
    if (orientation === 0) put(offset, "orientation", 0);
  }
  for (const work of shown.work) for (const axis of AXES) put(work.name, `work.${axis}`, work[axis]);
  return found;
}

function inMachineUnits(table: OffsetTable, units: Unit): Pick<OffsetTable, "tools" | "work"> {
  if (table.units === units) return table;
  const change = (_: Axis, value: number) => convertLength(value, table.units, units);
  return {
    tools: table.tools.map((tool) => ({
      ...tool,
      geometry: mapped(tool.geometry, change),
      wear: mapped(tool.wear, change),
      ...(tool.noseRadius !== undefined && { noseRadius: convertLength(tool.noseRadius, table.units, units) }),
    })),
    work: table.work.map((work) => ({ name: work.name, ...mapped(work, change) })),
  };
}

function renumbered(code: number, from: Numbering | undefined, to: Numbering): number {
  if (from === undefined || from === to) return code;
  const direction = tipDirection(code, from);
  return direction ? orientationCode(direction, to) : code;
}
