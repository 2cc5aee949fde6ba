import type { FromSchema } from "json-schema-to-ts";
import { AXES, axisSchema, perAxis, SCHOOLS, type WearField, wearField } from "../../machine/index.ts";
import { EDGES, TOUCH_WAYS } from "../../tool/index.ts";
import { DOUBT_SETTLED, GRID_COLUMNS, RESTS_ON } from "../payloadWords.ts";

// Parts that payloads of several kinds share. Lengths are millimetres, X as diameters, offsets signed as in the touch
// equation.

export const lengthSchema = { type: "number", minimum: -100_000, maximum: 100_000 } as const;
export const sizeSchema = { type: "number", minimum: 0, maximum: 100_000 } as const;
export const name = { type: "string", minLength: 1, maxLength: 120 } as const;
export const freeText = { type: "string", maxLength: 400 } as const;
export const offset = { type: "string", pattern: "^[0-9]{1,3}$" } as const;
export const touchedAxis = axisSchema;
export const way = { type: "string", enum: TOUCH_WAYS } as const;
export const school = { type: "string", enum: SCHOOLS } as const;
export const uuid = { type: "string", format: "uuid" } as const;

/** A JSON schema of an object with these properties and no others; those not in `required` may be absent. */
export const object = <const Required extends readonly string[], const Properties>(
  required: Required,
  properties: Properties,
) => ({ type: "object", additionalProperties: false, required, properties }) as const;

/** A doubt that was asked about: the slip it named, how likely it was, and what became of it. */
export const doubtSchema = object(["kind", "probability", "settled"], {
  kind: { type: "string", maxLength: 40 },
  probability: { type: "number", minimum: 0, maximum: 1 },
  settled: { type: "string", enum: DOUBT_SETTLED },
  /** The number as it was worked out from the touch, where it was put right. */
  from: lengthSchema,
} as const);

/** The numbers that a touch can be made of, letter by letter as they were typed, with the unit of sizes. */
export const typedTouch = {
  type: "object",
  additionalProperties: false,
  properties: {
    machine: freeText,
    size: freeText,
    spacer: freeText,
    trigger: freeText,
    commanded: freeText,
    overhang: freeText,
    old: freeText,
    retreat: freeText,
    jog: freeText,
    /** Unit that held for sizes where none was typed; the machine's own when absent. */
    sizeUnit: { type: "string", enum: ["mm", "in"] },
  },
} as const;

/** The touch as it was understood. Which of these a touch has goes by its way; see `core/touch/touchFields.ts`. */
export const touchNumbers = {
  machine: lengthSchema,
  /** On X the diameter at contact, on Z the face that was touched, on Y the bar's diameter. */
  size: lengthSchema,
  spacer: sizeSchema,
  trigger: lengthSchema,
  commanded: lengthSchema,
  overhang: sizeSchema,
  old: lengthSchema,
  retreat: lengthSchema,
  jog: lengthSchema,
  /** Edges and stand as chosen; absent where the tool has nothing to choose. */
  touching: { type: "string", enum: EDGES },
  programmed: { type: "string", enum: EDGES },
  stand: { type: "string", enum: ["front", "behind", "plus", "minus"] },
} as const;

/** The entries that a number was reckoned with; absent in older entries, and for what stood in the setup from the start. */
export const rests = {
  type: "array",
  maxItems: 8,
  items: object(["on", "entry"], { on: { type: "string", enum: RESTS_ON }, entry: uuid } as const),
} as const;

export const stock = object(["material", "nominalDiameter", "oversize", "stickOut", "chuckDiameter", "toFace"], {
  material: name,
  nominalDiameter: { type: "number", exclusiveMinimum: 0, maximum: 2000 },
  /** How much larger than nominal the stock can be, on the diameter. */
  oversize: sizeSchema,
  /** From the chuck jaws to the raw end. */
  stickOut: { type: "number", exclusiveMinimum: 0, maximum: 5000 },
  chuckDiameter: { type: "number", exclusiveMinimum: 0, maximum: 3000 },
  /** Stock in front of the finished face. */
  toFace: sizeSchema,
} as const);

/**
 * A work offset by its name: as programs call it, with its path where that is not the first, since each path has work offsets of
 * its own. `G54`, `G54.1 P12`, `G55 path 2`.
 */
const WORK_NAME = "(G5[4-9]|G54\\.1 P[1-9][0-9]{0,2})( path [2-9])?";
export const workNameSchema = { type: "string", pattern: `^${WORK_NAME}$` } as const;
/** The number of a holder as it is marked on it, such as `12` or `H-7`. */
export const HOLDER_NUMBER = /^[A-Za-z0-9][A-Za-z0-9 ./-]{0,19}$/;
export const holderSchema = { type: "string", pattern: HOLDER_NUMBER.source } as const;
/** A row of the control's table by its offset, or a work offset by its name; a column by its field. */
export const tableRow = { type: "string", pattern: `^([0-9]{1,3}|${WORK_NAME})$` } as const;
export const tableColumn = { type: "string", enum: GRID_COLUMNS } as const;
/** A cell with its number as the control shows it. */
export const keyedCell = object(["row", "column", "value"], {
  row: tableRow,
  column: tableColumn,
  value: { type: ["number", "null"] },
} as const);

/** A station and an offset as a program calls them, without zeros in front. */
export const call = object(["station", "offset"], {
  station: { type: "string", pattern: "^[0-9]{1,3}$" },
  offset: { type: "string", pattern: "^[0-9]{1,3}$" },
} as const);
export const path = { type: "integer", minimum: 1, maximum: 9 } as const;
export const range = { type: ["array", "null"], minItems: 2, maxItems: 2, items: { type: "number" } } as const;
export const line = { type: "integer", minimum: 1, maximum: 100_000_000 } as const;

/** A length of each axis' wear. */
const wearLengths = Object.fromEntries(AXES.map((axis) => [wearField(axis), lengthSchema])) as Readonly<
  Record<WearField, typeof lengthSchema>
>;

/** One row of a control's table as it was read. What the file or the person did not say is absent: it is not known, not 0. */
export const controlRow = {
  offset,
  ...perAxis(() => lengthSchema),
  ...wearLengths,
  noseRadius: sizeSchema,
  orientation: { type: "integer", minimum: 0, maximum: 9 },
} as const;

export type TouchedAxis = FromSchema<typeof touchedAxis>;
