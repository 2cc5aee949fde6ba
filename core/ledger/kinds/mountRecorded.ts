import { MOUNT_CHECKS } from "../../mount/mountCheck.ts";
import { CELLS } from "../cells.ts";
import { needsTool } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { object, offset } from "./schemaParts.ts";

/** A check of how a tool is mounted. */
export const schema = object(["offset", "check", "given", "found"], {
  offset,
  check: { type: "string", enum: MOUNT_CHECKS },
  /** Numbers as typed and understood, and what followed from them, by name; millimetres and degrees. */
  given: { type: "object", maxProperties: 24, additionalProperties: { type: "number" } },
  found: { type: "object", maxProperties: 12, additionalProperties: { type: "number" } },
});

export const kind: Kind<"mount-recorded"> = {
  version: 1,
  cells: ({ offset, check }) => [CELLS.mount(offset, check)],
  dependencies: () => [],
  describe: ({ offset, check }) => `${check.replaceAll("-", " ")} of offset ${offset}`,
  offsets: ({ offset }) => [offset],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: needsTool,
  changeMachine: unchanged,
};
