import { decimalsOf, roundToResolution } from "../units/index.ts";

/** A number as a hand typed it: its sign, and its digits before and behind the point. */
export interface TypedNumber {
  readonly value: number;
  readonly sign: 1 | -1;
  readonly whole: string;
  readonly part: string;
  /** False where the text is known and has no point. */
  readonly hasPoint: boolean;
}

/** Sign, digits, at most one point or comma; undefined for any other text. */
export function readTypedNumber(text: string): TypedNumber | undefined {
  const found = /^([+\-−]?)(\d*)(?:([.,])(\d*))?$/.exec(text.trim());
  if (!found) return undefined;
  const [, sign = "", whole = "", point, part = ""] = found;
  if (whole === "" && part === "") return undefined;
  const negative = sign !== "" && sign !== "+";
  return numberOf(negative ? -1 : 1, whole, part, point !== undefined);
}

/** A number as it would be typed with all digits of the resolution. */
export function writtenOut(value: number, resolution: number): TypedNumber {
  const text = Math.abs(roundToResolution(value, resolution)).toFixed(decimalsOf(resolution));
  const [whole = "", part = ""] = text.split(".");
  return { ...numberOf(value < 0 ? -1 : 1, whole === "0" ? "" : whole, part, true), value };
}

const numberOf = (sign: 1 | -1, whole: string, part: string, hasPoint: boolean): TypedNumber => ({
  value: sign * Number(`${whole || "0"}.${part || "0"}`),
  sign,
  whole,
  part,
  hasPoint,
});

/**
 * Every number that it is with two neighbouring digits swapped. The point stays where it is and no zero in front is counted; a swap that
 * brings a 0 to the front of a whole part does not count, nor does one that changes nothing.
 *
 * @example swapped(20.5) // [25] : 20.5 → 25.0; 02.5 does not count
 */
export function swapped({ sign, whole, part }: TypedNumber): readonly number[] {
  const front = whole.replace(/^0+/, "");
  const digits = front + part;
  const found: number[] = [];
  for (let at = 0; at + 1 < digits.length; at++) {
    if (digits[at] === digits[at + 1]) continue;
    if (at === 0 && front !== "" && digits[1] === "0") continue;
    const text = digits.slice(0, at) + digits[at + 1] + digits[at] + digits.slice(at + 2);
    found.push(sign * Number(`${text.slice(0, front.length) || "0"}.${text.slice(front.length)}`));
  }
  return found;
}

/** Every number that it is with one of its digits replaced by another. */
export function mistyped({ sign, whole, part }: TypedNumber): readonly number[] {
  const digits = whole + part;
  const found: number[] = [];
  for (let at = 0; at < digits.length; at++)
    for (let digit = 0; digit < 10; digit++) {
      if (digits[at] === String(digit)) continue;
      const text = digits.slice(0, at) + digit + digits.slice(at + 1);
      found.push(sign * Number(`${text.slice(0, whole.length) || "0"}.${text.slice(whole.length) || "0"}`));
    }
  return found;
}

/** The numbers that it is once its point has slipped by one place, or, where none was typed, stands where it was forgotten. */
export function pointSlipped({ value, hasPoint }: TypedNumber, resolution: number): readonly number[] {
  const places = hasPoint ? 1 : Math.max(1, decimalsOf(resolution));
  return [value * 10, ...Array.from({ length: places }, (_, place) => value / 10 ** (place + 1))];
}
