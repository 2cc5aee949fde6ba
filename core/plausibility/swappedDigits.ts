import { decimalsOf, roundToResolution } from "../units/index.ts";

/**
 * Every number that is a number with two neighbouring digits swapped. It is written with all digits of the resolution and
 * no zero in front; the point stays where it is; a swap that brings a 0 to the front of a whole part does not count, nor
 * does one that changes nothing.
 *
 * @example swappedDigits(20.5, 0.1) // [25] : 20.5 → 25.0; 02.5 does not count
 */
export function swappedDigits(value: number, resolution: number): readonly number[] {
  const decimals = decimalsOf(resolution);
  const [whole = "", part = ""] = Math.abs(roundToResolution(value, resolution)).toFixed(decimals).split(".");
  const front = whole === "0" ? "" : whole;
  const digits = front + part;
  const swapped: number[] = [];
  for (let at = 0; at + 1 < digits.length; at++) {
    if (digits[at] === digits[at + 1]) continue;
    if (at === 0 && front !== "" && digits[1] === "0") continue;
    const text = digits.slice(0, at) + digits[at + 1] + digits[at] + digits.slice(at + 2);
    swapped.push(Math.sign(value) * Number(`${text.slice(0, front.length) || "0"}.${text.slice(front.length)}`));
  }
  return swapped;
}
