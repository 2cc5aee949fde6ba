import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { object, workNameSchema } from "./schemaParts.ts";

/** The order in which the steps at the machine are done, as proposed or by hand; an empty list gives the usual one back. */
export const schema = object(["steps", "by"], {
  steps: {
    type: "array",
    maxItems: 400,
    items: object(["offset", "kind"], {
      offset: { type: "string", pattern: "^[0-9]{0,3}$" },
      kind: { type: "string", enum: ["x", "y", "z", "work", "face", "hole", "length"] },
      /** The work offset that is taught, where it is not the setup's own. */
      work: workNameSchema,
    } as const),
  },
  by: { type: "string", enum: ["plan", "hand"] },
});

/** Order of the steps at the machine that was chosen; undefined where the usual one holds. */
export const standing = { setup: "order", cell: CELLS.order } as const;

export const kind: Kind<"order-arranged"> = {
  version: 1,
  cells: () => [CELLS.order],
  dependencies: () => [],
  describe: () => "order of touching arranged",
  offsets: () => [],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
