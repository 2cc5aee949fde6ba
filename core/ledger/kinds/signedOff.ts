import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { name, object } from "./schemaParts.ts";

/** A lead has signed the setup off, with what was unproven then. */
export const schema = object(["unproven"], { unproven: { type: "array", maxItems: 200, items: name } });

/** The sign-off that holds; undefined after a reopening. */
export const standing = { setup: "signOff", cell: CELLS.signOff } as const;

export const kind: Kind<"signed-off"> = {
  version: 1,
  cells: () => [CELLS.signOff],
  dependencies: () => [],
  describe: () => "signed off",
  offsets: () => [],
  numbers: ({ unproven }) => (unproven.length === 0 ? "nothing unproven" : `unproven: ${unproven.join("; ")}`),
  measurement: () => "",
  undo: "never",
  refusal: allowed,
  changeMachine: unchanged,
};
