import { counted } from "../../counted.ts";
import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { freeText, keyedCell, object, tableColumn, tableRow } from "./schemaParts.ts";

/** The control's own table read back after loading or keying, compared cell by cell. */
export const schema = object(["name", "format", "agreed", "differences"], {
  name: freeText,
  format: { type: "string", maxLength: 20 },
  agreed: { type: "array", maxItems: 4000, items: keyedCell },
  differences: {
    type: "array",
    maxItems: 4000,
    items: object(["row", "column", "wanted", "found"], {
      row: tableRow,
      column: tableColumn,
      wanted: { type: "number" },
      found: { type: ["number", "null"] },
    } as const),
  },
});

/** The latest comparison with the control's own table. */
export const standing = { setup: "compared", cell: CELLS.compared } as const;

export const kind: Kind<"table-compared"> = {
  version: 1,
  cells: ({ agreed }) => [CELLS.compared, ...agreed.map(({ row, column }) => CELLS.keyed(row, column))],
  dependencies: () => [],
  describe: ({ name }) => `table read back from ${name}`,
  offsets: () => [],
  numbers: ({ agreed, differences }, { column: words }) =>
    differences.length === 0
      ? `all ${counted(agreed.length, "cell agrees", "cells agree")}`
      : `${counted(differences.length, "differs", "differ")}, ${counted(agreed.length, "agrees", "agree")}: ${differences.map(({ row, column }) => `${row} ${words(column)}`).join(", ")}`,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
