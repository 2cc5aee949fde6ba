import type { Command, Entry } from "./entry.ts";

/**
 * A cell is the smallest thing that two people can both change: one axis of one offset, the stock's diameter.
 * Entries that write different cells never disturb each other.
 */
export type Cell = string;

export const CELLS = {
  setup: "setup",
  stock: "stock",
  signOff: "sign-off",
  tool: (offset: string) => `tool/${offset}`,
  control: (offset: string) => `control/${offset}`,
  way: (offset: string, axis: string) => `way/${offset}/${axis}`,
  geometry: (offset: string, axis: string) => `geometry/${offset}/${axis}`,
  nose: (offset: string) => `nose/${offset}`,
} as const;

/** The cells that an entry writes. An undo writes the cells of the entry that it takes back. */
export function cellsOf(command: Command, undone?: Entry): readonly Cell[] {
  switch (command.kind) {
    case "setup-opened":
      return [CELLS.setup];
    case "tool-loaded":
      return [CELLS.tool(command.payload.offset)];
    case "control-row-recorded":
      return [CELLS.control(command.payload.offset)];
    case "stock-measured":
      return [CELLS.stock];
    case "way-chosen":
      return [CELLS.way(command.payload.offset, command.payload.axis)];
    case "touch-accepted":
      return [CELLS.geometry(command.payload.offset, command.payload.axis)];
    case "nose-accepted":
      return [CELLS.nose(command.payload.offset)];
    case "entry-undone":
      return undone ? cellsOf(undone) : [];
    case "signed-off":
    case "reopened":
      return [CELLS.signOff];
    default:
      return command satisfies never;
  }
}
