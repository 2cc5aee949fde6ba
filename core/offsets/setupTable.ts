import { type SetupView, type ToolView, wearBegan, workOfPath } from "../ledger/index.ts";
import {
  AXES,
  type Axis,
  fromControl,
  isLatheAxis,
  lastDigit,
  perAxis,
  type Shown,
  toControl,
  wearField,
} from "../machine/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { axesOf, radiusInInches, toolSize } from "../tool/index.ts";
import { roundToResolution } from "../units/index.ts";
import { openBy } from "./closureOfSetup.ts";
import { type KeyIn, keyIn, workForControl } from "./keyIn.ts";
import type { AxisWords, OffsetTable, ToolOffsets } from "./offsetTable.ts";

type PerAxis<Value> = Readonly<Record<Axis, Value>>;

/** One row of the table screen, in the control's own unit, sign, digits and X meaning. */
export interface TableRow extends PerAxis<KeyIn | undefined> {
  readonly tool: ToolView;
  /** Axes on which this tool has a cell. */
  readonly axes: readonly Axis[];
  /** Geometry as it was recorded before, whether touched or not. */
  readonly before: PerAxis<number | undefined>;
  /** Whether G + W + S + P adds up to the machine position; undefined where no part was touched. */
  readonly closes: PerAxis<boolean | undefined>;
  /** Wear that the control still holds. */
  readonly wear: PerAxis<number | undefined>;
  /** Safety wear to be put in for the first cut. */
  readonly safetyWear: PerAxis<number | undefined>;
  /** Wear that the control is to hold: set by hand, safety wear, or 0 where the axis was touched; undefined where it stays. */
  readonly wearWanted: PerAxis<number | undefined>;
  readonly noseRadius: { readonly before: number | undefined; readonly value: number | undefined };
  readonly orientation: { readonly before: number | undefined; readonly value: number | undefined };
}

/** The offset table of a setup: what the control held, what it is to hold, and what to key. */
export function setupTable(setup: SetupView): readonly TableRow[] {
  const { machine } = setup;
  return setup.tools.map((tool): TableRow => {
    const stored = (axis: Axis, millimetres: number | undefined) =>
      millimetres === undefined
        ? undefined
        : roundToResolution(toControl(machine, axis, millimetres, "tool-offset", tool.zone), lastDigit(machine, axis));
    const cell = (axis: Axis) => {
      const touch = tool[axis];
      return (
        touch &&
        keyIn(
          machine,
          axis,
          {
            exact: touch.exact,
            touched: touch.touched,
            before: tool.control?.[axis],
            work: touch.work,
            active: tool.work[axis] ?? "unknown",
          },
          tool.zone,
        )
      );
    };
    const closes = (axis: Axis) => {
      const keyed = cell(axis);
      if (!keyed) return undefined;
      const geometry = fromControl(machine, axis, keyed.value as Shown<"tool-offset">, "tool-offset", tool.zone);
      const open = openBy(setup, tool, axis, { geometry });
      return open === undefined ? undefined : open === 0;
    };
    const { control, nose, safetyWear } = tool;
    const wearWanted = (axis: Axis) => {
      const value = wearInCore(tool, axis);
      return value === undefined ? undefined : stored(axis, value);
    };
    return {
      tool,
      axes: axesOf(tool.tool, { machine, zone: tool.zone }),
      ...perAxis(cell),
      closes: perAxis(closes),
      before: perAxis((axis) => stored(axis, control?.[axis])),
      wear: perAxis((axis) => stored(axis, control?.[wearField(axis)])),
      safetyWear: perAxis((axis) => (isLatheAxis(axis) ? stored(axis, safetyWear?.[axis]) : undefined)),
      wearWanted: perAxis(wearWanted),
      noseRadius: {
        before: control?.noseRadius === undefined ? undefined : radiusForControl(setup, control.noseRadius),
        value: nose?.noseRadius === undefined ? undefined : radiusForControl(setup, nose.noseRadius),
      },
      orientation: { before: control?.orientation, value: nose?.orientation },
    };
  });
}

/**
 * Wear that a tool's axis is to hold, in core lengths: what was set by hand since its latest touch, or else safety
 * wear, or 0 where it was touched; undefined where nothing is said of it. Millimetres, on the diameter for X.
 */
export function wearInCore(tool: ToolView, axis: Axis): number | undefined {
  const { safetyWear } = tool;
  const [byHand, began] = [tool.wear[axis], wearBegan(tool[axis])];
  if (byHand && byHand.seq > Math.max(began ?? 0, safetyWear?.seq ?? 0)) return byHand.value;
  if (safetyWear && isLatheAxis(axis) && (safetyWear[axis] !== 0 || began !== undefined)) return safetyWear[axis];
  return began === undefined ? undefined : 0;
}

/** A work offset as the control is to hold it, with which axes were taught, set or re-based in this setup. */
interface WorkRow {
  readonly name: string;
  readonly values: PerAxis<number | undefined>;
  /** What the control is believed to hold in it; undefined where it is not known. */
  readonly held: PerAxis<number | undefined>;
  readonly isNew: PerAxis<boolean>;
  /** True for the one that this setup runs under. */
  readonly isActive: boolean;
}

/** The active work offset, then every other one that the program calls or that was set here, in the control's own numbers. */
export function workRows(setup: SetupView): readonly WorkRow[] {
  const { machine, workOffset, workHeld, taught, schoolChanged, workSet, otherWork, programRead } = setup;
  const isNew = (axis: Axis) =>
    taught[axis] !== undefined || workSet[axis] !== undefined || (axis === "z" && schoolChanged !== undefined);
  const value = (axis: Axis, millimetres: number | undefined) =>
    millimetres === undefined ? undefined : workForControl(machine, axis, millimetres);
  const heldIn = (name: string): WorkRow["held"] => {
    const held = workHeld[name];
    return perAxis((axis) => value(axis, held?.[axis]));
  };
  const active: WorkRow = {
    held: heldIn(workOffset.name),
    name: workOffset.name,
    isActive: true,
    isNew: perAxis(isNew),
    values: perAxis((axis) => value(axis, workOffset[axis])),
  };
  /** Said in this setup and not what the control is believed to hold. */
  const isOther = (name: string, axis: Axis) => {
    const set = otherWork[name]?.[axis];
    return set !== undefined && value(axis, set.value) !== value(axis, workHeld[name]?.[axis]);
  };
  const called = (programRead?.work ?? []).map(({ name, path }) => workOfPath(name, path));
  const under = setup.tools.flatMap(({ worksUnder }) => worksUnder);
  const said = [...Object.keys(otherWork), ...Object.keys(workHeld), ...Object.keys(setup.described)];
  const names = [...new Set([...said, ...called, ...under])].filter((name) => name !== workOffset.name).sort();
  return [
    active,
    ...names.map((name): WorkRow => {
      const set = otherWork[name] ?? {};
      return {
        name,
        isActive: false,
        held: heldIn(name),
        values: perAxis((axis) => value(axis, set[axis]?.value)),
        isNew: perAxis((axis) => isOther(name, axis)),
      };
    }),
  ];
}

/**
 * A nose radius as this control takes it. On an inch control the exact 64ths, a tie going down as the trade writes it:
 * 1/32 in is keyed as 0.0312. Any other number for a control is rounded half away from zero.
 */
export function radiusForControl({ machine }: Pick<SetupView, "machine">, noseRadius: number): number {
  const resolution = machine.resolution.z;
  if (machine.units === "mm") return roundToResolution(noseRadius, resolution);
  const exact = radiusInInches(noseRadius);
  const up = roundToResolution(exact, resolution);
  const isTie = Math.abs(up - exact - resolution / 2) < resolution * TOLERANCES.tieOfLastDigit;
  return isTie ? roundToResolution(up - resolution, resolution) : up;
}

/**
 * The rows that were touched, and only those, as a table for a file: wear of a touched axis at 0, or at the safety wear
 * that was put in. The work offset is there once it was taught or re-based. Rows and cells that were not touched are
 * absent, so that loading the file changes nothing else.
 */
export function touchedRows(setup: SetupView): OffsetTable {
  const { machine } = setup;
  const words = (value: (axis: Axis) => number | undefined): AxisWords =>
    Object.fromEntries(
      AXES.flatMap((axis) => {
        const number = value(axis);
        return number === undefined ? [] : [[axis, number]];
      }),
    );
  const tools = setupTable(setup).map(
    (row): ToolOffsets => ({
      offset: row.tool.offset,
      geometry: words((axis) => row[axis]?.value),
      wear: words((axis) => row.wearWanted[axis]),
      ...(row.noseRadius.value !== undefined && { noseRadius: row.noseRadius.value }),
      ...(row.orientation.value !== undefined && { orientation: row.orientation.value }),
      description: `${row.tool.tool.description}, ${toolSize(row.tool.tool, machine.units)}`,
    }),
  );
  return {
    units: machine.units,
    resolution: Math.min(machine.resolution.x, machine.resolution.z),
    numbering: machine.numbering,
    tools: tools.filter(
      ({ geometry, wear, noseRadius }) =>
        Object.keys(geometry).length > 0 || Object.keys(wear).length > 0 || noseRadius !== undefined,
    ),
    work: workRows(setup)
      .map(({ name, values, isNew, isActive }) => ({
        name,
        // The active one is written whole once any of it is new: its X belongs to its Z.
        ...words((axis) =>
          (axis !== "y" || isNew.y) && (isNew[axis] || (isActive && isNew.z)) ? values[axis] : undefined,
        ),
      }))
      .filter((work) => Object.keys(work).length > 1),
  };
}
