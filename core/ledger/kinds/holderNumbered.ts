import { CELLS } from "../cells.ts";
import { isTool, noSuchTool } from "../lookUp.ts";
import { type Kind, noNumbers } from "./kind.ts";
import { holderSchema, object, offset } from "./schemaParts.ts";

/** The holder that a tool stands in, by its number: said for the first time, or another one. */
export const schema = object(["offset", "holder"], { offset, holder: holderSchema });

export const kind: Kind<"holder-numbered"> = {
  version: 1,
  cells: ({ offset }) => [CELLS.holder(offset)],
  dependencies: () => [],
  describe: ({ offset, holder }) => `tool of offset ${offset} stands in holder ${holder}`,
  offsets: ({ offset }) => [offset],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: (state, { offset }) => (isTool(state, offset) ? undefined : noSuchTool(offset)),
  changeMachine: (machine, { offset, holder }) => machine.hold(offset, holder),
};
