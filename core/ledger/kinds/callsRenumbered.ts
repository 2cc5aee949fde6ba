import { CELLS } from "../cells.ts";
import { topOf } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { call, object, path } from "./schemaParts.ts";

/** All changes of the program's calls that hold, counted from the program as it was read; an empty list is none. */
export const schema = object(["changes"], {
  changes: {
    type: "array",
    maxItems: 240,
    items: object(["path", "from", "to"], { path, from: call, to: call } as const),
  },
});

/** Changes of the program's calls that hold. */
export const standing = { setup: "renumbered", cell: CELLS.calls } as const;

export const kind: Kind<"calls-renumbered"> = {
  version: 1,
  cells: () => [CELLS.calls],
  dependencies: () => [CELLS.program],
  describe: () => "calls of the program renumbered",
  offsets: () => [],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: (state) =>
    topOf(state, CELLS.program)
      ? undefined
      : { code: "no-program", message: "No program has been imported, so there is nothing to renumber." },
  changeMachine: unchanged,
};
