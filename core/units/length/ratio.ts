/**
 * An exact fraction. Typed arithmetic is worked in fractions so that `.1+.2` is 0.3 and two readings are equal only
 * when they really are; the one rounding to a double happens at the end. The denominator is above 0.
 */
export interface Ratio {
  readonly numerator: bigint;
  readonly denominator: bigint;
}

export const ZERO_RATIO: Ratio = { numerator: 0n, denominator: 1n };
/** 25.4 mm to the inch. */
export const INCH_IN_MM: Ratio = { numerator: 127n, denominator: 5n };

/** An exact fraction in lowest terms, its denominator above 0. The caller has made sure that `denominator` is not zero. */
export function ratio(numerator: bigint, denominator: bigint): Ratio {
  const common = greatestCommonDivisor(
    numerator < 0n ? -numerator : numerator,
    denominator < 0n ? -denominator : denominator,
  );
  const sign = denominator < 0n ? -1n : 1n;
  return common === 0n
    ? ZERO_RATIO
    : { numerator: (sign * numerator) / common, denominator: (sign * denominator) / common };
}

/**
 * A plain decimal number (`12.50`, `.5`, `5.`) times ten to the power of `exponent`. Exact, in the unit that the text
 * is in.
 */
export function ratioOfDecimal(text: string, exponent: number): Ratio {
  const [whole = "", fraction = ""] = text.split(".");
  const digits = BigInt(`${whole}${fraction}` || "0");
  const power = exponent - fraction.length;
  return power >= 0 ? ratio(digits * 10n ** BigInt(power), 1n) : ratio(digits, 10n ** BigInt(-power));
}

/** The exact sum. */
export const add = (a: Ratio, b: Ratio): Ratio =>
  ratio(a.numerator * b.denominator + b.numerator * a.denominator, a.denominator * b.denominator);
/** The same size with the other sign. */
export const negate = (a: Ratio): Ratio => ({ numerator: -a.numerator, denominator: a.denominator });
/** The exact product. */
export const multiply = (a: Ratio, b: Ratio): Ratio => ratio(a.numerator * b.numerator, a.denominator * b.denominator);
/** The caller has made sure that `b` is not zero. */
export const divide = (a: Ratio, b: Ratio): Ratio => ratio(a.numerator * b.denominator, a.denominator * b.numerator);

/**
 * The nearest double; ±Infinity above the range of doubles; 0, never −0, at and near zero. In the unit of the
 * fraction.
 */
export function toNumber({ numerator, denominator }: Ratio): number {
  if (numerator === 0n) return 0;
  const magnitude = numerator < 0n ? -numerator : numerator;
  // 25 significant digits, eight more than a double can hold, then one correctly rounded conversion from text.
  const shift = 25 - (magnitude.toString().length - denominator.toString().length);
  const scaled =
    shift >= 0 ? (magnitude * 10n ** BigInt(shift)) / denominator : magnitude / (denominator * 10n ** BigInt(-shift));
  const value = Number(`${scaled}e${-shift}`);
  return value === 0 ? 0 : numerator < 0n ? -value : value;
}

function greatestCommonDivisor(a: bigint, b: bigint): bigint {
  let [larger, smaller] = [a, b];
  while (smaller !== 0n) [larger, smaller] = [smaller, larger % smaller];
  return larger;
}
