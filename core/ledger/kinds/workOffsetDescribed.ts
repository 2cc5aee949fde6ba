import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { object, workNameSchema } from "./schemaParts.ts";

/** What a work offset is for: whose part it places, and in which operation. */
export const schema = object(["name", "spindle", "operation"], {
  name: workNameSchema,
  spindle: { type: "string", enum: ["main", "sub"] },
  /** The operation that runs under it, such as `op 2`; empty where it is the setup's own. */
  operation: { type: "string", maxLength: 60 },
});

const SPINDLE = { main: "main spindle", sub: "sub-spindle" } as const;

export const kind: Kind<"work-offset-described"> = {
  version: 1,
  cells: ({ name }) => [CELLS.workDescribed(name)],
  dependencies: () => [],
  describe: ({ name, spindle, operation }) =>
    `${name} is for the ${SPINDLE[spindle]}${operation === "" ? "" : `, ${operation}`}`,
  offsets: () => [],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
