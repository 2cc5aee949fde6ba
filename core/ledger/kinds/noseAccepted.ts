import { CELLS } from "../cells.ts";
import { needsTool } from "../lookUp.ts";
import type { Kind } from "./kind.ts";
import { name, object, offset, sizeSchema } from "./schemaParts.ts";

/** Nose radius and tip orientation as they are to stand in the control. */
export const schema = object(["offset", "noseRadius", "orientation"], {
  offset,
  /** Absent for a tool that has no insert. */
  insert: name,
  noseRadius: sizeSchema,
  /** Code in the machine's own numbering. */
  orientation: { type: "integer", minimum: 0, maximum: 9 },
});

export const kind: Kind<"nose-accepted"> = {
  version: 1,
  cells: ({ offset }) => [CELLS.nose(offset)],
  dependencies: () => [],
  describe: ({ offset }) => `radius and orientation of offset ${offset}`,
  offsets: ({ offset }) => [offset],
  numbers: ({ insert, noseRadius, orientation }, { radius, unit }) =>
    `${insert ? `${insert}: ` : ""}radius ${radius(noseRadius)} ${unit}, tip ${orientation}`,
  measurement: () => "",
  undo: "offered",
  refusal: needsTool,
  changeMachine: (machine, { offset, noseRadius, orientation }) => machine.believe(offset, { noseRadius, orientation }),
};
