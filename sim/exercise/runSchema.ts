import { axisSchema } from "../../core/machine/index.ts";
import { command, latheCommandSchema } from "../lathe/commandSchema.ts";
import { DEPTHS } from "./run.ts";

const length = { type: "number", minimum: -10_000, maximum: 10_000 } as const;
const station = { type: "string", minLength: 1, maxLength: 20 } as const;
const offset = { type: "string", pattern: "^[0-9]{1,3}$" } as const;

/** More acts than this are no exercise any more; it bounds what looking back at one costs. */
export const MOST_ACTS = 60_000;

const actSchema = {
  ...latheCommandSchema,
  oneOf: [
    ...latheCommandSchema.oneOf,
    command("edit-program", { text: { type: "string", maxLength: 4000 } }),
    command("indicate", { station }),
    command("turn-holder", { station, by: length }),
    command("move-tool", { offset, to: station }),
    command("measure-length"),
    command("measure-wall", { near: length }),
    command("predict", { axis: axisSchema, number: length }),
    command("answer", { goal: { type: "integer", minimum: 0, maximum: 95 }, value: length }),
  ],
};

/** A run as it comes in from a page. */
export const runSchema = {
  type: "object",
  additionalProperties: false,
  required: ["id", "seed", "depth", "acts", "hints"],
  properties: {
    id: { type: "string", format: "uuid" },
    seed: { type: "integer", minimum: 1, maximum: 2_000_000_000 },
    depth: { type: "string", enum: DEPTHS },
    acts: {
      type: "array",
      maxItems: MOST_ACTS,
      items: {
        type: "array",
        minItems: 3,
        maxItems: 3,
        items: [
          { type: "integer", minimum: 0, maximum: 86_400_000 },
          { type: "integer", minimum: 1, maximum: MOST_ACTS },
          actSchema,
        ],
      },
    },
    again: {
      type: "object",
      additionalProperties: false,
      required: ["goal", "from"],
      properties: {
        goal: { type: "integer", minimum: 0, maximum: 95 },
        from: { type: "integer", minimum: 0, maximum: MOST_ACTS },
      },
    },
    hints: { type: "array", maxItems: 1000, items: { type: "integer", minimum: 0, maximum: MOST_ACTS } },
  },
};
