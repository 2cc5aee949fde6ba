import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { object, uuid } from "./schemaParts.ts";

/** A dimension was left out of the first part. */
export const schema = object(["feature"], { feature: uuid });

export const kind: Kind<"feature-removed"> = {
  version: 1,
  cells: ({ feature }) => [CELLS.feature(feature)],
  dependencies: () => [],
  describe: () => "dimension left out",
  offsets: () => [],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
