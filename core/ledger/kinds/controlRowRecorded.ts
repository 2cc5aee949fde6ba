import type { Axis } from "../../machine/index.ts";
import { CELLS } from "../cells.ts";
import { needsTool } from "../lookUp.ts";
import type { Kind } from "./kind.ts";
import { controlRow, object } from "./schemaParts.ts";

/** A row of the table as the control showed it to a person. */
export const schema = object(["offset"], controlRow);

export const kind: Kind<"control-row-recorded"> = {
  version: 1,
  cells: ({ offset }) => [CELLS.control(offset)],
  dependencies: () => [],
  describe: ({ offset }) => `row ${offset} as the control held it`,
  offsets: ({ offset }) => [offset],
  numbers: ({ offset, x, z, wearX, wearZ }, { stored, unit }) => {
    const held = (axis: Axis, value: number | undefined) =>
      value === undefined ? "not known" : stored(axis, value, offset);
    return `X ${held("x", x)}, Z ${held("z", z)} ${unit}, wear X ${held("x", wearX)}, Z ${held("z", wearZ)}`;
  },
  measurement: () => "",
  undo: "never",
  refusal: needsTool,
  changeMachine: (machine, row) => machine.read(row),
};
