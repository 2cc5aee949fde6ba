import { CELLS } from "../cells.ts";
import { isTool, noSuchTool, stationTaken, toolIn } from "../lookUp.ts";
import { type Kind, noNumbers } from "./kind.ts";
import { name, object, offset } from "./schemaParts.ts";

/** A tool was moved to another station. */
export const schema = object(["offset", "from", "to"], { offset, from: name, to: name });

/** The latest move to another station. */
export const standing = { tool: "moved", cell: CELLS.place } as const;

export const kind: Kind<"tool-moved"> = {
  version: 1,
  cells: ({ offset }) => [CELLS.place(offset)],
  dependencies: () => [],
  describe: ({ offset, to }) => `tool of offset ${offset} moved to station ${to}`,
  offsets: ({ offset }) => [offset],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: (state, { offset, to }) => {
    if (!isTool(state, offset)) return noSuchTool(offset);
    const other = toolIn(state, to);
    return other !== undefined && other !== offset ? stationTaken(to, other) : undefined;
  },
  changeMachine: (machine, { from, to }) => machine.move(from, to),
};
