import { AXIS_NAME, LATHE_AXES } from "../../machine/index.ts";
import { CELLS } from "../cells.ts";
import { needsTool } from "../lookUp.ts";
import { PROOF_FOUND } from "../payloadWords.ts";
import { type Kind, unchanged } from "./kind.ts";
import { freeText, lengthSchema, object, offset, rests, workNameSchema } from "./schemaParts.ts";

/** The two-line check of an offset: what was predicted where it paused, and what somebody saw. */
export const schema = object(["offset", "found", "stop", "by", "source"], {
  offset,
  found: { type: "string", enum: PROOF_FOUND },
  /** Where it paused, in part coordinates. */
  stop: object(["x", "z"], { x: lengthSchema, z: lengthSchema }),
  /** By how much the display or the gap was off, as far as it was read; X as a diameter. */
  by: object(["x", "z"], { x: { type: ["number", "null"] }, z: { type: ["number", "null"] } }),
  source: { type: "string", enum: ["seen", "keyed", "feed"] },
  note: freeText,
  /** Name of the work offset that it was checked under, where it is not the one that the setup was opened with. */
  under: workNameSchema,
  rests,
});

const FOUND = { right: "as predicted", off: "off", stopped: "stopped" } as const;
const SEEN_BY = { seen: "gap by eye", keyed: "display keyed", feed: "display from the machine" } as const;

/** The tool's latest two-line check. */
export const standing = { tool: "proof", cell: CELLS.proof } as const;

export const kind: Kind<"proof-checked"> = {
  version: 1,
  cells: ({ offset }) => [CELLS.proof(offset)],
  dependencies: ({ offset, under }) =>
    LATHE_AXES.flatMap((axis) => [
      CELLS.geometry(offset, axis),
      under === undefined ? CELLS.work(axis) : CELLS.otherWork(under, axis),
    ]),
  describe: ({ offset, found }) => `check of offset ${offset}: ${FOUND[found]}`,
  offsets: ({ offset }) => [offset],
  numbers: ({ offset, stop, by, source, note }, { programmed, readout }) => {
    const off = LATHE_AXES.flatMap((axis) => {
      const value = by[axis];
      return value === null ? [] : [`${AXIS_NAME[axis]} off by ${readout(axis, value, offset, "always")}`];
    });
    const where = `paused at X ${programmed("x", stop.x, offset)}, Z ${programmed("z", stop.z, offset)}`;
    return [where, ...off, SEEN_BY[source], ...(note ? [note] : [])].join(", ");
  },
  measurement: () => "",
  undo: "offered",
  refusal: needsTool,
  changeMachine: unchanged,
};
