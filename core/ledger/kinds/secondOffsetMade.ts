import { CELLS } from "../cells.ts";
import { isTool, noSuchTool, secondOf } from "../lookUp.ts";
import { type Kind, noNumbers } from "./kind.ts";
import { lengthSchema, object, offset, sizeSchema } from "./schemaParts.ts";

/** A second offset of a blade for another of its edges, worked out from its first. */
export const schema = object(["offset", "of", "edge"], {
  offset,
  of: offset,
  edge: { type: "string", enum: ["left", "centre", "right"] },
  x: lengthSchema,
  z: lengthSchema,
  noseRadius: sizeSchema,
  orientation: { type: "integer", minimum: 0, maximum: 9 },
});

export const kind: Kind<"second-offset-made"> = {
  version: 1,
  cells: ({ offset }) => [CELLS.second(offset)],
  dependencies: ({ of }) => [CELLS.geometry(of, "x"), CELLS.geometry(of, "z")],
  describe: ({ offset }) => `second offset ${offset}`,
  offsets: ({ offset, of }) => [offset, of],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: (state, { offset, of }) => {
    if (!isTool(state, of)) return noSuchTool(of);
    const taken = isTool(state, offset) || (secondOf(state, offset) ?? of) !== of;
    return taken
      ? { code: "offset-in-use", message: `Offset ${offset} is in use already. Choose a free one.` }
      : undefined;
  },
  changeMachine: (machine, { offset, x, z, noseRadius, orientation }) =>
    machine.believe(offset, { x, z, noseRadius, orientation }),
};
