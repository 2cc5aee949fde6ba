import { CELLS } from "../cells.ts";
import { needsTool } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { lengthSchema, object, offset } from "./schemaParts.ts";

/** Wear put in on purpose for the first cut, to be measured away. */
export const schema = object(["offset", "x", "z"], { offset, x: lengthSchema, z: lengthSchema });

/** Wear put in on purpose for the first cut, to be measured away. */
export const standing = { tool: "safetyWear", cell: CELLS.safetyWear } as const;

export const kind: Kind<"safety-wear-set"> = {
  version: 1,
  cells: ({ offset }) => [CELLS.safetyWear(offset)],
  dependencies: () => [],
  describe: ({ offset }) => `safety wear of offset ${offset}`,
  offsets: ({ offset }) => [offset],
  numbers: ({ offset, x, z }, { stored }) => `X ${stored("x", x, offset)}, Z ${stored("z", z, offset)}`,
  measurement: () => "",
  undo: "offered",
  refusal: needsTool,
  changeMachine: unchanged,
};
