import { cellOfColumn } from "../cells.ts";
import { isTool, noSuchTool, secondOf } from "../lookUp.ts";
import { TABLE_COLUMNS, TABLE_EDITS, type TableEdit } from "../payloadWords.ts";
import type { Payload } from "./index.ts";
import { type Kind, listed } from "./kind.ts";
import { lengthSchema, object, offset } from "./schemaParts.ts";

/**
 * Cells of the offset table changed by hand, in one edit (how it was made): what they held and what they are to hold. A nose radius is
 * millimetres, an orientation a code in the machine's own numbering.
 */
export const schema = object(["edit", "cells"], {
  edit: { type: "string", enum: TABLE_EDITS },
  cells: {
    type: "array",
    minItems: 1,
    maxItems: 999,
    items: object(["offset", "column", "from", "to"], {
      offset,
      column: { type: "string", enum: TABLE_COLUMNS },
      from: { type: ["number", "null"], minimum: -100_000, maximum: 100_000 },
      to: lengthSchema,
    } as const),
  },
});

const WORDS = {
  entered: "value entered by hand in row",
  added: "amount added in row",
  copied: "row copied into",
  "wear-cleared": "wear cleared in row",
  "taken-over": "values taken over in row",
  corrected: "corrected after measuring, row",
} as const;

export const kind: Kind<"table-edited"> = {
  version: 2,
  upgrades: [
    ({ deed, cells }: { deed: TableEdit; cells: Payload<"table-edited">["cells"] }) => ({ edit: deed, cells }),
  ],
  cells: ({ cells }) => [...new Set(cells.map(({ offset, column }) => cellOfColumn(offset, column)))],
  dependencies: () => [],
  describe: ({ edit, cells }) => `${WORDS[edit]} ${listed(cells.map(({ offset }) => offset))}`,
  offsets: ({ cells }) => [...new Set(cells.map(({ offset }) => offset))],
  numbers: ({ cells }, { cell, column: words }) =>
    cells
      .map(
        ({ offset, column, from, to }) =>
          `${offset} ${words(column)} ${from === null ? "–" : cell(offset, column, from)} → ${cell(offset, column, to)}`,
      )
      .join("; "),
  measurement: () => "",
  undo: "offered",
  refusal: (state, { cells }) => {
    const stranger = cells.find(({ offset }) => !isTool(state, offset) && secondOf(state, offset) === undefined);
    return stranger && noSuchTool(stranger.offset);
  },
  changeMachine: (machine, { cells }) => {
    for (const { offset, column, to } of cells) {
      const [field, axis] = column.split(".") as [string, string | undefined];
      if (field !== "wear") machine.believe(offset, { [axis ?? field]: to });
    }
  },
};
