import { AXIS_NAME } from "../../machine/index.ts";
import { CELLS } from "../cells.ts";
import { needsTool } from "../lookUp.ts";
import type { Kind } from "./kind.ts";
import { measuredBy } from "./measuredBy.ts";
import {
  doubtSchema,
  lengthSchema,
  name,
  object,
  offset,
  rests,
  sizeSchema,
  touchedAxis,
  touchNumbers,
  typedTouch,
  way,
  workNameSchema,
} from "./schemaParts.ts";

/** A touch that was accepted: the geometry of one axis, what it was worked out from, what the display must read. */
export const schema = object(["offset", "axis", "way", "exact", "expectedError", "typed"], {
  offset,
  axis: touchedAxis,
  way,
  gauge: name,
  /** True where the gauge's calibration had run out, and it was used knowingly. */
  overdue: { type: "boolean" },
  ...touchNumbers,
  /** Name of the work offset that it was made under, where it is not the one that the setup was opened with. */
  under: workNameSchema,
  /** Work offset that it was made under; absent where it was not known, and then counted as 0. */
  work: lengthSchema,
  /** Geometry found, not rounded; the control's own digits are made where it is shown. */
  exact: lengthSchema,
  /** What the display must read right after entry; absent where no surface of the part was touched. */
  touched: lengthSchema,
  expectedError: sizeSchema,
  rests,
  typed: typedTouch,
  doubt: doubtSchema,
  /** A slip that would not have shown, and by how much it would change the number; absent where every slip that matters would. */
  hidden: object(["kind", "by"], { kind: { type: "string", maxLength: 40 }, by: lengthSchema } as const),
});

export const kind: Kind<"touch-accepted"> = {
  version: 1,
  cells: ({ offset, axis }) => [CELLS.geometry(offset, axis)],
  dependencies: ({ axis, under }) => [under === undefined ? CELLS.work(axis) : CELLS.otherWork(under, axis)],
  describe: ({ offset, axis }) => `${axis.toUpperCase()} geometry of offset ${offset}`,
  offsets: ({ offset }) => [offset],
  numbers: ({ axis, exact, offset, expectedError }, { stored, plain }) =>
    `${AXIS_NAME[axis]} ${stored(axis, exact, offset)} ± ${plain(axis, expectedError)}`,
  measurement: measuredBy,
  undo: "offered",
  refusal: needsTool,
  changeMachine: (machine, { offset, axis, exact }) => machine.believe(offset, { [axis]: exact }),
};
