/**
 * Every digit of a number, never with an exponent: G-code has none, and spreadsheets round what has one. Reads back as
 * the same number; 0 and −0 are both `0`.
 *
 * @example plainDecimal(2.5e-7) === "0.00000025"
 */
export function plainDecimal(value: number): string {
  const [mantissa = "", power] = String(value === 0 ? 0 : value).split("e");
  if (power === undefined) return mantissa;
  const sign = value < 0 ? "-" : "";
  const [whole = "", fraction = ""] = mantissa.replace("-", "").split(".");
  const point = whole.length + Number(power);
  if (point <= 0) return `${sign}0.${"0".repeat(-point)}${whole}${fraction}`;
  return `${sign}${`${whole}${fraction}`.padEnd(point, "0")}`;
}

/** The same with a decimal point always: many controls take a number without one for last digits. */
export function pointedDecimal(value: number): string {
  const text = plainDecimal(value);
  return text.includes(".") ? text : `${text}.0`;
}

const DECIMAL = /^[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][+-]?\d{1,3})?$/;

/**
 * A plain decimal number as files hold it; undefined for anything else, such as `12,5`, `1.2.3`, an empty text,
 * `Infinity`. The unit is what the file says elsewhere.
 */
export function readDecimal(text: string): number | undefined {
  if (!DECIMAL.test(text)) return undefined;
  const value = Number(text);
  return Number.isFinite(value) ? (value === 0 ? 0 : value) : undefined;
}
