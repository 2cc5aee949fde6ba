import type { Payload, SetupView, TableColumn, TableEdit, ToolView } from "../ledger/index.ts";
import {
  AXES,
  type Axis,
  fromControl,
  lastDigit,
  shownAs,
  TABLE_AXES,
  toControl,
  toolNumber,
  wearField,
} from "../machine/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { axesOf } from "../tool/index.ts";
import { convertLength, roundToResolution } from "../units/index.ts";
import { radiusForControl, wearInCore } from "./setupTable.ts";

/** One cell that an edit changes, in core lengths: what it held (null where it is not known) and what it is to hold. */
export type EditedCell = Payload<"table-edited">["cells"][number];

type EditRefusal = Refusal<"no-such-tool" | "no-such-cell" | "nothing-known" | "nothing-changes" | "bad-value">;

const no = (code: EditRefusal["code"], message: string) => refused<EditRefusal>({ code, message });

/** Columns that a tool's row has on this machine, geometry beside its wear. */
export function columnsOf(setup: SetupView, { tool, zone }: Pick<ToolView, "tool" | "zone">): readonly TableColumn[] {
  const axes = axesOf(tool, { machine: setup.machine, zone });
  const columns = TABLE_AXES.filter((axis) => axes.includes(axis)).flatMap(
    (axis) => [`geometry.${axis}`, `wear.${axis}`] as const,
  );
  return [...columns, "noseRadius", "orientation"];
}

/** The axis that a column is about; undefined for radius and orientation. */
export function axisOf(column: string): Axis | undefined {
  const axis = column.split(".")[1];
  return AXES.find((one) => one === axis);
}

/**
 * What a cell is to hold now, in core lengths: as found in this setup, or as the control was read. Millimetres for a
 * length, a code for an orientation; undefined where nothing is known.
 */
export function standingCell(tool: ToolView, column: TableColumn): number | undefined {
  const axis = axisOf(column);
  const { control, nose } = tool;
  if (column === "noseRadius") return nose?.noseRadius ?? control?.noseRadius;
  if (column === "orientation") return nose?.orientation ?? control?.orientation;
  if (!axis) return undefined;
  const touch = tool[axis];
  if (column.startsWith("geometry.")) return touch?.exact ?? control?.[axis];
  return wearInCore(tool, axis) ?? control?.[wearField(axis)];
}

/**
 * A cell's number as this control shows it, from a core length. The core counts in millimetres, the control in its own
 * unit and sign.
 */
export function cellForControl(setup: SetupView, tool: ToolView, column: TableColumn, value: number): number {
  const axis = axisOf(column);
  if (column === "orientation") return value;
  if (!axis) return radiusForControl(setup, value);
  const { machine } = setup;
  return roundToResolution(toControl(machine, axis, value, "tool-offset", tool.zone), lastDigit(machine, axis));
}

/**
 * The inverse: what a person keys or reads at the control, as a core length. The control counts in its own unit and
 * sign, the core in millimetres.
 */
function cellFromControl(setup: SetupView, tool: ToolView, column: TableColumn, shown: number): number {
  const axis = axisOf(column);
  if (column === "orientation") return shown;
  if (!axis) return convertLength(shown, setup.machine.units, "mm");
  return fromControl(setup.machine, axis, shownAs("tool-offset", shown), "tool-offset", tool.zone);
}

const toolOf = (setup: SetupView, offset: string) => setup.tools.find((tool) => tool.offset === offset);

function edited(tool: ToolView, column: TableColumn, to: number): EditedCell {
  return { offset: tool.offset, column, from: standingCell(tool, column) ?? null, to };
}

/**
 * One cell changed by hand to a number as the control shows it, or by an amount that is added to what it is to hold.
 * In the control's unit. Refused where the row has no tool, the cell cannot be edited, or an amount has nothing known
 * to be added to.
 */
export function enterCell(
  setup: SetupView,
  offset: string,
  column: TableColumn,
  typed: { readonly value: number } | { readonly add: number },
): Answer<readonly EditedCell[], EditRefusal> {
  const tool = toolOf(setup, offset);
  if (!tool) return no("no-such-tool", `Offset ${offset} has no tool in this setup.`);
  if (!columnsOf(setup, tool).includes(column))
    return no("no-such-cell", "This tool has no such cell on this machine.");
  const standing = standingCell(tool, column);
  if ("add" in typed) {
    if (!axisOf(column)) return no("no-such-cell", "An amount is added to a length: geometry or wear.");
    if (standing === undefined)
      return no(
        "nothing-known",
        "Nobody has recorded what this cell holds, so nothing can be added to it. Enter its value.",
      );
    const shown = cellForControl(setup, tool, column, standing) + typed.add;
    return whole(setup, [edited(tool, column, cellFromControl(setup, tool, column, shown))]);
  }
  const wrong = badValue(column, typed.value);
  if (wrong !== undefined) return no("bad-value", wrong);
  return whole(setup, [edited(tool, column, cellFromControl(setup, tool, column, typed.value))]);
}

function badValue(column: TableColumn, value: number): string | undefined {
  if (column === "orientation" && !(Number.isInteger(value) && value >= 0 && value <= 9))
    return "A tip orientation is a whole number from 0 to 9.";
  if (column === "noseRadius" && value < 0) return "A nose radius is not negative.";
  return undefined;
}

/**
 * Wear of these rows to 0, wherever something else stands or the present value is not known. Refused where no wear is left to clear.
 */
export function clearWear(setup: SetupView, offsets: readonly string[]): Answer<readonly EditedCell[], EditRefusal> {
  const cells = setup.tools
    .filter(({ offset }) => offsets.includes(offset))
    .flatMap((tool) =>
      columnsOf(setup, tool)
        .filter((column) => column.startsWith("wear.") && standingCell(tool, column) !== 0)
        .map((column) => edited(tool, column, 0)),
    );
  return cells.length > 0 ? accepted(cells) : no("nothing-changes", "Wear of these rows is 0 already.");
}

/**
 * A whole row into another: geometry, radius and orientation as they are to stand, wear too. What is not known in the
 * one is left as it is in the other. Refused where either row has no tool, both are one, or nothing
 * is known of the first.
 */
export function copyRow(setup: SetupView, from: string, to: string): Answer<readonly EditedCell[], EditRefusal> {
  const [source, target] = [toolOf(setup, from), toolOf(setup, to)];
  if (!source || !target) return no("no-such-tool", "Choose two rows that have a tool in this setup.");
  if (from === to) return no("nothing-changes", "These are the same row.");
  const columns = columnsOf(setup, target);
  const cells = columnsOf(setup, source)
    .filter((column) => columns.includes(column))
    .flatMap((column) => {
      const value = standingCell(source, column);
      return value === undefined ? [] : [edited(target, column, value)];
    });
  if (cells.length === 0)
    return no("nothing-known", `Nothing is known of ${toolNumber(setup.machine, from)} that could be copied.`);
  return whole(setup, cells);
}

/** Only cells that really change; an edit that changes nothing is refused. */
function whole(setup: SetupView, cells: readonly EditedCell[]): Answer<readonly EditedCell[], EditRefusal> {
  const changed = cells.filter(({ offset, column, from, to }) => {
    const tool = toolOf(setup, offset);
    return (
      from === null || !tool || cellForControl(setup, tool, column, from) !== cellForControl(setup, tool, column, to)
    );
  });
  return changed.length > 0
    ? accepted(changed)
    : no("nothing-changes", "This is what stands there already, to the last digit of this control.");
}

/** An edit in a few words. */
export const EDIT_WORDS: Readonly<Record<TableEdit, string>> = {
  entered: "entered by hand",
  added: "amount added",
  copied: "copied from another row",
  "wear-cleared": "wear cleared",
  "taken-over": "taken over, not proven",
  corrected: "corrected after measuring",
};
