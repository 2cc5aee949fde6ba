import { readDataSetting } from "../../core/formats/dataSetting.ts";
import {
  AXIS_NAME,
  type Axis,
  fromControl,
  lastDigit,
  mainZone,
  type PerAxis,
  perAxis,
  shownAs,
  toControl,
  workFromControl,
  workInZone,
  type Zone,
} from "../../core/machine/index.ts";
import type { AxisWords } from "../../core/offsets/index.ts";
import { formatLength, roundToResolution } from "../../core/units/index.ts";
import { type StoredRow, ZERO } from "../lathe/config.ts";
import type { LatheEvent } from "../lathe/events.ts";
import { activeTool, type LatheState } from "../lathe/state.ts";

export const EMPTY_ROW: StoredRow = { geometry: ZERO, wear: ZERO, noseRadius: 0, orientation: 0 };

/** What the control adds up at this moment, millimetres, X as diameters: geometry, wear and work offset of each axis. */
interface ActiveOffsets {
  readonly geometry: PerAxis<number>;
  readonly wear: PerAxis<number>;
  readonly work: PerAxis<number>;
}

export function activeOffsets(state: LatheState): ActiveOffsets {
  const row = state.offset === undefined ? undefined : state.rows[state.offset];
  const { machine } = state.config;
  const zone = activeTool(state)?.zone ?? mainZone(machine);
  const core = (numbers: PerAxis<number> | undefined) =>
    perAxis((axis) =>
      fromControl(state.config.machine, axis, shownAs("tool-offset", numbers?.[axis] ?? 0), "tool-offset", zone),
    );
  return {
    geometry: core(row?.geometry),
    wear: core(row?.wear),
    work: perAxis((axis) => workInZone(machine, axis, state.work[state.activeWork]?.[axis] ?? 0, zone)),
  };
}

/** Where the control believes the programmed point to be: P = M − G − W − S. */
export function believedPosition(state: LatheState): PerAxis<number> {
  const { geometry, wear, work } = activeOffsets(state);
  return perAxis((axis) => state.readout[axis] - geometry[axis] - wear[axis] - work[axis]);
}

interface OffsetEntry {
  readonly offset: string;
  readonly axis: Axis;
  readonly register: "geometry" | "wear";
  readonly as: "overwrite" | "add" | "touched-dimension";
  readonly number: number;
}

/**
 * Keys a number as this control takes it. A touched dimension is reckoned from the present readout: geometry becomes
 * M − P, less wear and work offset as far as this control's measuring function reckons with them.
 */
export function enterOffset(
  state: LatheState,
  entry: OffsetEntry,
): { state: LatheState; events: readonly LatheEvent[] } {
  const { machine } = state.config;
  const { offset, axis, register, number } = entry;
  const zone = zoneOfRow(state, offset) ?? mainZone(machine);
  const digit = lastDigit(machine, axis);
  const row = state.rows[offset] ?? EMPTY_ROW;
  const before = row[register][axis];
  const value = roundToResolution(
    entry.as === "overwrite"
      ? number
      : entry.as === "add"
        ? before + number
        : touchedDimension(state, entry, row, zone),
    digit,
  );
  const rows = { ...state.rows, [offset]: { ...row, [register]: { ...row[register], [axis]: value } } };
  const message = `Offset ${offset}, ${register} ${AXIS_NAME[axis]}: ${formatLength(value, digit)}.`;
  return { state: { ...state, rows }, events: [{ kind: "entered", message, value }] };
}

function touchedDimension(state: LatheState, { axis, number }: OffsetEntry, row: StoredRow, zone: Zone) {
  const { machine } = state.config;
  const { reckons } = machine;
  const dimension = fromControl(machine, axis, shownAs("program", number), "program", zone);
  const work = reckons?.work === false ? 0 : workInZone(machine, axis, state.work[state.activeWork]?.[axis] ?? 0, zone);
  const wear =
    reckons?.wear === false
      ? 0
      : fromControl(machine, axis, shownAs("tool-offset", row.wear[axis]), "tool-offset", zone);
  return toControl(machine, axis, state.readout[axis] - dimension - work - wear, "tool-offset", zone);
}

/** The zone of the tool that a row is for. */
function zoneOfRow(state: LatheState, offset: string): Zone | undefined {
  const tool = Object.values(state.tools).find((one) => one.offset === offset);
  return tool && activeTool({ ...state, station: tool.station })?.zone;
}

/** Takes in a data-setting file: the rows that it holds and no others. A file in other units is refused. */
export function loadOffsets(state: LatheState, text: string): { state: LatheState; events: readonly LatheEvent[] } {
  const { machine } = state.config;
  const read = readDataSetting(text, { resolution: lastDigit(machine, "x"), numbering: machine.numbering });
  const no = (message: string) => ({ state, events: [{ kind: "alarm" as const, message }] });
  if (!read.ok) return no(read.refusal.message);
  const { units, tools, work } = read.value;
  if (units !== machine.units) return no(`The file is in ${units}, this control works in ${machine.units}.`);
  const rows = { ...state.rows };
  for (const { offset, geometry, wear, noseRadius, orientation } of tools) {
    const row = rows[offset] ?? EMPTY_ROW;
    const taken = (register: "geometry" | "wear", now: AxisWords) =>
      perAxis((axis) => now[axis] ?? row[register][axis]);
    rows[offset] = {
      geometry: taken("geometry", geometry),
      wear: taken("wear", wear),
      noseRadius: noseRadius ?? row.noseRadius,
      orientation: orientation ?? row.orientation,
    };
  }
  const works = { ...state.work };
  for (const { name, ...told } of work)
    works[name] = perAxis((axis) => {
      const value = told[axis];
      return value === undefined
        ? (works[name]?.[axis] ?? 0)
        : workFromControl(machine, axis, shownAs("work-offset", value));
    });
  const message = `${tools.length} ${tools.length === 1 ? "row" : "rows"} and ${work.length} work ${work.length === 1 ? "offset" : "offsets"} taken from the file.`;
  return { state: { ...state, rows, work: works }, events: [{ kind: "loaded", message }] };
}
