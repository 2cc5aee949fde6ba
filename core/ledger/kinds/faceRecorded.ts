import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { object } from "./schemaParts.ts";

/** The end of the bar has been faced; what is cut now is Z0. */
export const schema = object([], {});

export const kind: Kind<"face-recorded"> = {
  version: 1,
  cells: () => [CELLS.face],
  dependencies: () => [],
  describe: () => "end of the bar faced",
  offsets: () => [],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
