import type { FromSchema } from "json-schema-to-ts";
import { machineProfileSchema, SCHOOLS } from "../frame/index.ts";
import { MOUNT_CHECKS } from "../mount/mountCheck.ts";
import { EDGES, TOUCH_WAYS, toolSchema } from "../tool/index.ts";

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
const touchedAxis = { type: "string", enum: ["x", "y", "z"] } as const;
const way = { type: "string", enum: TOUCH_WAYS } as const;
const school = { type: "string", enum: SCHOOLS } as const;
const uuid = { type: "string", format: "uuid" } as const;

const object = <const Required extends readonly string[], const Properties>(
  required: Required,
  properties: Properties,
) => ({ type: "object", additionalProperties: false, required, properties }) as const;

/** The numbers that a touch can be made of, letter by letter as they were typed, with the unit of sizes. */
const typedTouch = {
  type: "object",
  additionalProperties: false,
  properties: {
    ...{ machine: freeText, size: freeText, spacer: freeText, trigger: freeText, commanded: freeText },
    ...{ overhang: freeText, old: freeText, retreat: freeText, jog: freeText },
    /** Unit that held for sizes where none was typed; the machine's own when absent. */
    sizeUnit: { type: "string", enum: ["mm", "in"] },
  },
} as const;

/** The touch as it was understood. Which of these a touch has goes by its way; see `core/touch/touchFields.ts`. */
const touchNumbers = {
  machine: length,
  /** On X the diameter at contact, on Z the face that was touched, on Y the bar's diameter. */
  size: length,
  spacer: size,
  trigger: length,
  commanded: length,
  overhang: size,
  old: length,
  retreat: length,
  jog: length,
  /** Edges and stand as chosen; absent where the tool has nothing to choose. */
  touching: { type: "string", enum: EDGES },
  programmed: { type: "string", enum: EDGES },
  stand: { type: "string", enum: ["front", "behind", "plus", "minus"] },
} as const;

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
    workOffset: object(["name", "x", "z"], {
      name: { type: "string", pattern: "^G5[4-9]$" },
      ...{ x: length, y: length, z: length },
    }),
    /** Offset of the master tool where the machine's school has one. */
    master: offset,
    /** A hole that the stock brings along, diameter in millimetres. */
    hole: { type: "number", exclusiveMinimum: 0, maximum: 2000 },
  }),
  "tool-loaded": object(["offset", "station", "tool", "tolerance"], {
    offset,
    station: name,
    tool: toolSchema,
    /** Half the tightest tolerance band (the ± figure) that this offset makes, on the diameter for X. */
    tolerance: object(["x", "z"], {
      x: { type: "number", exclusiveMinimum: 0 },
      z: { type: "number", exclusiveMinimum: 0 },
    }),
  }),
  "control-row-recorded": object(["offset", "x", "z", "wearX", "wearZ", "noseRadius", "orientation"], {
    offset,
    ...{ x: length, y: length, z: length },
    ...{ wearX: length, wearY: length, wearZ: length },
    noseRadius: size,
    orientation: { type: "integer", minimum: 0, maximum: 9 },
  }),
  "stock-measured": object(["diameter"], { diameter: { type: "number", exclusiveMinimum: 0, maximum: 2000 } }),
  "way-chosen": object(["offset", "axis", "way"], {
    ...{ offset, axis: touchedAxis, way },
    ...{ touching: touchNumbers.touching, programmed: touchNumbers.programmed, stand: touchNumbers.stand },
  }),
  "touch-accepted": object(["offset", "axis", "way", "work", "exact", "expectedError", "typed"], {
    ...{ offset, axis: touchedAxis, way },
    ...touchNumbers,
    work: length,
    /** Geometry found, not rounded; the control's own digits are made where it is shown. */
    exact: length,
    /** What the display must read right after entry; absent where no surface of the part was touched. */
    touched: length,
    expectedError: size,
    typed: typedTouch,
  }),
  "work-offset-taught": object(
    ["name", "offset", "axis", "way", "geometry", "exact", "touched", "expectedError", "typed"],
    {
      name: { type: "string", pattern: "^G5[4-9]$" },
      /** The set tool that it was taught with. */
      ...{ offset, axis: touchedAxis, way },
      ...touchNumbers,
      geometry: length,
      exact: length,
      touched: length,
      expectedError: size,
      typed: typedTouch,
    },
  ),
  "safety-wear-set": object(["offset", "x", "z"], { offset, x: length, z: length }),
  "second-offset-made": object(["offset", "of", "edge"], {
    offset,
    of: offset,
    edge: { type: "string", enum: ["left", "centre", "right"] },
    ...{ x: length, z: length },
    noseRadius: size,
    orientation: { type: "integer", minimum: 0, maximum: 9 },
  }),
  /** The same sum put into other boxes: every tool's Z less `shift`, the work offset's Z more by it. */
  "school-changed": object(["from", "to", "shift"], { from: school, to: school, shift: length, master: offset }),
  "master-changed": object(["from", "to", "shift"], { from: offset, to: offset, shift: length }),
  "hole-recorded": object(["diameter"], { diameter: { type: "number", exclusiveMinimum: 0, maximum: 2000 } }),
  /** The end of the bar has been faced; what is cut now is Z0. */
  "face-recorded": object([], {}),
  /** Overall length of the part in the sub-spindle as measured, and as it should be. */
  "part-length-recorded": object(["length", "nominal"], { length: size, nominal: size }),
  /** The part on which back tools were touched was longer than recorded by `difference`. */
  "part-length-corrected": object(["length", "difference", "offsets"], {
    length: size,
    difference: length,
    offsets: { type: "array", maxItems: 80, items: offset },
  }),
  "insert-indexed": object(["offset"], { offset }),
  "bar-rechucked": object(["stickOut"], { stickOut: { type: "number", exclusiveMinimum: 0, maximum: 5000 } }),
  "tool-moved": object(["offset", "from", "to"], { offset, from: name, to: name }),
  "mount-recorded": object(["offset", "check", "given", "found"], {
    offset,
    check: { type: "string", enum: MOUNT_CHECKS },
    /** Numbers as typed and understood, and what followed from them, by name; millimetres and degrees. */
    given: { type: "object", maxProperties: 24, additionalProperties: { type: "number" } },
    found: { type: "object", maxProperties: 12, additionalProperties: { type: "number" } },
  }),
  "nose-accepted": object(["offset", "noseRadius", "orientation"], {
    offset,
    /** Absent for a tool that has no insert. */
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
export type TouchedAxis = FromSchema<typeof touchedAxis>;
