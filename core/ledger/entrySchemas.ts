import type { FromSchema } from "json-schema-to-ts";
import { machineProfileSchema } from "../frame/index.ts";

/**
 * Payload schemas of every kind of ledger entry: the single description from which the validators are compiled and
 * the types are derived. Kinds are past tense; a payload that must change its meaning gets a new version.
 * Lengths are millimetres, X as diameters, offsets signed as in the touch equation.
 */
const length = { type: "number", minimum: -100_000, maximum: 100_000 } as const;
const size = { type: "number", minimum: 0, maximum: 100_000 } as const;
const name = { type: "string", minLength: 1, maxLength: 120 } as const;
const freeText = { type: "string", maxLength: 400 } as const;
const offset = { type: "string", pattern: "^[0-9]{1,3}$" } as const;
const touchedAxis = { type: "string", enum: ["x", "z"] } as const;
const way = { type: "string", enum: ["skim", "paper", "block"] } as const;
const uuid = { type: "string", format: "uuid" } as const;

const object = <const Required extends readonly string[], const Properties>(
  required: Required,
  properties: Properties,
) => ({ type: "object", additionalProperties: false, required, properties }) as const;

export const outsideToolSchema = object(
  ["kind", "description", "hand", "faces", "insert", "leadAngle", "shank", "overhang"],
  {
    kind: { type: "string", enum: ["outside-turning"] },
    description: name,
    /** Only right-hand tools reach the front face with their tip; the other hands come with their own ways to touch. */
    hand: { type: "string", enum: ["right"] },
    /** True for the tool that makes the face on which all others touch. */
    faces: { type: "boolean" },
    insert: name,
    /** Angle between the main cutting edge and the Z axis, degrees (95 for an ordinary facing and turning tool). */
    leadAngle: { type: "number", minimum: 30, maximum: 120 },
    shank: { type: "number", exclusiveMinimum: 0, maximum: 100 },
    /** From the end of the shank's seat to the tip. */
    overhang: size,
  } as const,
);

export const payloadSchemas = {
  "setup-opened": object(["job", "part", "operation", "program", "machine", "stock", "workOffset"], {
    job: name,
    part: name,
    operation: name,
    program: freeText,
    machine: machineProfileSchema,
    stock: object(["material", "nominalDiameter", "oversize", "stickOut", "chuckDiameter", "toFace"], {
      material: name,
      nominalDiameter: { type: "number", exclusiveMinimum: 0, maximum: 2000 },
      /** How much larger than nominal the stock can be, on the diameter. */
      oversize: size,
      /** From the chuck jaws to the raw end. */
      stickOut: { type: "number", exclusiveMinimum: 0, maximum: 5000 },
      chuckDiameter: { type: "number", exclusiveMinimum: 0, maximum: 3000 },
      /** Stock in front of the finished face. */
      toFace: size,
    }),
    workOffset: object(["name", "x", "z"], { name: { type: "string", pattern: "^G5[4-9]$" }, x: length, z: length }),
  }),
  "tool-loaded": object(["offset", "station", "tool", "tolerance"], {
    offset,
    station: name,
    tool: outsideToolSchema,
    /** Half the tightest tolerance band (the ± figure) that this offset makes, on the diameter for X. */
    tolerance: object(["x", "z"], {
      x: { type: "number", exclusiveMinimum: 0 },
      z: { type: "number", exclusiveMinimum: 0 },
    }),
  }),
  "control-row-recorded": object(["offset", "x", "z", "wearX", "wearZ", "noseRadius", "orientation"], {
    offset,
    x: length,
    z: length,
    wearX: length,
    wearZ: length,
    noseRadius: size,
    orientation: { type: "integer", minimum: 0, maximum: 9 },
  }),
  "stock-measured": object(["diameter"], { diameter: { type: "number", exclusiveMinimum: 0, maximum: 2000 } }),
  "way-chosen": object(["offset", "axis", "way"], { offset, axis: touchedAxis, way }),
  "touch-accepted": object(
    ["offset", "axis", "way", "machine", "size", "spacer", "work", "exact", "touched", "expectedError", "typed"],
    {
      offset,
      axis: touchedAxis,
      way,
      machine: length,
      /** On X the diameter at contact, on Z the face in front of which the tool stood. */
      size: length,
      spacer: size,
      work: length,
      /** Geometry found, not rounded; the control's own digits are made where it is shown. */
      exact: length,
      touched: length,
      expectedError: size,
      /** What was typed, letter by letter. */
      typed: object(["machine", "size", "spacer"], {
        machine: freeText,
        size: freeText,
        spacer: freeText,
        /** Unit that held for size and spacer where none was typed; the machine's own when absent. */
        sizeUnit: { type: "string", enum: ["mm", "in"] },
      }),
    },
  ),
  "nose-accepted": object(["offset", "insert", "noseRadius", "orientation"], {
    offset,
    insert: name,
    noseRadius: size,
    /** Code in the machine's own numbering. */
    orientation: { type: "integer", minimum: 0, maximum: 9 },
  }),
  "entry-undone": object(["entry", "what"], { entry: uuid, what: name }),
  "signed-off": object(["unproven"], { unproven: { type: "array", maxItems: 200, items: name } }),
  reopened: object(["reason"], { reason: name }),
} as const;

export type EntryKind = keyof typeof payloadSchemas;
export const ENTRY_KINDS = Object.keys(payloadSchemas) as readonly EntryKind[];

/** Payload of one kind, derived from its schema. */
export type Payload<Kind extends EntryKind> = FromSchema<(typeof payloadSchemas)[Kind]>;
export type OutsideTool = FromSchema<typeof outsideToolSchema>;
export type TouchWay = FromSchema<typeof way>;
export type TouchedAxis = FromSchema<typeof touchedAxis>;
