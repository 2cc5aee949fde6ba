import { AXIS_NAME } from "../../machine/index.ts";
import { CELLS } from "../cells.ts";
import { needsTool } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
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

/** An axis of the work offset, taught with a tool whose geometry is known. */
export const schema = object(
  ["name", "offset", "axis", "way", "geometry", "exact", "touched", "expectedError", "typed"],
  {
    name: workNameSchema,
    /** True where it is not the one that the setup was opened with; absent in older entries, which taught that one alone. */
    other: { type: "boolean" },
    /** The set tool that it was taught with. */
    offset,
    axis: touchedAxis,
    way,
    gauge: name,
    /** True where the gauge's calibration had run out, and it was used knowingly. */
    overdue: { type: "boolean" },
    ...touchNumbers,
    geometry: lengthSchema,
    exact: lengthSchema,
    touched: lengthSchema,
    expectedError: sizeSchema,
    rests,
    typed: typedTouch,
    doubt: doubtSchema,
  },
);

export const kind: Kind<"work-offset-taught"> = {
  version: 1,
  cells: ({ name, axis, other }) => [other ? CELLS.otherWork(name, axis) : CELLS.work(axis)],
  dependencies: ({ offset, axis }) => [CELLS.geometry(offset, axis)],
  describe: ({ name, axis, other }) => `${axis.toUpperCase()} of ${other ? name : "the work offset"}`,
  offsets: ({ offset }) => [offset],
  numbers: ({ name, axis, exact, offset }, { workFound }) =>
    `${name} ${AXIS_NAME[axis]} ${workFound(axis, exact, offset)}`,
  measurement: measuredBy,
  undo: "offered",
  refusal: needsTool,
  changeMachine: unchanged,
};
