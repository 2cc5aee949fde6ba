import { CELLS } from "../cells.ts";
import { needsTool } from "../lookUp.ts";
import type { Payload } from "./index.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { object, offset, sizeSchema } from "./schemaParts.ts";

/** A cylinder or a bore of a part that has no program: its diameter, how far from the face it goes, and the offset that makes it. */
const step = object(["side", "diameter", "to", "offset"], {
  side: { type: "string", enum: ["outer", "inner"] },
  diameter: sizeSchema,
  to: sizeSchema,
  offset,
} as const);

/**
 * The steps of a part as its drawing has them, each side from the face on; millimetres. An empty list says that the part is not drawn so
 * any more.
 */
export const schema = object(["steps"], {
  steps: { type: "array", maxItems: 60, items: step },
  /** The offset that makes the face; absent where it is as it came. */
  face: offset,
  /** The offset that parts it off where its last step ends; absent where the bar goes on behind it. */
  parted: offset,
} as const);

/** The steps by which the part is drawn; undefined where none were typed. */
export const standing = { setup: "stepped", cell: CELLS.stepped } as const;

/** The offsets that make the steps of a part, its face and its end, each once. */
const offsetsOfSteps = ({ steps, face, parted }: Payload<"part-stepped">): readonly string[] => [
  ...new Set([face, ...steps.map(({ offset }) => offset), parted].filter((one) => one !== undefined)),
];

export const kind: Kind<"part-stepped"> = {
  version: 1,
  cells: () => [CELLS.stepped],
  dependencies: () => [],
  describe: ({ steps }) =>
    steps.length === 0
      ? "steps of the part removed"
      : `part drawn by ${steps.length} ${steps.length === 1 ? "step" : "steps"}`,
  offsets: offsetsOfSteps,
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: (state, payload) =>
    offsetsOfSteps(payload)
      .map((offset) => needsTool(state, { offset }))
      .find(Boolean),
  changeMachine: unchanged,
};
