import { FEATURE_FORMS } from "../../correction/index.ts";
import { LARGEST_OFFSET_FILE } from "../../formats/index.ts";
import { MACHINE_FACTS, workNameSchema } from "../../ledger/index.ts";
import { latheAxisSchema } from "../../machine/index.ts";
import { TOOL_KINDS } from "../../tool/index.ts";
import { fingerprint, form } from "./formSchema.ts";

const typed = { type: "string", maxLength: 200 } as const;
const offset = { type: "string", pattern: "^[0-9]{1,3}$" } as const;
const uuid = { type: "string", format: "uuid" } as const;
const sizeUnit = { type: "string", enum: ["mm", "in"] } as const;
/** A list that travels as one text, JSON; read by a `ReadList`. */
const list = { type: "string", maxLength: 200_000 } as const;

/** What Prepare may ask for. */
export const prepareForms = {
  "load-tool": form("load-tool", ["offset", "station", "kind", "typed", "sizeUnit", "toleranceX", "toleranceZ"], {
    offset: typed,
    station: { type: "string", minLength: 1, maxLength: 20 },
    kind: { type: "string", enum: TOOL_KINDS },
    /** The typed fields by name, as JSON. */
    typed: { type: "string", maxLength: 4000 },
    sizeUnit,
    toleranceX: typed,
    toleranceZ: typed,
    /** The number of its holder; empty where it has none. */
    holder: typed,
  } as const),
  "number-holder": form("number-holder", ["offset", "holder"], { offset, holder: typed } as const),
  "remove-tool": form("remove-tool", ["offset"], { offset } as const),
  "take-program": form("take-program", ["program", "name"], { program: fingerprint, name: typed } as const),
  /** `called` as programs write it; its path where the machine has several. */
  "describe-work": form("describe-work", ["called", "path", "spindle", "operation"], {
    called: typed,
    path: { type: "string", pattern: "^[1-9]$" },
    spindle: { type: "string", enum: ["main", "sub"] },
    operation: typed,
  } as const),
  "choose-work": form("choose-work", ["offset", "name"], { offset, name: workNameSchema } as const),
  /** `program` is the file that came back from the control; absent where the program ran as it went out. */
  "keep-proven": form("keep-proven", ["as", "name"], {
    as: { type: "string", enum: ["went-out", "came-back"] },
    program: fingerprint,
    name: typed,
  } as const),
  renumber: form("renumber", ["changes"], { changes: list } as const),
  "check-fact": form("check-fact", ["fact", "found"], {
    fact: { type: "string", enum: MACHINE_FACTS },
    found: typed,
  } as const),
  "take-table": form("take-table", ["source"], {
    source: { type: "string", enum: ["file", "last-setup"] },
    name: typed,
    text: { type: "string", maxLength: LARGEST_OFFSET_FILE },
    /** What the columns of a foreign CSV file are, as JSON, and the unit of its lengths. */
    columns: { type: "string", maxLength: 4000 },
    units: { type: "string", enum: ["mm", "in"] },
  } as const),
  "decide-rows": form("decide-rows", ["rows"], { rows: list } as const),
  "arrange-order": form("arrange-order", ["steps", "by"], {
    steps: list,
    by: { type: "string", enum: ["plan", "hand"] },
  } as const),
  "record-feature": form(
    "record-feature",
    ["feature", "name", "offset", "axis", "nominal", "lower", "upper", "sizeUnit"],
    {
      feature: uuid,
      name: typed,
      offset,
      axis: latheAxisSchema,
      nominal: typed,
      lower: typed,
      upper: typed,
      sizeUnit,
      form: { type: "string", enum: FEATURE_FORMS },
      at: typed,
      /** The offset of the surface that a length is measured from, and what that is. */
      from: offset,
      fromIs: { type: "string", enum: ["face", "wall"] },
      limitsBy: { type: "string", maxLength: 8 },
    } as const,
  ),
  /** `face` and `parted` are offsets, or empty. */
  "describe-part": form("describe-part", ["partSteps", "face", "parted", "sizeUnit"], {
    partSteps: list,
    face: typed,
    parted: typed,
    sizeUnit,
  } as const),
  "measure-feature": form("measure-feature", ["feature", "part", "measured", "gauge", "sizeUnit"], {
    feature: uuid,
    part: { type: "string", pattern: "^[0-9]{1,7}$" },
    measured: typed,
    sizeUnit,
    /** Name of a gauge of the shop, or empty. */
    gauge: { type: "string", maxLength: 120 },
    /** `yes` to count a gauge whose calibration has run out. */
    overdue: { type: "string", enum: ["yes"] },
  } as const),
  "correct-offset": form("correct-offset", ["offset", "axis", "how"], {
    offset,
    axis: latheAxisSchema,
    how: { type: "string", enum: ["wear", "geometry"] },
    /** `yes` once a correction of unusual size has been confirmed. */
    meant: { type: "string", enum: ["yes"] },
  } as const),
  "remove-feature": form("remove-feature", ["feature"], { feature: uuid } as const),
  "describe-stock": form(
    "describe-stock",
    ["material", "nominalDiameter", "oversize", "stickOut", "chuckDiameter", "toFace", "sizeUnit"],
    {
      material: typed,
      nominalDiameter: typed,
      oversize: typed,
      stickOut: typed,
      chuckDiameter: typed,
      toFace: typed,
      sizeUnit,
      /** Empty for a solid bar, and where how deep it is held is not known. */
      hole: typed,
      grip: typed,
    } as const,
  ),
} as const;
