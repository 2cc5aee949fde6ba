import { CELLS } from "../cells.ts";
import { needsTool } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { object, offset, workNameSchema } from "./schemaParts.ts";

/** The work offset that an offset works under, said by a person; it goes before what the program calls. */
export const schema = object(["offset", "name"], { offset, name: workNameSchema });

export const kind: Kind<"work-offset-chosen"> = {
  version: 1,
  cells: ({ offset }) => [CELLS.under(offset)],
  dependencies: () => [],
  describe: ({ offset, name }) => `offset ${offset} works under ${name}`,
  offsets: ({ offset }) => [offset],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: needsTool,
  changeMachine: unchanged,
};
