import { perAxis } from "../../machine/index.ts";
import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, noNumbers } from "./kind.ts";
import { controlRow, freeText, lengthSchema, object, workNameSchema } from "./schemaParts.ts";

/** The control's whole table as it was before this setup, kept as it was read. */
export const schema = object(["source", "name", "rows"], {
  source: { type: "string", enum: ["file", "last-setup"] },
  name: freeText,
  /** Name of the file's format; absent where it came from the last setup, and in older entries. */
  format: { type: "string", maxLength: 20 },
  rows: {
    type: "array",
    maxItems: 999,
    items: object(["offset"], controlRow),
  },
  /** Its work offsets, in the main spindle's frame. */
  work: {
    type: "array",
    maxItems: 60,
    items: object(["name"], { name: workNameSchema, ...perAxis(() => lengthSchema) }),
  },
});

/** The control's table as it was before this setup. */
export const standing = { setup: "table", cell: CELLS.table } as const;

export const kind: Kind<"table-read"> = {
  version: 1,
  cells: ({ work }) => [CELLS.table, ...(work ?? []).map(({ name }) => CELLS.workRead(name))],
  dependencies: () => [],
  describe: ({ name }) => `table as the control held it, from ${name}`,
  offsets: () => [],
  numbers: noNumbers,
  measurement: () => "",
  undo: "possible",
  refusal: allowed,
  changeMachine: (machine, { rows }) => {
    for (const row of rows) machine.read(row);
  },
};
