import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import type { Kind } from "./kind.ts";
import { lengthSchema, object, offset, sizeSchema } from "./schemaParts.ts";

/** The part on which back tools were touched was longer than recorded by `difference`. */
export const schema = object(["length", "difference", "offsets"], {
  length: sizeSchema,
  difference: lengthSchema,
  offsets: { type: "array", maxItems: 80, items: offset },
  /** True where it is outside its limits and somebody goes on, knowing it; absent in older entries, which did not ask. */
  goOn: { type: "boolean" },
});

export const kind: Kind<"part-length-corrected"> = {
  version: 1,
  cells: () => [CELLS.partLength],
  dependencies: () => [],
  describe: () => "length of the part corrected",
  offsets: () => [],
  numbers: ({ length, difference }, { size }) => `${size("z", length)}, by ${size("z", difference, "always")}`,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: (machine, { offsets, difference }) => machine.shift(offsets, difference),
};
