import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { lengthSchema, object, sizeSchema } from "./schemaParts.ts";

/** What stands on the spindle's axis in front of the part: a cylinder from a Z away from the chuck. */
export const schema = object(["what", "diameter", "z"], {
  what: { type: "string", enum: ["nothing", "tailstock", "sub-spindle"] },
  diameter: sizeSchema,
  z: lengthSchema,
});

export const kind: Kind<"front-described"> = {
  version: 1,
  cells: () => [CELLS.front],
  dependencies: () => [],
  describe: ({ what }) =>
    what === "nothing" ? "nothing in front of the part" : `${what.replace("-", " ")} in front of the part`,
  offsets: () => [],
  numbers: ({ what, diameter, z }, { size }) =>
    what === "nothing" ? "" : `Ø ${size("x", diameter)} from ${size("z", z)} in front of the face`,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
