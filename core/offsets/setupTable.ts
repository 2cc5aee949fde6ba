import { type Axis, fromControl, lastDigit, lastDigitInCore, toControl } from "../frame/index.ts";
import type { SetupView, ToolView } from "../ledger/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { axesOf, radiusInInches, toolSize } from "../tool/index.ts";
import { roundToResolution } from "../units/index.ts";
import { closureOf } from "./closure.ts";
import { type KeyIn, keyIn, workForControl } from "./keyIn.ts";
import type { OffsetTable, ToolOffsets, WorkOffset } from "./offsetTable.ts";

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
          { exact: touch.exact, touched: touch.touched, before: tool.control?.[axis], work: touch.work },
          tool.zone,
        )
      );
    };
    const closes = (axis: Axis) => {
      const touch = tool[axis];
      const keyed = cell(axis);
      if (!touch || !keyed || touch.machine === undefined || touch.touched === undefined) return undefined;
      const geometry = fromControl(machine, axis, keyed.value, "tool-offset", tool.zone);
      const { machine: readout, work, touched } = touch;
      return closureOf({ machine: readout, geometry, wear: 0, work, touched }, lastDigitInCore(machine, axis)).closes;
    };
    const { control, nose, safetyWear } = tool;
    return {
      tool,
      axes: axesOf(tool.tool, { machine }),
      ...{ x: cell("x"), y: cell("y"), z: cell("z") },
      closes: { x: closes("x"), y: closes("y"), z: closes("z") },
      before: { x: stored("x", control?.x), y: stored("y", control?.y), z: stored("z", control?.z) },
      wear: { x: stored("x", control?.wearX), y: stored("y", control?.wearY), z: stored("z", control?.wearZ) },
      safetyWear: { x: stored("x", safetyWear?.x), y: undefined, z: stored("z", safetyWear?.z) },
      noseRadius: {
        before: control && radiusForControl(setup, control.noseRadius),
        value: nose && radiusForControl(setup, nose.noseRadius),
      },
      orientation: { before: control?.orientation, value: nose?.orientation },
    };
  });
}

/** The work offset as the control is to hold it, with which axes were taught or re-based in this setup. */
export function workRow(
  setup: SetupView,
): WorkOffset & { readonly isNew: { readonly x: boolean; readonly z: boolean } } {
  const { machine, workOffset, taught, schoolChanged } = setup;
  return {
    name: workOffset.name,
    x: workForControl(machine, "x", workOffset.x),
    z: workForControl(machine, "z", workOffset.z),
    isNew: { x: taught.x !== undefined, z: taught.z !== undefined || schoolChanged !== undefined },
  };
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
 * that somebody put in. The work offset is there once it was taught or re-based. Rows and cells that nobody touched are
 * absent, so that loading the file changes nothing else.
 */
export function touchedRows(setup: SetupView): OffsetTable {
  const { machine } = setup;
  const tools = setupTable(setup)
    .filter(({ x, z, noseRadius }) => x || z || noseRadius.value !== undefined)
    .map(
      ({ tool, x, z, safetyWear, noseRadius, orientation }): ToolOffsets => ({
        offset: tool.offset,
        geometry: { ...(x && { x: x.value }), ...(z && { z: z.value }) },
        wear: { ...(x && { x: safetyWear.x ?? 0 }), ...(z && { z: safetyWear.z ?? 0 }) },
        ...(noseRadius.value !== undefined && { noseRadius: noseRadius.value }),
        ...(orientation.value !== undefined && { orientation: orientation.value }),
        description: `${tool.tool.description}, ${toolSize(tool.tool)}`,
      }),
    );
  const { isNew, ...work } = workRow(setup);
  return {
    units: machine.units,
    resolution: Math.min(machine.resolution.x, machine.resolution.z),
    numbering: machine.numbering,
    tools,
    work: isNew.x || isNew.z ? [work] : [],
  };
}
