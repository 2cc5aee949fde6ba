import { inBrackets } from "../../core/units/index.ts";

/** What the keys of the keypad make of the text; arithmetic stays in the text, so that nothing is rounded on the way. */

/** The text with one more key. A second point in the same number is left out. */
export function keyed(text: string, key: string): string {
  if (key === "." && /\.\d*$/.test(text)) return text;
  return text + key;
}

/** `12.5` becomes `-12.5` and back, an empty field begins with the minus; a sum is put in brackets first. */
export function withOtherSign(text: string): string {
  const bare = text.trim().replace("−", "-");
  if (/^-[\d.,]*$/.test(bare)) return bare.slice(1);
  const whole = /^-\((.*)\)$/.exec(bare);
  if (whole) return whole[1] as string;
  return /^[\d.,]*$/.test(bare) ? `-${bare}` : `-(${bare})`;
}

export const halfOf = (text: string): string => `${inBrackets(text)}/2`;
export const twiceOf = (text: string): string => `2*${inBrackets(text)}`;
