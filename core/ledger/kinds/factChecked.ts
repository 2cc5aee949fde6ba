import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { MACHINE_FACTS } from "../payloadWords.ts";
import { type Kind, unchanged } from "./kind.ts";
import { freeText, object } from "./schemaParts.ts";

/** One of the things that are looked at once before anything moves. */
export const schema = object(["fact", "found"], { fact: { type: "string", enum: MACHINE_FACTS }, found: freeText });

export const kind: Kind<"fact-checked"> = {
  version: 1,
  cells: ({ fact }) => [CELLS.fact(fact)],
  dependencies: () => [],
  describe: ({ fact }) => `${fact.replaceAll("-", " ")} checked`,
  offsets: () => [],
  numbers: ({ found }) => found,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
