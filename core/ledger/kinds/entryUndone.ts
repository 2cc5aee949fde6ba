import { allowed } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { name, object, uuid } from "./schemaParts.ts";

/** An entry was undone; its cells hold again what they held before it. */
export const schema = object(["entry", "what"], { entry: uuid, what: name });

export const kind: Kind<"entry-undone"> = {
  version: 1,
  cells: () => [],
  dependencies: () => [],
  describe: ({ what }) => `undone: ${what}`,
  offsets: () => [],
  numbers: noNumbers,
  measurement: () => "",
  undo: "never",
  refusal: allowed,
  changeMachine: unchanged,
};
