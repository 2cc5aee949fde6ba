import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { LOST_BY, LOST_WORDS } from "../payloadWords.ts";
import { type Kind, noNumbers } from "./kind.ts";
import { object } from "./schemaParts.ts";

/** The machine may not stand where its readout says: nothing on it is proven until a reference tool is checked. */
export const schema = object(["by"], {
  by: { type: "string", enum: LOST_BY },
  /** True where it was entered in another setup on the same machine. */
  elsewhere: { type: "boolean" },
});

/** The loss of position that no check has settled yet. */
export const standing = { setup: "positionLost", cell: CELLS.position } as const;

export const kind: Kind<"position-lost"> = {
  version: 1,
  cells: () => [CELLS.position],
  dependencies: () => [],
  describe: ({ by, elsewhere }) =>
    `position lost after ${LOST_WORDS[by]}${elsewhere ? ", entered in another setup on this machine" : ""}`,
  offsets: () => [],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: (machine, { elsewhere }) => (elsewhere ? undefined : machine.lose()),
};
