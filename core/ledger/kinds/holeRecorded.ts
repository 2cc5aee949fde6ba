import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { object } from "./schemaParts.ts";

/** The hole in the stock as it was drilled and measured. */
export const schema = object(["diameter"], {
  diameter: { type: "number", exclusiveMinimum: 0, maximum: 2000 },
  /** How deep it is at full diameter, from the face; absent where it was not measured. */
  depth: { type: "number", exclusiveMinimum: 0, maximum: 5000 },
});

export const kind: Kind<"hole-recorded"> = {
  version: 1,
  cells: () => [CELLS.hole],
  dependencies: () => [],
  describe: () => "hole measured",
  offsets: () => [],
  numbers: ({ diameter, depth }, { size }) =>
    `Ø ${size("x", diameter)}${depth === undefined ? "" : `, ${size("z", depth)} deep`}`,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
