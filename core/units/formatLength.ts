import { decimalsOf, roundToResolution } from "./rounding.ts";
import { convertLength, type Unit, usualResolution } from "./unit.ts";

/** How a length is written: which mark separates the decimals, and whether a plus is written. */
export interface LengthStyle {
  readonly decimal?: "." | ",";
  readonly sign?: "when-negative" | "always";
}

/**
 * Writes a length with all digits of a control, rounded half away from zero. `length` and `resolution` share a unit.
 * The minus is U+2212 on screens (`−339.250`), because a hyphen is lost at arm's length; files use {@link toControlText}.
 *
 * @example formatLength(-339.25, 0.001) === "−339.250"
 */
export function formatLength(length: number, resolution: number, style: LengthStyle = {}): string {
  const rounded = roundToResolution(length, resolution);
  const digits = Math.abs(rounded)
    .toFixed(decimalsOf(resolution))
    .replace(".", style.decimal ?? ".");
  if (rounded < 0) return `−${digits}`;
  return style.sign === "always" && rounded > 0 ? `+${digits}` : digits;
}

/** A length given in millimetres, written in `unit` with that unit's usual digits and its name: `20.000 mm`. */
export function formatMillimetres(millimetres: number, unit: Unit, resolution = usualResolution(unit)): string {
  return `${formatLength(convertLength(millimetres, "mm", unit), resolution)} ${unit}`;
}

/** A number as a control or a file takes it: a hyphen for minus, a point, all digits of the resolution. */
export function toControlText(length: number, resolution: number): string {
  const rounded = roundToResolution(length, resolution);
  return rounded.toFixed(decimalsOf(resolution));
}
