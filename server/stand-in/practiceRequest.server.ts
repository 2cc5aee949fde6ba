import { machineProfileSchema } from "../../core/machine/index.ts";
import { toolSchema } from "../../core/tool/index.ts";
import { latheCommandSchema } from "../../sim/lathe/commandSchema.ts";
import type { LatheCommand, LatheConfig } from "../../sim/lathe/index.ts";
import { validator } from "../validation/validate.server.ts";

const length = { type: "number", minimum: -100_000, maximum: 100_000 } as const;
const place = {
  type: "object",
  additionalProperties: false,
  required: ["x", "y", "z"],
  properties: { x: length, y: length, z: length },
} as const;
const part = {
  type: "object",
  additionalProperties: false,
  required: ["diameter", "toFace", "stickOut", "chuckDiameter"],
  properties: { diameter: length, toFace: length, stickOut: length, chuckDiameter: length, hole: length },
} as const;
const row = {
  type: "object",
  additionalProperties: false,
  required: ["geometry", "wear", "noseRadius", "orientation"],
  properties: {
    geometry: place,
    wear: place,
    noseRadius: length,
    orientation: { type: "integer", minimum: 0, maximum: 9 },
  },
} as const;
const named = (content: object) => ({ type: "object", maxProperties: 200, additionalProperties: content });

/** A lathe to be put up: its machine, its parts and its tools, complete. */
export const readPutUp = validator<{ readonly label: string; readonly seed: number; readonly config: LatheConfig }>({
  type: "object",
  additionalProperties: false,
  required: ["label", "config", "seed"],
  properties: {
    label: { type: "string", maxLength: 240 },
    seed: { type: "integer", minimum: -2_147_483_648, maximum: 2_147_483_647 },
    config: {
      type: "object",
      additionalProperties: false,
      required: [
        "machine",
        "parts",
        "tools",
        "trueWork",
        "rows",
        "work",
        "activeWork",
        "backlash",
        "clampPull",
        "home",
        "start",
        "feedback",
      ],
      properties: {
        machine: machineProfileSchema,
        parts: {
          type: "object",
          additionalProperties: false,
          required: ["main"],
          properties: { main: part, sub: part },
        },
        tools: {
          type: "array",
          minItems: 1,
          maxItems: 80,
          items: {
            type: "object",
            additionalProperties: false,
            required: ["station", "offset", "tool", "at"],
            properties: {
              station: { type: "string", minLength: 1, maxLength: 20 },
              offset: { type: "string", pattern: "^[0-9]{1,3}$" },
              tool: toolSchema,
              at: place,
              holder: { type: "string", maxLength: 20 },
              isLoose: { type: "boolean" },
            },
          },
        },
        trueWork: place,
        rows: named(row),
        work: named(place),
        activeWork: { type: "string", pattern: "^G5[4-9]$" },
        backlash: place,
        clampPull: length,
        home: place,
        start: place,
        feedback: { type: "boolean" },
      },
    },
  },
});

/** What is to be done at a lathe, on the revision that was seen. */
export const readDrive = validator<{ readonly base: number; readonly commands: readonly LatheCommand[] }>({
  type: "object",
  additionalProperties: false,
  required: ["base", "commands"],
  properties: {
    base: { type: "integer", minimum: 0 },
    commands: { type: "array", maxItems: 400, items: latheCommandSchema },
  },
});
