import { wayOf } from "../../tool/index.ts";
import { CELLS } from "../cells.ts";
import { needsTool } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { object, offset, touchedAxis, touchNumbers, way } from "./schemaParts.ts";

/** The way in which an axis of a tool is to be touched, with its edges. */
export const schema = object(["offset", "axis", "way"], {
  offset,
  axis: touchedAxis,
  way,
  touching: touchNumbers.touching,
  programmed: touchNumbers.programmed,
  stand: touchNumbers.stand,
});

export const kind: Kind<"way-chosen"> = {
  version: 1,
  cells: ({ offset, axis }) => [CELLS.way(offset, axis)],
  dependencies: () => [],
  describe: ({ offset, axis }) => `way to touch ${axis.toUpperCase()} of offset ${offset}`,
  offsets: ({ offset }) => [offset],
  numbers: ({ way }) => wayOf(way).words,
  measurement: () => "",
  undo: "possible",
  refusal: needsTool,
  changeMachine: unchanged,
};
