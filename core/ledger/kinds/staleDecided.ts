import { CELLS } from "../cells.ts";
import { topOf } from "../lookUp.ts";
import { STALE_DECISIONS } from "../payloadWords.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { object, offset } from "./schemaParts.ts";

/** What becomes of values that the control holds from before. */
export const schema = object(["rows"], {
  rows: {
    type: "array",
    minItems: 1,
    maxItems: 999,
    items: object(["offset", "decision"], {
      offset,
      decision: { type: "string", enum: STALE_DECISIONS },
    } as const),
  },
});

export const kind: Kind<"stale-decided"> = {
  version: 1,
  cells: ({ rows }) => rows.map(({ offset }) => CELLS.stale(offset)),
  dependencies: () => [CELLS.table],
  describe: () => "stale decided",
  offsets: ({ rows }) => rows.map(({ offset }) => offset),
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: (state) =>
    topOf(state, CELLS.table)
      ? undefined
      : { code: "no-table", message: "The control's old table has not been read yet." },
  changeMachine: unchanged,
};
