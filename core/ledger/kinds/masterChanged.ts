import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import type { Kind } from "./kind.ts";
import { lengthSchema, object, offset } from "./schemaParts.ts";

/** Another tool is the master, or the master has a new insert: Z of the tools less `shift`, the work offset more by it. */
export const schema = object(["from", "to", "shift"], { from: offset, to: offset, shift: lengthSchema });

export const kind: Kind<"master-changed"> = {
  version: 1,
  cells: () => [CELLS.school, CELLS.work("z")],
  dependencies: () => [],
  describe: () => "master changed",
  offsets: ({ to }) => [to],
  numbers: ({ from, to, shift }, { work }) => `${from} to ${to}, Z shifted by ${work("z", shift)}`,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: (machine, { from, to, shift }) => {
    const moved = machine.rows().filter((offset) => from !== to || offset !== to);
    machine.shift(moved, shift);
  },
};
