import type { FromSchema } from "json-schema-to-ts";
import { convertLength } from "../units/index.ts";
import type { Axis } from "./axis.ts";
import { axisWays, LATHE_AXES, perAxisSchema } from "./axis.ts";
import { CONTROL_LANGUAGES, DATA_SETTING_FORMS } from "./controlLanguage.ts";
import { stationSchema, zoneSchema } from "./zone.ts";

/** The two numberings of tip orientation that controls use; see `core/tool/tipOrientation.ts`. */
const CONTROL_NUMBERINGS = ["A", "B"] as const;

/** The schools: which boxes a shop puts the same sum into; see `core/offsets/schools.ts`. */
export const SCHOOLS = [
  "home-referenced",
  "master-tool",
  "datum-face",
  "setter",
  "fixed-overhang",
  "jog-from-preset",
] as const;
export type School = (typeof SCHOOLS)[number];

/** The sides of a setter that a tool presses: an outside tip on X, a bar's on X, any tip on Z. */
export const SETTER_SIDES = ["outside", "bore", "face"] as const;
export type SetterSide = (typeof SETTER_SIDES)[number];

const eachAxis = <const Value>(value: Value) => perAxisSchema(value, LATHE_AXES);
const words = { type: "string", minLength: 1, maxLength: 60 } as const;
const length = { type: "number", minimum: -100_000, maximum: 100_000 } as const;
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
    resolution: eachAxis({ type: "number", exclusiveMinimum: 0 }),
    /** Whether the control shows and stores X as a diameter or as a radius. */
    xShown: { type: "string", enum: ["diameter", "radius"] },
    /** Sign with which the control stores tool geometry and wear. */
    storedSign: eachAxis({ type: "integer", enum: [1, -1] }),
    /** What the measuring function takes: the cell's new content, an amount to add, or the touched dimension. */
    measuring: { type: "string", enum: ["overwrite", "add", "touched-dimension"] },
    numbering: { type: "string", enum: CONTROL_NUMBERINGS },
    school: { type: "string", enum: SCHOOLS },
    dialect: { type: "string", enum: DATA_SETTING_FORMS },
    /** What its programs mean by the codes on which lathes disagree; absent while that has not been said. */
    language: { type: "string", enum: CONTROL_LANGUAGES },
    /** The form of its data-setting files whose meaning a person has confirmed; another form or language is asked about anew. */
    fileForm: {
      type: "object",
      additionalProperties: false,
      required: ["format", "language"],
      properties: {
        format: { type: "string", enum: DATA_SETTING_FORMS },
        language: { type: "string", enum: CONTROL_LANGUAGES },
      },
    },
    travel: eachAxis(range),
    jogStep: eachAxis({ type: "number", exclusiveMinimum: 0 }),
    /** One standard deviation of coming back to a position, backlash included, on the diameter for X. */
    repeatability: eachAxis({ type: "number", exclusiveMinimum: 0 }),
    /** Degrees by which a part is usually warmer than the gauge when it is measured beside this machine. */
    partWarmth: { type: "number", minimum: 0, maximum: 60 },
    /** Where plus leads for the person in front of this machine, in words for the back-off line. */
    ...axisWays(words),
    /** Digits with which this control writes an offset number: 2 makes `T01`. */
    offsetDigits: { type: "integer", minimum: 1, maximum: 3 },
    /** True where tools can be moved across the spindle axis. */
    yAxis: { type: "boolean" },
    zones: { type: "array", maxItems: 12, items: zoneSchema },
    stations: { type: "array", maxItems: 80, items: stationSchema },
    /** Encoders that forget: send it home after power-up, some way off home first. Absolute ones must not be sent. */
    encoders: { type: "string", enum: ["incremental", "absolute"] },
    /** Where home is, in words. */
    home: words,
    /** How it indexes: which way round, from where, door open or shut. */
    indexing: { type: "string", maxLength: 160 },
    /** Offset table of the control: rows and columns. */
    table: {
      type: "object",
      additionalProperties: false,
      required: ["rows", "columns"],
      properties: {
        rows: { type: "integer", minimum: 1, maximum: 999 },
        columns: { type: "array", maxItems: 12, items: { type: "string", maxLength: 20 } },
      },
    },
    /** How a program calls a tool: station and offset digits, or the offset alone. */
    toolCall: { type: "string", enum: ["station-and-offset", "offset-only"] },
    /** What a number without a decimal point is in a program: whole units, or last digits of the readout. */
    integers: { type: "string", enum: ["units", "last-digit"] },
    /** How its control wants program files. */
    programFile: {
      type: "object",
      additionalProperties: false,
      required: ["percent", "ending", "lineEnd"],
      properties: {
        /** A percent sign before and after the program. */
        percent: { type: "boolean" },
        /** Ending of the file's name, such as `.nc`; empty where none is wanted. */
        ending: { type: "string", pattern: "^(\\.[A-Za-z0-9]{1,8})?$" },
        lineEnd: { type: "string", enum: ["lf", "crlf"] },
      },
    },
    /** Which active offsets the measuring function reckons with, and whether the work offset must be zero first. */
    reckons: {
      type: "object",
      additionalProperties: false,
      required: ["work", "wear", "workMustBeZero"],
      properties: { work: { type: "boolean" }, wear: { type: "boolean" }, workMustBeZero: { type: "boolean" } },
    },
    /** A setter that belongs to the machine: arm or plug-in, its calibrated trigger positions in millimetres, X as diameters. */
    setter: {
      type: "object",
      additionalProperties: false,
      required: ["kind", "calibratedIn", "outside", "bore", "face"],
      properties: {
        kind: { type: "string", enum: ["arm", "plug-in"] },
        calibratedIn: { type: "string", enum: ["mm", "in"] },
        outside: length,
        bore: length,
        face: length,
        /** When each side was calibrated last in a setup, ISO 8601, UTC; absent where it is as the profile was described. */
        calibratedAt: {
          type: "object",
          additionalProperties: false,
          properties: { outside: words, bore: words, face: words },
        },
      },
    },
    /** The fixed face that the datum-face school measures from, in words. */
    datumFace: words,
    /** Room kept to the end of travel when a retreat is planned, millimetres. */
    travelMargin: { type: "number", minimum: 0, maximum: 100 },
    /**
     * A turret that turns about an axis along Z, its stations in the order in which the profile lists them: how far its
     * axis stands from the spindle's at machine X 0, and how far its seats lie from its own axis; true distances, millimetres.
     */
    turret: {
      type: "object",
      additionalProperties: false,
      required: ["axisAtZero", "seatRadius"],
      properties: {
        axisAtZero: { type: "number", exclusiveMinimum: 0, maximum: 3000 },
        seatRadius: { type: "number", exclusiveMinimum: 0, maximum: 2000 },
      },
    },
    /**
     * Opposing combs: the tools of zone `a` face those of zone `b`, each slot where its station says that it lies sideways.
     * How far apart the planes of their seats stand, and at which lateral a tool of `a` works, while it does. Millimetres.
     */
    combs: {
      type: "object",
      additionalProperties: false,
      required: ["a", "b", "gap", "at", "margin"],
      properties: {
        a: { type: "string", minLength: 1, maxLength: 20 },
        b: { type: "string", minLength: 1, maxLength: 20 },
        gap: { type: "number", exclusiveMinimum: 0, maximum: 2000 },
        at: length,
        margin: { type: "number", minimum: 0, maximum: 100 },
      },
    },
    /** What guides the bar at the main spindle; a chuck where nothing is said. */
    workholding: { type: "string", enum: ["chuck", "guide-bush"] },
  },
} as const;

export type MachineProfile = FromSchema<typeof machineProfileSchema>;

/** Last digit of the readout on an axis, in the machine's own unit; Y reads as X does unless the profile says otherwise. */
export function lastDigit(machine: Pick<MachineProfile, "resolution">, axis: Axis): number {
  return machine.resolution[axis] ?? machine.resolution.x;
}

/** Finest handwheel step on an axis, millimetres (X on the diameter). */
export function jogStep(machine: Pick<MachineProfile, "jogStep">, axis: Axis): number {
  return machine.jogStep[axis] ?? machine.jogStep.z;
}

/** One standard deviation of coming back to a position, millimetres (X on the diameter). */
export function repeatability(machine: Pick<MachineProfile, "repeatability">, axis: Axis): number {
  return machine.repeatability[axis] ?? machine.repeatability.z;
}

/** One last digit of the readout as a core length: millimetres, X on the diameter. */
export function lastDigitInCore(machine: Pick<MachineProfile, "resolution" | "units" | "xShown">, axis: Axis): number {
  const shown = axis === "x" && machine.xShown === "radius" ? 2 : 1;
  return convertLength(lastDigit(machine, axis), machine.units, "mm") * shown;
}
