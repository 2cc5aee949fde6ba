import { AXIS_NAME } from "../../machine/index.ts";
import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { WORK_MEANS } from "../payloadWords.ts";
import { type Kind, unchanged } from "./kind.ts";
import { lengthSchema, object, touchedAxis, workNameSchema } from "./schemaParts.ts";

/** A work offset set without a touch; `active` is true for the one that this setup runs under. */
export const schema = object(["name", "axis", "means", "active", "from", "to"], {
  name: workNameSchema,
  axis: touchedAxis,
  means: { type: "string", enum: WORK_MEANS },
  active: { type: "boolean" },
  /** What it was before; null where it was not known. */
  from: { type: ["number", "null"], minimum: -100_000, maximum: 100_000 },
  to: lengthSchema,
});

export const kind: Kind<"work-offset-set"> = {
  version: 1,
  cells: ({ name, axis, active }) => [active ? CELLS.work(axis) : CELLS.otherWork(name, axis)],
  dependencies: () => [],
  describe: ({ name, axis }) => `${axis.toUpperCase()} of ${name}`,
  offsets: () => [],
  numbers: ({ name, axis, from, to }, { work }) =>
    `${name} ${AXIS_NAME[axis]} ${from === null ? "not known" : work(axis, from)} → ${work(axis, to)}`,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
