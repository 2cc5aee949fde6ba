import { CELLS } from "../cells.ts";
import { needsTool } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { object, offset } from "./schemaParts.ts";

/** Left out of this setup: it is not touched for it. It may stay in its station; the machine is believed to hold it still. */
export const schema = object(["offset"], { offset });

export const kind: Kind<"tool-removed"> = {
  version: 1,
  cells: ({ offset }) => [CELLS.tool(offset)],
  dependencies: () => [],
  describe: ({ offset }) => `tool of offset ${offset} left out`,
  offsets: ({ offset }) => [offset],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: needsTool,
  changeMachine: unchanged,
};
