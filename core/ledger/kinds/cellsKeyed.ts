import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { KEYED_BY } from "../payloadWords.ts";
import { type Kind, listed, unchanged } from "./kind.ts";
import { keyedCell, object } from "./schemaParts.ts";

/**
 * Cells that the control holds now, with the number as it shows it: keyed by hand, loaded from a file, or entered by its
 * measuring function; null takes the tick away.
 */
export const schema = object(["cells"], {
  cells: { type: "array", minItems: 1, maxItems: 999, items: keyedCell },
  by: { type: "string", enum: KEYED_BY },
});

export const kind: Kind<"cells-keyed"> = {
  version: 1,
  cells: ({ cells }) => cells.map(({ row, column }) => CELLS.keyed(row, column)),
  dependencies: () => [],
  describe: ({ cells }) => {
    const rows = listed(cells.map(({ row }) => row));
    return cells.every(({ value }) => value === null) ? `tick taken away in ${rows}` : `keyed in ${rows}`;
  },
  offsets: ({ cells }) => [...new Set(cells.map(({ row }) => row))],
  numbers: ({ cells }, { column: words, shown }) =>
    cells
      .flatMap(({ row, column, value }) => (value === null ? [] : [`${row} ${words(column)} ${shown(column, value)}`]))
      .join("; "),
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
