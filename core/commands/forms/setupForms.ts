import type { FromSchema } from "json-schema-to-ts";
import { LOST_BY, workNameSchema } from "../../ledger/index.ts";
import { axisSchema, SCHOOLS, SETTER_SIDES } from "../../machine/index.ts";
import { MOUNT_CHECKS } from "../../mount/index.ts";
import { EDGES, type TOUCH_FIELDS, TOUCH_WAYS } from "../../tool/index.ts";
import { form } from "./formSchema.ts";
import { prepareForms } from "./prepareForms.ts";
import { proofForms } from "./proofForms.ts";
import { tableForms } from "./tableForms.ts";

const id = { type: "string", format: "uuid" } as const;
const offset = { type: "string", pattern: "^[0-9]{1,3}$" } as const;
const axis = axisSchema;
const way = { type: "string", enum: TOUCH_WAYS } as const;
const typed = { type: "string", maxLength: 200 } as const;
const sizeUnit = { type: "string", enum: ["mm", "in"] } as const;
const edges = {
  touching: { type: "string", enum: EDGES },
  programmed: { type: "string", enum: EDGES },
  stand: { type: "string", enum: ["front", "behind", "plus", "minus"] },
} as const;

const typedFields = {
  machine: typed,
  size: typed,
  spacer: typed,
  trigger: typed,
  commanded: typed,
  overhang: typed,
  old: typed,
  retreat: typed,
  jog: typed,
} as const satisfies Record<(typeof TOUCH_FIELDS)[number], unknown>;

/** What the stages of a setup may ask for. */
export const setupForms = {
  "accept-touch": form("accept-touch", ["offset", "axis", "way", "sizeUnit"], {
    offset,
    axis,
    way,
    sizeUnit,
    solveFor: { type: "string", enum: ["geometry", "work"] },
    ...typedFields,
    ...edges,
    /** `spacer` where its thickness was not typed, but stands in the field from the touch before. */
    carried: { type: "string", enum: ["spacer"] },
    /** The work offset that is taught, where it is not the setup's own. */
    work: workNameSchema,
    /** The number as the page showed it, in the control's own digits; what is worked out must be the same. */
    seen: { type: "string", maxLength: 40 },
    /** Name of the gauge, or of the spacer, that it was made with; empty where none is named. */
    gauge: { type: "string", maxLength: 120 },
    /** `yes` to count a gauge whose calibration has run out. */
    overdue: { type: "string", enum: ["yes"] },
    /** What becomes of the doubt that was asked about, and which slip it named. */
    settled: { type: "string", enum: ["kept", "corrected"] },
    doubted: { type: "string", maxLength: 40 },
  } as const),
  "accept-nose": form("accept-nose", ["offset"], { offset, insert: { type: "string", maxLength: 60 } } as const),
  "choose-way": form("choose-way", ["offset", "axis", "way"], { offset, axis, way, ...edges } as const),
  "measure-stock": form("measure-stock", ["diameter", "sizeUnit"], { diameter: typed, sizeUnit } as const),
  "record-hole": form("record-hole", ["diameter", "sizeUnit"], { diameter: typed, depth: typed, sizeUnit } as const),
  /** The tool that faced it, by its offset; empty where it was none of this setup. */
  "record-face": form("record-face", [], { by: { type: "string", pattern: "^[0-9]{0,3}$" } } as const),
  "record-length": form("record-length", ["length", "nominal", "sizeUnit"], {
    length: typed,
    nominal: typed,
    /** How far it may be off either way. */
    tolerance: typed,
    /** `yes` to touch back tools on a part outside its limits, knowing by how much it is off. */
    goOn: { type: "string", enum: ["yes"] },
    sizeUnit,
  } as const),
  "correct-length": form("correct-length", ["length", "sizeUnit"], {
    length: typed,
    /** `yes` where the part is outside its limits and is gone on with. */
    goOn: { type: "string", enum: ["yes"] },
    sizeUnit,
  } as const),
  "make-second": form("make-second", ["offset", "of", "edge"], {
    offset,
    of: offset,
    edge: { type: "string", enum: ["left", "centre", "right"] },
  } as const),
  "index-insert": form("index-insert", ["offset"], { offset } as const),
  /** `offset` and `axis` of one number; both absent: every number that can be. */
  "reckon-anew": form("reckon-anew", [], { offset, axis }),
  "confirm-number": form("confirm-number", ["offset", "axis", "why"], { offset, axis, why: typed } as const),
  /** With the tool of an offset, whose geometry is known; or with a gauge tool, whose geometry is typed as the control stores it. */
  "calibrate-setter": form("calibrate-setter", ["side", "machine"], {
    side: { type: "string", enum: SETTER_SIDES },
    offset,
    machine: typed,
    geometry: typed,
    /** `yes` where it trips far from where it did, and that is meant. */
    meant: { type: "string", enum: ["yes"] },
  } as const),
  "rechuck-bar": form("rechuck-bar", ["stickOut", "sizeUnit"], { stickOut: typed, sizeUnit } as const),
  "lose-position": form("lose-position", ["by"], { by: { type: "string", enum: LOST_BY } } as const),
  /** What the display reads for a tool at a known place, and what is true there. */
  "check-position": form("check-position", ["offset", "readX", "isX", "readZ", "isZ", "sizeUnit"], {
    offset,
    readX: typed,
    isX: typed,
    readZ: typed,
    isZ: typed,
    sizeUnit,
  } as const),
  /** An earlier touch, by its entry, that a tool is not to be compared with. */
  "leave-out": form("leave-out", ["offset", "axis", "touch"], { offset, axis, touch: id } as const),
  "move-tool": form("move-tool", ["offset", "to"], {
    offset,
    to: { type: "string", minLength: 1, maxLength: 20 },
  } as const),
  "change-school": form("change-school", ["to"], {
    to: { type: "string", enum: SCHOOLS },
    master: offset,
    work: typed,
  } as const),
  "change-master": form("change-master", ["to"], { to: offset } as const),
  "set-safety-wear": form("set-safety-wear", ["offset", "x", "z", "sizeUnit"], {
    offset,
    x: typed,
    z: typed,
    sizeUnit,
  } as const),
  "record-mount": form("record-mount", ["offset", "check", "typed", "sizeUnit"], {
    offset,
    check: { type: "string", enum: MOUNT_CHECKS },
    /** The typed fields by name, as JSON. */
    typed: { type: "string", maxLength: 4000 },
    material: { type: "string", enum: ["steel", "carbide", "damped"] },
    swept: { type: "string", enum: ["bore", "pin"] },
    sizeUnit,
  } as const),
  ...prepareForms,
  ...tableForms,
  ...proofForms,
  undo: form("undo", ["entry"], { entry: id } as const),
} as const;

export type Intent = keyof typeof setupForms;
export type FormOf<Kind extends Intent> = FromSchema<(typeof setupForms)[Kind]>;
export type SetupForm = { [Kind in Intent]: FormOf<Kind> }[Intent];
