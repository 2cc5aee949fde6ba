import type { FromSchema } from "json-schema-to-ts";
import { FEATURE_FORMS } from "../correction/correction.ts";
import { machineProfileSchema, SCHOOLS } from "../frame/index.ts";
import { MOUNT_CHECKS } from "../mount/mountCheck.ts";
import { EDGES, TOOL_KINDS, TOUCH_WAYS, toolSchema } from "../tool/index.ts";

/** What a change of the table was: a value entered, an amount added, a row copied, wear cleared, taken over, corrected by measuring. */
export const TABLE_DEEDS = ["entered", "added", "copied", "wear-cleared", "taken-over", "corrected"] as const;
export type TableDeed = (typeof TABLE_DEEDS)[number];

/** Columns of a tool's row in a control's table. */
export const TABLE_COLUMNS = [
  ...(["geometry.x", "wear.x", "geometry.z", "wear.z", "geometry.y", "wear.y"] as const),
  ...(["noseRadius", "orientation"] as const),
] as const;
export type TableColumn = (typeof TABLE_COLUMNS)[number];

/** All columns that anything can be keyed into, a work offset's among them. */
export const GRID_COLUMNS = [...TABLE_COLUMNS, "work.x", "work.z", "work.y"] as const;
export type GridColumn = (typeof GRID_COLUMNS)[number];

/** How a work offset came about without a touch. */
export const WORK_MEANS = ["entered", "datum-distance", "next-operation", "shift"] as const;
export type WorkMeans = (typeof WORK_MEANS)[number];

export const PHOTO_TYPES = ["image/jpeg", "image/png", "image/webp"] as const;

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

const stock = object(["material", "nominalDiameter", "oversize", "stickOut", "chuckDiameter", "toFace"], {
  material: name,
  nominalDiameter: { type: "number", exclusiveMinimum: 0, maximum: 2000 },
  /** How much larger than nominal the stock can be, on the diameter. */
  oversize: size,
  /** From the chuck jaws to the raw end. */
  stickOut: { type: "number", exclusiveMinimum: 0, maximum: 5000 },
  chuckDiameter: { type: "number", exclusiveMinimum: 0, maximum: 3000 },
  /** Stock in front of the finished face. */
  toFace: size,
} as const);

/** A row of the control's table by its offset, or a work offset by its name; a column by its field. */
const tableRow = { type: "string", pattern: "^([0-9]{1,3}|G5[4-9])$" } as const;
const tableColumn = { type: "string", enum: GRID_COLUMNS } as const;
const workName = { type: "string", pattern: "^G5[4-9]$" } as const;
/** A cell with its number as the control shows it. */
const keyedCell = object(["row", "column", "value"], {
  ...{ row: tableRow, column: tableColumn },
  value: { type: ["number", "null"] },
} as const);

/** A station and an offset as a program calls them, without zeros in front. */
const call = object(["station", "offset"], {
  station: { type: "string", pattern: "^[0-9]{1,3}$" },
  offset: { type: "string", pattern: "^[0-9]{1,3}$" },
} as const);
const path = { type: "integer", minimum: 1, maximum: 9 } as const;
const range = { type: ["array", "null"], minItems: 2, maxItems: 2, items: { type: "number" } } as const;
const line = { type: "integer", minimum: 1, maximum: 100_000_000 } as const;

/** One row of a control's table as it was read. */
const controlRow = {
  offset,
  ...{ x: length, y: length, z: length },
  ...{ wearX: length, wearY: length, wearZ: length },
  noseRadius: size,
  orientation: { type: "integer", minimum: 0, maximum: 9 },
} as const;

/** What is looked at once before anything moves. */
export const MACHINE_FACTS = ["home", "warm-up", "units", "door", "readout"] as const;
export type MachineFact = (typeof MACHINE_FACTS)[number];

/** What became of a doubt about a number: it was kept all the same, or put right as was offered. */
export const DOUBT_SETTLED = ["kept", "corrected"] as const;

/** What a two-line check showed: as predicted, off by something, or stopped before it came there. */
export const PROOF_FOUND = ["right", "off", "stopped"] as const;
export type ProofFound = (typeof PROOF_FOUND)[number];

/** What becomes of a value that the control holds from before. */
export const STALE_DECISIONS = ["clear", "keep", "touch"] as const;
export type StaleDecision = (typeof STALE_DECISIONS)[number];

export const payloadSchemas = {
  "setup-opened": object(["job", "part", "operation", "program", "machine", "stock", "workOffset"], {
    job: name,
    part: name,
    operation: name,
    program: freeText,
    machine: machineProfileSchema,
    stock,
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
  "control-row-recorded": object(["offset", "x", "z", "wearX", "wearZ", "noseRadius", "orientation"], controlRow),
  /** Left out of this setup: it is not touched for it. It may stay in its station; the machine is believed to hold it still. */
  "tool-removed": object(["offset"], { offset }),
  "stock-described": stock,
  /** A program taken in. Its text is kept apart, by its fingerprint; here stands what was read in it. */
  "program-read": object(["name", "bytes", "fingerprint", "units", "number", "lines", "tools", "work", "findings"], {
    name,
    bytes: { type: "integer", minimum: 0, maximum: 50_000_000 },
    /** SHA-256 of the file, in hexadecimal digits. */
    fingerprint: { type: "string", pattern: "^[0-9a-f]{64}$" },
    units: { type: ["string", "null"], enum: ["mm", "in", null] },
    number: { type: ["integer", "null"], minimum: 0, maximum: 99_999_999 },
    lines: { type: "integer", minimum: 0, maximum: 100_000_000 },
    /** The tools that it calls, with what it lets one guess of them. Extents in its own unit, X as diameters. */
    tools: {
      type: "array",
      maxItems: 240,
      items: object(["path", "station", "offsets", "line", "words", "x", "z"], {
        ...{ path, station: { type: "string", pattern: "^[0-9]{1,3}$" }, line },
        offsets: { type: "array", maxItems: 40, items: offset },
        words: { type: "string", maxLength: 200 },
        kind: { type: "string", enum: TOOL_KINDS },
        /** True where the kind comes from the program's words, not from how it moves the tool. */
        named: { type: "boolean" },
        ...{ width: size, diameter: size, pitch: size, insert: name },
        ...{ x: range, z: range },
      } as const),
    },
    work: {
      type: "array",
      maxItems: 60,
      items: object(["name", "path", "line"], { name: { type: "string", maxLength: 12 }, path, line } as const),
    },
    findings: {
      type: "array",
      maxItems: 200,
      items: object(["code", "line", "column", "message"], {
        code: { type: "string", maxLength: 40 },
        line,
        column: { type: "integer", minimum: 1, maximum: 100_000_000 },
        message: freeText,
      } as const),
    },
  }),
  /** All changes of the program's calls that hold, counted from the program as it was read; an empty list is none. */
  "calls-renumbered": object(["changes"], {
    changes: {
      type: "array",
      maxItems: 240,
      items: object(["path", "from", "to"], { path, from: call, to: call } as const),
    },
  }),
  "fact-checked": object(["fact", "found"], { fact: { type: "string", enum: MACHINE_FACTS }, found: freeText }),
  /** The control's whole table as it was before this setup, kept as it was read. */
  "table-read": object(["source", "name", "rows"], {
    source: { type: "string", enum: ["file", "last-setup"] },
    name: freeText,
    rows: {
      type: "array",
      maxItems: 999,
      items: object(["offset", "x", "z", "wearX", "wearZ", "noseRadius", "orientation"], controlRow),
    },
  }),
  "stale-decided": object(["rows"], {
    rows: {
      type: "array",
      minItems: 1,
      maxItems: 999,
      items: object(["offset", "decision"], {
        offset,
        decision: { type: "string", enum: STALE_DECISIONS },
      } as const),
    },
  }),
  /** The order in which the steps at the machine are done, as proposed or by hand; an empty list gives the usual one back. */
  "order-arranged": object(["steps", "by"], {
    steps: {
      type: "array",
      maxItems: 400,
      items: object(["offset", "kind"], {
        offset: { type: "string", pattern: "^[0-9]{0,3}$" },
        kind: { type: "string", enum: ["x", "y", "z", "work", "face", "hole", "length"] },
      } as const),
    },
    by: { type: "string", enum: ["plan", "hand"] },
  }),
  /** A dimension of the drawing that an offset makes, with its limits. Lengths from the face, X as diameters. */
  "feature-recorded": object(["feature", "name", "offset", "axis", "nominal", "lower", "upper"], {
    feature: uuid,
    ...{ name, offset, axis: { type: "string", enum: ["x", "z"] } },
    nominal: length,
    /** Lower and upper deviation from nominal. */
    ...{ lower: length, upper: length },
    /** What it is, as far as it tells causes of an error apart; a length on Z, on X a bore or a cylinder by its tool. */
    form: { type: "string", enum: FEATURE_FORMS },
    /** Z at which it is measured. */
    atZ: length,
  }),
  /** A feature as it was measured on one of the parts, which are counted from 1. */
  "feature-measured": object(["feature", "part", "measured", "uncertainty"], {
    feature: uuid,
    part: { type: "integer", minimum: 1, maximum: 1_000_000 },
    measured: length,
    uncertainty: { type: "number", exclusiveMinimum: 0, maximum: 10 },
    gauge: name,
  }),
  "feature-removed": object(["feature"], { feature: uuid }),
  "stock-measured": object(["diameter"], { diameter: { type: "number", exclusiveMinimum: 0, maximum: 2000 } }),
  "way-chosen": object(["offset", "axis", "way"], {
    ...{ offset, axis: touchedAxis, way },
    ...{ touching: touchNumbers.touching, programmed: touchNumbers.programmed, stand: touchNumbers.stand },
  }),
  "touch-accepted": object(["offset", "axis", "way", "work", "exact", "expectedError", "typed"], {
    ...{ offset, axis: touchedAxis, way, gauge: name },
    ...touchNumbers,
    work: length,
    /** Geometry found, not rounded; the control's own digits are made where it is shown. */
    exact: length,
    /** What the display must read right after entry; absent where no surface of the part was touched. */
    touched: length,
    expectedError: size,
    typed: typedTouch,
    /** A doubt that was asked about: the slip it named, how likely it was, and what became of it. */
    doubt: object(["kind", "probability", "settled"], {
      kind: { type: "string", maxLength: 40 },
      probability: { type: "number", minimum: 0, maximum: 1 },
      settled: { type: "string", enum: DOUBT_SETTLED },
      /** The number as it was worked out from the touch, where it was put right. */
      from: length,
    } as const),
  }),
  "work-offset-taught": object(
    ["name", "offset", "axis", "way", "geometry", "exact", "touched", "expectedError", "typed"],
    {
      name: { type: "string", pattern: "^G5[4-9]$" },
      /** The set tool that it was taught with. */
      ...{ offset, axis: touchedAxis, way, gauge: name },
      ...touchNumbers,
      geometry: length,
      exact: length,
      touched: length,
      expectedError: size,
      typed: typedTouch,
    },
  ),
  /**
   * Cells of the offset table changed by hand, in one deed: what they held and what they are to hold. A nose radius is
   * millimetres, an orientation a code in the machine's own numbering.
   */
  "table-edited": object(["deed", "cells"], {
    deed: { type: "string", enum: TABLE_DEEDS },
    cells: {
      type: "array",
      minItems: 1,
      maxItems: 999,
      items: object(["offset", "column", "from", "to"], {
        offset,
        column: { type: "string", enum: TABLE_COLUMNS },
        from: { type: ["number", "null"], minimum: -100_000, maximum: 100_000 },
        to: length,
      } as const),
    },
  }),
  /** A work offset set without a touch; `active` is true for the one that this setup runs under. */
  "work-offset-set": object(["name", "axis", "means", "active", "from", "to"], {
    name: workName,
    axis: touchedAxis,
    means: { type: "string", enum: WORK_MEANS },
    active: { type: "boolean" },
    ...{ from: length, to: length },
  }),
  /** Cells that somebody has keyed into the control, with the number keyed; null takes the tick away. */
  "cells-keyed": object(["cells"], {
    cells: { type: "array", minItems: 1, maxItems: 999, items: keyedCell },
  }),
  /** The control's own table read back after loading or keying, compared cell by cell. */
  "table-compared": object(["name", "format", "agreed", "differences"], {
    name: freeText,
    format: { type: "string", maxLength: 20 },
    agreed: { type: "array", maxItems: 4000, items: keyedCell },
    differences: {
      type: "array",
      maxItems: 4000,
      items: object(["row", "column", "wanted", "found"], {
        ...{ row: tableRow, column: tableColumn },
        wanted: { type: "number" },
        found: { type: ["number", "null"] },
      } as const),
    },
  }),
  /** Where a tool goes, by hand: extremes in part coordinates and where it is taken to when it is clear. */
  "reach-recorded": object(["offset", "x", "z"], {
    ...{ offset, x: range, z: range },
    ...{ retractX: length, retractZ: length },
  }),
  /** What stands on the spindle's axis in front of the part: a cylinder from a Z away from the chuck. */
  "front-described": object(["what", "diameter", "z"], {
    what: { type: "string", enum: ["nothing", "tailstock", "sub-spindle"] },
    diameter: size,
    z: length,
  }),
  /** The two-line check of an offset: what was predicted where it paused, and what somebody saw. */
  "proof-checked": object(["offset", "found", "stop", "by", "source"], {
    offset,
    found: { type: "string", enum: PROOF_FOUND },
    /** Where it paused, in part coordinates. */
    stop: object(["x", "z"], { x: length, z: length }),
    /** By how much the display or the gap was off, as far as it was read; X as a diameter. */
    by: object(["x", "z"], { x: { type: ["number", "null"] }, z: { type: ["number", "null"] } }),
    source: { type: "string", enum: ["seen", "keyed", "feed"] },
    note: freeText,
  }),
  "note-added": object(["text"], {
    text: { type: "string", maxLength: 2000 },
    offset,
    /** A picture, kept apart by its fingerprint. */
    photo: object(["fingerprint", "type", "bytes"], {
      fingerprint: { type: "string", pattern: "^[0-9a-f]{64}$" },
      type: { type: "string", enum: PHOTO_TYPES },
      bytes: { type: "integer", minimum: 1, maximum: 20_000_000 },
    } as const),
  }),
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
export type Payload<Kind extends EntryKind> = Payloads[Kind];
/** Worked out kind by kind: asked for all kinds at once the types would grow into one another. */
type Payloads = { [Kind in EntryKind]: FromSchema<(typeof payloadSchemas)[Kind]> };
export type TouchedAxis = FromSchema<typeof touchedAxis>;
