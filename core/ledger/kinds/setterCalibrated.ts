import { AXIS_NAME, SETTER_SIDES } from "../../machine/index.ts";
import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import type { Kind } from "./kind.ts";
import { freeText, lengthSchema, object, offset } from "./schemaParts.ts";

/**
 * Where a side of the machine's setter trips, found with a tool whose geometry is known otherwise: one of this setup that was
 * skimmed or touched, or a gauge tool.
 */
export const schema = object(["side", "machine", "geometry", "exact", "before", "typed"], {
  side: { type: "string", enum: SETTER_SIDES },
  /** The tool that pressed it; absent where a gauge tool did. */
  offset,
  /** The display when it tripped, and the tool's geometry. */
  machine: lengthSchema,
  geometry: lengthSchema,
  /** The trigger position found, and the one before. */
  exact: lengthSchema,
  before: lengthSchema,
  /** True where it was calibrated in another setup on the same machine. */
  elsewhere: { type: "boolean" },
  typed: object(["machine"], { machine: freeText, geometry: freeText } as const),
});

export const kind: Kind<"setter-calibrated"> = {
  version: 1,
  cells: ({ side }) => [CELLS.setter(side)],
  dependencies: ({ side, offset }) =>
    offset === undefined ? [] : [CELLS.geometry(offset, side === "face" ? "z" : "x")],
  describe: ({ side, offset, elsewhere }) => {
    const by = elsewhere ? "in another setup" : `with ${offset === undefined ? "a gauge tool" : `offset ${offset}`}`;
    return `setter calibrated, ${side}, ${by}`;
  },
  offsets: ({ offset }) => (offset === undefined ? [] : [offset]),
  numbers: ({ side, exact, before, offset = "" }, { readout }) => {
    const axis = side === "face" ? "z" : "x";
    return `${AXIS_NAME[axis]} ${readout(axis, before, offset)} → ${readout(axis, exact, offset)}, drift ${readout(axis, exact - before, offset, "always")}`;
  },
  measurement: ({ typed }) => `machine ${typed.machine}`,
  undo: "offered",
  refusal: allowed,
  changeMachine: (machine, { side, exact }) => machine.calibrate(side, exact),
};
