import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { object } from "./schemaParts.ts";

/** The hole in the stock as it was measured, a diameter. */
export const schema = object(["diameter"], { diameter: { type: "number", exclusiveMinimum: 0, maximum: 2000 } });

export const kind: Kind<"hole-recorded"> = {
  version: 1,
  cells: () => [CELLS.hole],
  dependencies: () => [],
  describe: () => "hole measured",
  offsets: () => [],
  numbers: ({ diameter }, { size }) => `Ø ${size("x", diameter)}`,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
