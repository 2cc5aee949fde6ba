import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { object } from "./schemaParts.ts";

/** The diameter of the stock as it was measured. */
export const schema = object(["diameter"], { diameter: { type: "number", exclusiveMinimum: 0, maximum: 2000 } });

export const kind: Kind<"stock-measured"> = {
  version: 1,
  cells: () => [CELLS.stock],
  dependencies: () => [],
  describe: () => "stock measured",
  offsets: () => [],
  numbers: ({ diameter }, { size }) => `Ø ${size("x", diameter)}`,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
