import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import type { Kind } from "./kind.ts";
import { lengthSchema, object, offset, school } from "./schemaParts.ts";

/** The same sum put into other boxes: every tool's Z less `shift`, the work offset's Z more by it. */
export const schema = object(["from", "to", "shift"], {
  from: school,
  to: school,
  shift: lengthSchema,
  master: offset,
});

export const kind: Kind<"school-changed"> = {
  version: 1,
  cells: () => [CELLS.school, CELLS.work("z")],
  dependencies: () => [],
  describe: () => "school changed",
  offsets: () => [],
  numbers: ({ from, to, shift }, { work }) => `${from} to ${to}, Z shifted by ${work("z", shift)}`,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: (machine, { shift }) => machine.shift(machine.rows(), shift),
};
