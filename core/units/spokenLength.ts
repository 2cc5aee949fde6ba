import { decimalsOf, roundToResolution } from "./rounding.ts";

const DIGITS = ["zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine"] as const;

/**
 * A number as it is read aloud to somebody who keys it: digit by digit, every digit of the control, the sign first.
 *
 * @example spokenLength(-339.25, 0.001) === "minus three three nine point two five zero"
 */
export function spokenLength(length: number, resolution: number): string {
  const rounded = roundToResolution(length, resolution);
  const words = [...Math.abs(rounded).toFixed(decimalsOf(resolution))].map((digit) =>
    digit === "." ? "point" : (DIGITS[Number(digit)] as string),
  );
  return `${rounded < 0 ? "minus " : ""}${words.join(" ")}`;
}
