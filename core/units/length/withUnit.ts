import type { Unit } from "../unit.ts";

/**
 * A typed length with its unit written out, so that it means the same wherever it is read next: `54.218` typed in
 * millimetres becomes `54.218 mm`, a sum is put in brackets first. A text that names a unit already, or is empty, stays.
 */
export function withUnit(text: string, unit: Unit): string {
  const bare = text.trim();
  if (bare === "" || /["″]|mm|in/i.test(bare)) return text;
  return `${inBrackets(bare)} ${unit}`;
}

/** A single number stands by itself; anything longer is put in brackets. */
export function inBrackets(text: string): string {
  const bare = text.trim();
  return /^[-−+]?[\d.,]+([eE][-−+]?\d+)?$/.test(bare) ? bare : `(${bare})`;
}
