import { divide, multiply, type Ratio, ratio, ratioOfDecimal, toNumber } from "../units/length/ratio.ts";
import { plainDecimal } from "./decimal.ts";

/** 25.4 mm to the inch, and the half that makes a radius of a diameter. */
export const INCH: Ratio = ratio(127n, 5n);
export const HALF: Ratio = ratio(1n, 2n);
export const ONE: Ratio = ratio(1n, 1n);

/**
 * A number times a factor whose decimals end, with every digit: what was written in inches and comes back in inches is the
 * same number again, which a product of doubles is not.
 */
export function timesExactly(value: number, factor: Ratio): string {
  const { numerator, denominator } = multiply(exact(plainDecimal(value)), factor);
  let places = 0;
  let power = 1n;
  // Denominators here have no prime factors but 2 and 5.
  while (power % denominator !== 0n) {
    places++;
    power *= 10n;
  }
  const digits = String(((numerator < 0n ? -numerator : numerator) * power) / denominator).padStart(places + 1, "0");
  const cut = digits.length - places;
  return `${numerator < 0n ? "-" : ""}${digits.slice(0, cut)}${places > 0 ? `.${digits.slice(cut)}` : ""}`;
}

/** The inverse: the double nearest to a decimal text divided by a factor. The text has been read as a decimal before. */
export function dividedExactly(text: string, factor: Ratio): number {
  return toNumber(divide(exact(text), factor));
}

function exact(text: string): Ratio {
  const [mantissa = "", power = "0"] = text.toLowerCase().split("e");
  const isNegative = mantissa.startsWith("-");
  const magnitude = ratioOfDecimal(mantissa.replace(/^[+-]/, ""), Number(power));
  return isNegative ? { ...magnitude, numerator: -magnitude.numerator } : magnitude;
}
