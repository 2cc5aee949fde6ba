import { toControl } from "../frame/index.ts";
import type { SetupView, ToolView, TouchedAxis } from "../ledger/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { radiusInInches } from "../tool/index.ts";
import { roundToResolution } from "../units/index.ts";
import { type KeyIn, keyIn } from "./keyIn.ts";
import type { OffsetTable, ToolOffsets } from "./offsetTable.ts";

/** One row of the table screen, in the control's own unit, sign, digits and X meaning. */
export interface TableRow {
  readonly tool: ToolView;
  readonly x: KeyIn | undefined;
  readonly z: KeyIn | undefined;
  /** Geometry as it was recorded before, whether touched or not. */
  readonly before: { readonly x: number | undefined; readonly z: number | undefined };
  /** Wear that the control still holds. */
  readonly wear: { readonly x: number | undefined; readonly z: number | undefined };
  readonly noseRadius: { readonly before: number | undefined; readonly value: number | undefined };
  readonly orientation: { readonly before: number | undefined; readonly value: number | undefined };
}

/** The offset table of a setup: what the control held, what it is to hold, and what to key. */
export function setupTable(setup: SetupView): readonly TableRow[] {
  const { machine } = setup;
  return setup.tools.map((tool) => {
    const stored = (axis: TouchedAxis, millimetres: number | undefined) =>
      millimetres === undefined
        ? undefined
        : roundToResolution(toControl(machine, axis, millimetres, "tool-offset"), machine.resolution[axis]);
    const cell = (axis: TouchedAxis) => {
      const touch = tool[axis];
      return (
        touch && keyIn(machine, axis, { exact: touch.exact, touched: touch.touched, before: tool.control?.[axis] })
      );
    };
    return {
      tool,
      x: cell("x"),
      z: cell("z"),
      before: { x: stored("x", tool.control?.x), z: stored("z", tool.control?.z) },
      wear: { x: stored("x", tool.control?.wearX), z: stored("z", tool.control?.wearZ) },
      noseRadius: {
        before: tool.control && radiusForControl(setup, tool.control.noseRadius),
        value: tool.nose && radiusForControl(setup, tool.nose.noseRadius),
      },
      orientation: { before: tool.control?.orientation, value: tool.nose?.orientation },
    };
  });
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
 * The rows that were touched, and only those, as a table for a file: wear of a touched axis at 0. Rows and cells that
 * nobody touched are absent, so that loading the file changes nothing else.
 */
export function touchedRows(setup: SetupView): OffsetTable {
  const { machine } = setup;
  const tools = setupTable(setup)
    .filter(({ x, z, noseRadius }) => x || z || noseRadius.value !== undefined)
    .map(
      ({ tool, x, z, noseRadius, orientation }): ToolOffsets => ({
        offset: tool.offset,
        geometry: { ...(x && { x: x.value }), ...(z && { z: z.value }) },
        wear: { ...(x && { x: 0 }), ...(z && { z: 0 }) },
        ...(noseRadius.value !== undefined && { noseRadius: noseRadius.value }),
        ...(orientation.value !== undefined && { orientation: orientation.value }),
        description: `${tool.tool.description}, ${tool.tool.insert}`,
      }),
    );
  return {
    units: machine.units,
    resolution: Math.min(machine.resolution.x, machine.resolution.z),
    numbering: machine.numbering,
    tools,
    work: [],
  };
}
