import { CELLS } from "../cells.ts";
import { isTool, noSuchTool } from "../lookUp.ts";
import { type Kind, listed } from "./kind.ts";
import { lengthSchema, object, offset, rests, touchedAxis, uuid } from "./schemaParts.ts";

/** Numbers whose touch holds and which something else has changed under: the same readings, reckoned with what stands now. */
export const schema = object(["numbers"], {
  numbers: {
    type: "array",
    minItems: 1,
    maxItems: 200,
    items: object(["offset", "axis", "from", "to", "because"], {
      offset,
      axis: touchedAxis,
      from: lengthSchema,
      to: lengthSchema,
      /** The touch whose readings they are; absent in older entries, where `from` tells it. */
      of: uuid,
      /** Work offset, size and trigger that it is reckoned with now; absent where it has none of them. */
      work: lengthSchema,
      size: lengthSchema,
      trigger: lengthSchema,
      /** What the display must read right after entry; absent where no surface of the part was touched. */
      touched: lengthSchema,
      rests,
      because: { type: "string", maxLength: 200 },
    } as const),
  },
});

export const kind: Kind<"numbers-reckoned-anew"> = {
  version: 1,
  cells: ({ numbers }) => numbers.map(({ offset, axis }) => CELLS.geometry(offset, axis)),
  dependencies: () => [],
  describe: ({ numbers }) => `reckoned anew, row ${listed(numbers.map(({ offset }) => offset))}`,
  offsets: ({ numbers }) => [...new Set(numbers.map(({ offset }) => offset))],
  numbers: ({ numbers }, { cell, column }) =>
    numbers
      .map(({ offset, axis, from, to }) => {
        const name = `geometry.${axis}` as const;
        return `${offset} ${column(name)} ${cell(offset, name, from)} → ${cell(offset, name, to)}`;
      })
      .join("; "),
  measurement: ({ numbers }) => [...new Set(numbers.map(({ because }) => because))].join("; "),
  undo: "offered",
  refusal: (state, { numbers }) => {
    const stranger = numbers.find(({ offset }) => !isTool(state, offset));
    return stranger && noSuchTool(stranger.offset);
  },
  changeMachine: (machine, { numbers }) => {
    for (const { offset, axis, to } of numbers) machine.believe(offset, { [axis]: to });
  },
};
