import { CELLS } from "../cells.ts";
import { needsTool } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { object, offset } from "./schemaParts.ts";

/** A new cutting edge: what was touched with the old one is to be touched again. */
export const schema = object(["offset"], { offset });

export const kind: Kind<"insert-indexed"> = {
  version: 1,
  cells: ({ offset }) => [CELLS.insert(offset)],
  dependencies: () => [],
  describe: ({ offset }) => `insert of offset ${offset} indexed`,
  offsets: ({ offset }) => [offset],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: needsTool,
  changeMachine: unchanged,
};
