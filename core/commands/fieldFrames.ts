import type { SetupView } from "../ledger/index.ts";
import {
  type Axis,
  type Crossing,
  type Frame,
  fromControl,
  fromDrawing,
  shownAs,
  type Zone,
} from "../machine/index.ts";
import { TOUCH_FRAMES } from "../touch/index.ts";
import type { Unit } from "../units/index.ts";
import type { Intent } from "./forms/setupForms.ts";
import type { CommandResult, InputLocale } from "./outcome.ts";
import { readSize } from "./readSize.ts";

/**
 * Whose number every typed length of every form is. A field that is not here holds words; `FIELDS_OF_WORDS` lists those,
 * and a test holds that each field of each form stands in one of the two.
 */
export const FIELD_FRAMES = {
  "accept-touch": TOUCH_FRAMES,
  "measure-stock": { diameter: "size" },
  "record-hole": { diameter: "size", depth: "distance" },
  "record-length": { length: "distance", nominal: "distance", tolerance: "distance" },
  "correct-length": { length: "distance" },
  "calibrate-setter": { machine: "readout", geometry: "tool-offset" },
  "rechuck-bar": { stickOut: "distance" },
  "check-position": { readX: "readout", isX: "size", readZ: "readout", isZ: "distance" },
  "change-school": { work: "work-offset" },
  "set-safety-wear": { x: "tool-offset", z: "tool-offset" },
  "load-tool": { toleranceX: "distance", toleranceZ: "distance" },
  "record-feature": { nominal: "drawing", lower: "drawing", upper: "drawing", at: "distance" },
  "measure-feature": { measured: "drawing" },
  "describe-stock": {
    nominalDiameter: "size",
    oversize: "size",
    chuckDiameter: "size",
    stickOut: "distance",
    toFace: "distance",
    hole: "size",
    grip: "distance",
  },
  "record-reach": {
    xFrom: "program",
    xTo: "program",
    zFrom: "program",
    zTo: "program",
    retractX: "program",
    retractZ: "program",
  },
  "describe-front": { diameter: "size", z: "distance" },
  "record-proof": { x: "readout", z: "readout" },
  /** A nose radius in this field is a size. */
  "enter-cell": { value: "tool-offset" },
  /** The number itself; a distance that a face lies or moved is a distance with the part's sign ({@link workAmount}). */
  "set-work": { value: "work-offset" },
} as const satisfies Partial<Readonly<Record<Intent, Readonly<Record<string, Frame>>>>>;

/** Fields of forms that hold words, lists or names. */
export const FIELDS_OF_WORDS: Partial<Readonly<Record<Intent, readonly string[]>>> = {
  "load-tool": ["offset", "station", "typed", "holder"],
  "number-holder": ["offset", "holder"],
  "confirm-number": ["why"],
  "describe-work": ["called", "path", "operation"],
  "choose-work": ["offset", "name"],
  "take-program": ["name"],
  "keep-proven": ["name"],
  "check-fact": ["found"],
  "describe-part": ["face", "parted"],
  "describe-stock": ["material"],
  "take-table": ["name", "text"],
  "record-feature": ["name"],
  "record-mount": ["typed"],
  "compare-table": ["name", "text", "columns"],
  "add-note": ["text"],
  reopen: ["reason"],
  "record-proof": ["note"],
};

type FramedIntent = keyof typeof FIELD_FRAMES;
type FieldOf<Of extends FramedIntent> = keyof (typeof FIELD_FRAMES)[Of] & string;

/** Where a number belongs that a control shows. */
interface FieldPlace {
  readonly machine: SetupView["machine"];
  readonly axis: Axis;
  readonly zone: Zone;
}

/**
 * Reads one typed length of a form by its frame, as a core length in millimetres; a refusal reaches the field of that name.
 * `positive` asks for more than 0 as typed.
 */
export function readField<Of extends FramedIntent>(
  intent: Of,
  field: FieldOf<Of>,
  text: string,
  unit: Unit,
  locale: Pick<InputLocale, "decimalMark">,
  at?: FieldPlace,
  positive?: string,
): { readonly mm: number } | Extract<CommandResult, { outcome: "refused" }> {
  const read = readSize(field, text, unit, locale, positive);
  if ("outcome" in read) return read;
  const frame = (FIELD_FRAMES[intent] as Readonly<Record<string, Frame>>)[field];
  return { mm: inCore(frame ?? "size", read.mm, at) };
}

/** Millimetres of a frame as a core length. */
function inCore(frame: Frame, millimetres: number, at: FieldPlace | undefined): number {
  if (frame === "size" || frame === "distance" || !at) return millimetres;
  if (frame === "drawing") return fromDrawing(at.axis, shownAs("drawing", millimetres));
  const crossing: Crossing = frame;
  // A coordinate in a program, and a reach said by hand, is a diameter on every machine.
  const machine = {
    ...at.machine,
    units: "mm" as const,
    ...(crossing === "program" && { xShown: "diameter" as const }),
  };
  return fromControl(machine, at.axis, shownAs(crossing, millimetres), crossing, at.zone);
}
