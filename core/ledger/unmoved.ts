import { TABLE_AXES } from "../machine/index.ts";
import type { Payload } from "./kinds/index.ts";
import type { MachineState } from "./machineState.ts";
import type { ToolView } from "./toolView.ts";

/**
 * Cells of tools that stand as they stood: the same tool, of the same dimensions, in the same station, and a control that
 * is believed to hold its numbers. They are taken over, not proven: a tool may have been moved without an entry.
 */
export function unmovedCells(
  { stations, rows }: MachineState,
  tools: readonly Pick<ToolView, "offset" | "station" | "tool">[],
): Payload<"table-edited">["cells"] {
  return tools.flatMap(({ offset, station, tool }) => {
    const there = stations[station]?.value;
    const row = rows[offset];
    if (!there || !row || there.offset !== offset || !sameTool(there.tool, tool)) return [];
    const cells = [
      ...TABLE_AXES.map((axis) => [`geometry.${axis}`, row[axis]?.value] as const),
      ["noseRadius", row.noseRadius?.value],
      ["orientation", row.orientation?.value],
    ] as const;
    return cells.flatMap(([column, to]) => (to === undefined ? [] : [{ offset, column, from: null, to }]));
  });
}

/** Told apart by every dimension that was recorded, in whatever order it was written. */
function sameTool(one: ToolView["tool"], other: ToolView["tool"]): boolean {
  return toolFacts(one) === toolFacts(other);
}

/** Every recorded dimension of a tool in a fixed order: the same words for the same tool. */
export const toolFacts = (tool: ToolView["tool"]): string =>
  JSON.stringify(Object.entries(tool).sort(([a], [b]) => (a < b ? -1 : 1)));
