import { AXIS_NAME } from "../../machine/index.ts";
import { CELLS } from "../cells.ts";
import { needsTool } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { lengthSchema, object, offset, range } from "./schemaParts.ts";

/** Where a tool goes, by hand: extremes in part coordinates and where it is taken to when it is clear. */
export const schema = object(["offset", "x", "z"], {
  offset,
  x: range,
  z: range,
  retractX: lengthSchema,
  retractZ: lengthSchema,
});

/** Where the tool goes, as said by hand. */
export const standing = { tool: "reach", cell: CELLS.reach } as const;

export const kind: Kind<"reach-recorded"> = {
  version: 1,
  cells: ({ offset }) => [CELLS.reach(offset)],
  dependencies: () => [],
  describe: ({ offset }) => `reach of offset ${offset}`,
  offsets: ({ offset }) => [offset],
  numbers: ({ offset, x, z }, { programmed }) => {
    const spans = [["x", x] as const, ["z", z] as const].flatMap(([axis, span]) => {
      const [from, to] = span ?? [];
      if (from === undefined || to === undefined) return [];
      return [`${AXIS_NAME[axis]} ${programmed(axis, from, offset)} to ${programmed(axis, to, offset)}`];
    });
    return spans.join(", ");
  },
  measurement: () => "",
  undo: "offered",
  refusal: needsTool,
  changeMachine: unchanged,
};
