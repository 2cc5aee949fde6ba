import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { object, offset } from "./schemaParts.ts";

/** The end of the bar has been faced; what is cut now is Z0. */
export const schema = object([], {
  /** The tool that faced it; absent where it was none of this setup. */
  offset,
});

/** The facing of the bar's end, with the offset of the tool that made it. */
export const standing = { setup: "face", cell: CELLS.face } as const;

export const kind: Kind<"face-recorded"> = {
  version: 1,
  cells: () => [CELLS.face],
  dependencies: () => [],
  describe: () => "end of the bar faced",
  offsets: ({ offset }) => (offset === undefined ? [] : [offset]),
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
