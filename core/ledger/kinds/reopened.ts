import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { name, object } from "./schemaParts.ts";

/** A setup that was signed off goes on. */
export const schema = object(["reason"], { reason: name });

export const kind: Kind<"reopened"> = {
  version: 1,
  cells: () => [CELLS.signOff],
  dependencies: () => [],
  describe: () => "reopened",
  offsets: () => [],
  numbers: ({ reason }) => reason,
  measurement: () => "",
  undo: "never",
  refusal: allowed,
  changeMachine: unchanged,
};
