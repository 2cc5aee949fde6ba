import { machineProfileSchema, perAxis } from "../../machine/index.ts";
import { CELLS } from "../cells.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { freeText, lengthSchema, name, object, offset, stock, uuid } from "./schemaParts.ts";

/** A setup was opened for a part on a machine, with its stock and the work offset that it runs under. */
export const schema = object(["job", "part", "operation", "program", "machine", "stock", "workOffset"], {
  job: name,
  part: name,
  operation: name,
  program: freeText,
  machine: machineProfileSchema,
  stock,
  /** What the control holds in it; an axis that is not known is absent. */
  workOffset: object(["name"], {
    name: { type: "string", pattern: "^G5[4-9]$" },
    ...perAxis(() => lengthSchema),
  }),
  /** The setup that it was started from: the same work again, or the next operation on the part. */
  from: object(["setup", "as"], {
    setup: uuid,
    as: { type: "string", enum: ["again", "next-operation"] },
  } as const),
  /** Offset of the master tool where the machine's school has one. */
  master: offset,
  /** A hole that the stock brings along, diameter in millimetres. */
  hole: { type: "number", exclusiveMinimum: 0, maximum: 2000 },
});

export const kind: Kind<"setup-opened"> = {
  version: 1,
  cells: () => [CELLS.setup],
  dependencies: () => [],
  describe: () => "setup opened",
  offsets: () => [],
  numbers: noNumbers,
  measurement: () => "",
  undo: "never",
  refusal: (state) => (state.seq === 0 ? undefined : { code: "open-already", message: "This setup is open already." }),
  changeMachine: unchanged,
};
