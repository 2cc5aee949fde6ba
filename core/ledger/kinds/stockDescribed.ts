import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { stock } from "./schemaParts.ts";

/** The stock as it is from now on; lengths in millimetres. */
export const schema = stock;

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
