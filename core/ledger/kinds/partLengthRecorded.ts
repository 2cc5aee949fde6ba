import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { object, sizeSchema } from "./schemaParts.ts";

/** Overall length of the part in the sub-spindle as measured, and as it should be. */
export const schema = object(["length", "nominal"], {
  length: sizeSchema,
  nominal: sizeSchema,
  /** How far it may be off either way; absent where it was not said. */
  tolerance: sizeSchema,
  /** True where it is off, and back tools are touched on it knowingly: the difference is carried in each touch. */
  goOn: { type: "boolean" },
});

export const kind: Kind<"part-length-recorded"> = {
  version: 1,
  cells: () => [CELLS.partLength],
  dependencies: () => [],
  describe: () => "length of the part measured",
  offsets: () => [],
  numbers: ({ length, nominal, tolerance, goOn }, { size }) => {
    const limits = tolerance === undefined ? "" : ` ± ${size("z", tolerance)}`;
    return `${size("z", length)}, should be ${size("z", nominal)}${limits}${goOn ? ", gone on with knowingly" : ""}`;
  },
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
