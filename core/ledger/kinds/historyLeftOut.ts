import { CELLS } from "../cells.ts";
import { isTool, noSuchTool } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { lengthSchema, object, offset, touchedAxis, uuid } from "./schemaParts.ts";

/** A value of an earlier setup that does not say where this tool comes back to: the touch that found it, by its entry. */
export const schema = object(["offset", "axis", "touch", "foundUnder", "value"], {
  offset,
  axis: touchedAxis,
  touch: uuid,
  /** The offset that it was found under then. */
  foundUnder: offset,
  value: lengthSchema,
});

export const kind: Kind<"history-left-out"> = {
  version: 1,
  cells: ({ touch, axis }) => [CELLS.leftOut(touch, axis)],
  dependencies: () => [],
  describe: ({ offset, axis }) => `an earlier ${axis.toUpperCase()} of offset ${offset} left out of comparisons`,
  offsets: ({ offset }) => [offset],
  numbers: ({ offset, axis, value }, { stored }) => stored(axis, value, offset),
  measurement: () => "",
  undo: "offered",
  refusal: (state, { offset }) => (isTool(state, offset) ? undefined : noSuchTool(offset)),
  changeMachine: unchanged,
};
