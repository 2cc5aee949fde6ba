import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { object, stock } from "./schemaParts.ts";

/** The stock as it is from now on, and how it is held; lengths in millimetres. */
export const schema = object(stock.required, {
  ...stock.properties,
  /** Diameter of the hole that it brings along, 0 for a solid bar; absent where that is as the setup was opened with. */
  hole: { type: "number", minimum: 0, maximum: 2000 },
  /** How deep it is held, from the front of the jaws; absent where it is not known. */
  grip: { type: "number", exclusiveMinimum: 0, maximum: 5000 },
} as const);

export const kind: Kind<"stock-described"> = {
  version: 1,
  cells: () => [CELLS.described],
  dependencies: () => [],
  describe: () => "stock described",
  offsets: () => [],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
