import { TOLERANCES } from "../tolerances.ts";
import { decimalsOf, roundToResolution } from "./rounding.ts";
import { convertLength, type Unit, usualResolution } from "./unit.ts";

/** How a length is written: which mark separates the decimals, and whether a plus is written. */
interface LengthStyle {
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

/** The same without zeros that say nothing, for sizes in words: `3 mm`, `0.375 in`. */
export function plainMillimetres(millimetres: number, unit: Unit): string {
  return `${plainLength(millimetres, unit)} ${unit}`;
}

/** A length given in millimetres as a form holds it: in `unit`, its usual digits, no zeros that say nothing. */
export function plainLength(millimetres: number, unit: Unit): string {
  const text = formatLength(convertLength(millimetres, "mm", unit), usualResolution(unit)).replace("−", "-");
  if (!text.includes(".")) return text;
  let end = text.length;
  while (text[end - 1] === "0") end--;
  return text.slice(0, text[end - 1] === "." ? end - 1 : end);
}

/**
 * A length given in millimetres as a person would write it into a field of `unit`: in that unit where its usual digits
 * hold it, with its other unit named where that holds it, with all its digits otherwise.
 *
 * @example 0.09 mm in a field of inches: `0.09 mm`, not .003543
 */
export function typedLength(millimetres: number, unit: Unit): string {
  for (const one of [unit, unit === "mm" ? "in" : "mm"] as const) {
    const value = convertLength(millimetres, "mm", one);
    // One digit more than a control shows: a spacer is measured finer than a machine moves.
    const digit = usualResolution(one) / 10;
    const held = roundToResolution(value, digit);
    if (Math.abs(held - value) < digit * TOLERANCES.usualDigits) return one === unit ? String(held) : `${held} ${one}`;
  }
  return String(Number(convertLength(millimetres, "mm", unit).toFixed(6)));
}
/** A number as a control or a file takes it: a hyphen for minus, a point, all digits of the resolution. */
export function toControlText(length: number, resolution: number): string {
  const rounded = roundToResolution(length, resolution);
  return rounded.toFixed(decimalsOf(resolution));
}
