import { AXIS_NAME, latheAxisSchema } from "../../machine/index.ts";
import { CELLS } from "../cells.ts";
import { needsTool, topOf } from "../lookUp.ts";
import type { Kind } from "./kind.ts";
import { lengthSchema, object, offset } from "./schemaParts.ts";

/** After a loss of position: a reference tool was brought to a known place, and the display compared with what is true there. */
export const schema = object(["offset", "x", "z", "off"], {
  /** The tool that was checked. */
  offset,
  /** What the display read beyond the true place. Millimetres, X as a diameter. */
  x: lengthSchema,
  z: lengthSchema,
  /** The axes that are farther off than the control counts; none where the position holds. */
  off: { type: "array", maxItems: 2, items: latheAxisSchema },
  /** True where the tool was checked in another setup on the same machine; it need not stand in this one. */
  elsewhere: { type: "boolean" },
});

/** The check that settled the latest loss of position. */
export const standing = { setup: "positionChecked", cell: CELLS.position } as const;

export const kind: Kind<"position-checked"> = {
  version: 1,
  cells: () => [CELLS.position],
  dependencies: ({ offset, elsewhere }) =>
    elsewhere ? [] : [CELLS.geometry(offset, "x"), CELLS.geometry(offset, "z")],
  describe: ({ off, elsewhere }) =>
    `position checked${elsewhere ? " in another setup on this machine" : ""}, ${off.length === 0 ? "it holds" : "it is off"}`,
  offsets: ({ offset, elsewhere }) => (elsewhere ? [] : [offset]),
  numbers: ({ offset, x, z }, { readout }) =>
    `${AXIS_NAME.x} ${readout("x", x, offset, "always")}, ${AXIS_NAME.z} ${readout("z", z, offset, "always")}`,
  measurement: () => "",
  undo: "offered",
  refusal: (state, payload) =>
    topOf(state, CELLS.position)?.kind === "position-lost"
      ? payload.elsewhere
        ? undefined
        : needsTool(state, payload)
      : { code: "position-holds", message: "The position was not lost, so there is nothing to check." },
  // Where it was checked it was judged; elsewhere by the tolerances of another setup.
  changeMachine: (machine, { off, elsewhere }) => (elsewhere ? undefined : machine.find(off)),
};
