import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { object } from "./schemaParts.ts";

/** The bar sticks out anew. */
export const schema = object(["stickOut"], { stickOut: { type: "number", exclusiveMinimum: 0, maximum: 5000 } });

export const kind: Kind<"bar-rechucked"> = {
  version: 1,
  cells: () => [CELLS.bar],
  dependencies: () => [],
  describe: () => "bar chucked anew",
  offsets: () => [],
  numbers: ({ stickOut }, { size }) => `sticks out ${size("z", stickOut)}`,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
