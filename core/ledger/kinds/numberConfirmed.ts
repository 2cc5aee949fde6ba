import { CELLS } from "../cells.ts";
import { needsTool } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { object, offset, touchedAxis } from "./schemaParts.ts";

/** A number that rests on something that has changed was looked at again, and is still right: what had changed, and why it holds. */
export const schema = object(["offset", "axis", "changed", "why"], {
  offset,
  axis: touchedAxis,
  /** What had changed, in the words that were shown. */
  changed: { type: "array", minItems: 1, maxItems: 8, items: { type: "string", maxLength: 200 } },
  why: { type: "string", minLength: 3, maxLength: 200 },
});

export const kind: Kind<"number-confirmed"> = {
  version: 1,
  cells: ({ offset, axis }) => [CELLS.confirmed(offset, axis)],
  dependencies: ({ offset, axis }) => [CELLS.geometry(offset, axis)],
  describe: ({ offset, axis, why }) => `${axis.toUpperCase()} of offset ${offset} still right: ${why}`,
  offsets: ({ offset }) => [offset],
  numbers: noNumbers,
  measurement: ({ changed }) => changed.join("; "),
  undo: "offered",
  refusal: needsTool,
  changeMachine: unchanged,
};
