import type { SetupView, ToolView } from "../ledger/index.ts";
import { type Axis, type Crossing, type Frame, stationOf } from "../machine/index.ts";
import { type EdgeChoice, type TouchField, wholeChoice } from "../tool/index.ts";

/** Whose number each field of a touch is: the control's, or a plain size or distance in the unit that the person chose. */
export const TOUCH_FRAMES = {
  machine: "readout",
  trigger: "readout",
  retreat: "readout",
  jog: "readout",
  commanded: "program",
  old: "tool-offset",
  size: "size",
  spacer: "distance",
  overhang: "distance",
} as const satisfies Readonly<Record<TouchField, Frame>>;

/**
 * Whose number the size of a touch is: of a face that one stands behind the length from the finished face, as a drawing
 * has it; of any other face how far it stands in front of the finished face, or of the machine's datum face.
 */
export function sizeFrame(
  { school }: Pick<SetupView, "school">,
  { tool }: Pick<ToolView, "tool">,
  { axis, choice = {} }: { readonly axis: Axis; readonly choice?: EdgeChoice },
): "size" | "drawing" {
  const isBehind = axis === "z" && school !== "datum-face" && wholeChoice(tool, axis, choice).stand === "behind";
  return isBehind ? "drawing" : "size";
}

/** How a field's number crosses from the control, with its unit and sign; undefined for sizes and distances. */
export function crossingOf(field: TouchField): Crossing | undefined {
  const frame = TOUCH_FRAMES[field];
  return frame === "size" || frame === "distance" ? undefined : frame;
}

/**
 * The standard overhang of the slot in which a tool stands; undefined where the machine says none. Millimetres, from
 * the seat to the tip.
 */
export function standardOverhang({ machine }: Pick<SetupView, "machine">, { station }: ToolView): number | undefined {
  return stationOf(machine, station)?.standardOverhang;
}
