import type { FromSchema } from "json-schema-to-ts";

/** The two numberings of tip orientation that controls use; see `core/tool/tipOrientation.ts`. */
export const CONTROL_NUMBERINGS = ["A", "B"] as const;

const perAxis = <const Value>(value: Value) =>
  ({ type: "object", required: ["x", "z"], additionalProperties: false, properties: { x: value, z: value } }) as const;
const range = { type: "array", minItems: 2, maxItems: 2, items: { type: "number" } } as const;

/**
 * What is peculiar to one machine: how it shows, stores and measures. Only the boundary (`controlBoundary.ts`)
 * translates; inside the core every length is in millimetres and X a diameter.
 *
 * `resolution` is in the machine's own unit, `travel` and `jogStep` in millimetres (X as diameters).
 */
export const machineProfileSchema = {
  type: "object",
  additionalProperties: false,
  required: [
    "id",
    "name",
    "kind",
    "units",
    "resolution",
    "xShown",
    "storedSign",
    "measuring",
    "numbering",
    "school",
    "dialect",
    "travel",
    "jogStep",
    "repeatability",
    "xPlus",
    "zPlus",
    "offsetDigits",
  ],
  properties: {
    id: { type: "string", minLength: 1, maxLength: 40 },
    name: { type: "string", minLength: 1, maxLength: 80 },
    kind: { type: "string", enum: ["turret-lathe", "quick-change-lathe", "swiss-type"] },
    units: { type: "string", enum: ["mm", "in"] },
    resolution: perAxis({ type: "number", exclusiveMinimum: 0 }),
    /** Whether the control shows and stores X as a diameter or as a radius. */
    xShown: { type: "string", enum: ["diameter", "radius"] },
    /** Sign with which the control stores tool geometry and wear. */
    storedSign: perAxis({ type: "integer", enum: [1, -1] }),
    /** What the measuring function takes: the cell's new content, an amount to add, or the touched dimension. */
    measuring: { type: "string", enum: ["overwrite", "add", "touched-dimension"] },
    numbering: { type: "string", enum: CONTROL_NUMBERINGS },
    school: {
      type: "string",
      enum: ["home-referenced", "master-tool", "datum-face", "setter", "fixed-overhang", "jog-from-preset"],
    },
    dialect: { type: "string", enum: ["gcode-l", "gcode-n"] },
    travel: { type: "object", required: ["x", "z"], additionalProperties: false, properties: { x: range, z: range } },
    jogStep: perAxis({ type: "number", exclusiveMinimum: 0 }),
    /** One standard deviation of coming back to a position, backlash included, on the diameter for X. */
    repeatability: perAxis({ type: "number", exclusiveMinimum: 0 }),
    /** Where plus leads for the person in front of this machine, in words for the back-off line. */
    xPlus: { type: "string", minLength: 1, maxLength: 60 },
    zPlus: { type: "string", minLength: 1, maxLength: 60 },
    /** Digits with which this control writes an offset number: 2 makes `T01`. */
    offsetDigits: { type: "integer", minimum: 1, maximum: 3 },
  },
} as const;

export type MachineProfile = FromSchema<typeof machineProfileSchema>;
