import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { object, sizeSchema } from "./schemaParts.ts";

/** Overall length of the part in the sub-spindle as measured, and as it should be. */
export const schema = object(["length", "nominal"], { length: sizeSchema, nominal: sizeSchema });

export const kind: Kind<"part-length-recorded"> = {
  version: 1,
  cells: () => [CELLS.partLength],
  dependencies: () => [],
  describe: () => "length of the part measured",
  offsets: () => [],
  numbers: ({ length, nominal }, { size }) => `${size("z", length)}, should be ${size("z", nominal)}`,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
