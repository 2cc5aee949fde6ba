import { invariant } from "../refusal.ts";
import { TOLERANCES } from "../tolerances.ts";

/**
 * Rounds a length to the last digit of a control, half away from zero, once, at the end.
 *
 * Meaning: the multiple of `resolution` nearest to `exact`. Any length unit; both arguments in the same.
 * A tie that binary noise has shifted by less than {@link TOLERANCES.tieOfLastDigit} of a digit stays a tie, so
 * 0.00005 in at 0.0001 in gives 0.0001. Never gives −0.
 * Throws (a bug, not a refusal) for a non-finite value or a resolution that is not above 0.
 *
 * @example roundToResolution(-339.2505, 0.001) === -339.251
 */
export function roundToResolution<Length extends number>(exact: Length, resolution: number): Length;
export function roundToResolution(exact: number, resolution: number): number {
  invariant(Number.isFinite(exact), `a length to round must be finite, not ${exact}`);
  invariant(resolution > 0 && Number.isFinite(resolution), `a resolution must be above 0, not ${resolution}`);
  const digits = Math.floor(Math.abs(exact) / resolution + 0.5 + TOLERANCES.tieOfLastDigit);
  const magnitude = timesResolution(digits, resolution);
  if (magnitude === 0) return 0;
  return exact < 0 ? -magnitude : magnitude;
}

/** `digits × resolution` as the decimal number a person would write, free of binary noise such as 0.30000000000000004. */
function timesResolution(digits: number, resolution: number): number {
  const perUnit = 1 / resolution;
  const wholePerUnit = Math.round(perUnit);
  // The usual case: 1000 or 10000 last digits to a unit; one division rounds correctly.
  if (wholePerUnit >= 1 && Math.abs(perUnit - wholePerUnit) < TOLERANCES.binaryNoise * perUnit)
    return digits / wholePerUnit;
  return Number((digits * resolution).toPrecision(15));
}

/**
 * Number of decimal places needed to write every multiple of a resolution: 3 for 0.001, 5 for 0.00005, 0 for 1.
 * A resolution that is no short decimal (a third of a millimetre) is written with 9 places.
 */
export function decimalsOf(resolution: number): number {
  for (let places = 0; places < 9; places++) {
    const scaled = resolution * 10 ** places;
    if (Math.abs(scaled - Math.round(scaled)) < TOLERANCES.binaryNoise * Math.max(1, scaled) && Math.round(scaled) > 0)
      return places;
  }
  return 9;
}

/** Adds 0 to turn −0 into 0: a control never shows a negative zero. The unit stays as it is. */
export function withoutNegativeZero(value: number): number {
  return value === 0 ? 0 : value;
}
