import { type Answer, accepted, refused } from "../../refusal.ts";
import { formatLength } from "../formatLength.ts";
import { roundToResolution } from "../rounding.ts";
import { type Unit, usualResolution } from "../unit.ts";
import { evaluate } from "./evaluate.ts";
import { parseSum } from "./parse.ts";
import { divide, INCH_IN_MM, type Ratio, toNumber } from "./ratio.ts";
import type { LengthContext, LengthReading, LengthRefusal } from "./reading.ts";
import { tokenize } from "./tokens.ts";

/**
 * Reads a typed length the way a setter means it, or refuses it with a reason; it never guesses.
 *
 * Takes numbers with point or comma, fractions (`7/8`, `1 7/8`), sums, products and brackets, units behind a number,
 * product or bracket (`mm`, `in`, `inch`, `"`), and what gauges type (blanks, leading +, zeros, exponents).
 * The result is exact to the nearest double: the arithmetic runs in fractions. Never gives −0.
 *
 * Refusals: `empty`; `syntax` with `at`; `ambiguous` with all `readings` (`1,250` without a known decimal mark,
 * `1-7/8`, a term without unit beside one of the other unit); `units` for a product of two lengths;
 * `divide-by-zero`; `not-finite`.
 *
 * @example readLength(".875+2*.0045", { units: "in" }) // exact 0.884, mm 22.4536
 */
export function readLength(text: string, context: LengthContext): Answer<LengthReading, LengthRefusal> {
  const tokens = tokenize(text);
  if (!tokens.ok) return tokens;

  const ambiguousComma = tokens.value.some((token) => token.kind === "number" && token.text !== token.grouped);
  const commas = !ambiguousComma ? ([","] as const) : context.decimal ? [context.decimal] : ([",", "."] as const);
  const difference = parseSum(text, tokens.value, false);
  if (!difference.ok) return difference;
  const sums = [difference.value.sum];
  if (difference.value.dashed) {
    const mixed = parseSum(text, tokens.value, true);
    if (mixed.ok) sums.push(mixed.value.sum);
  }

  const readings: Ratio[] = [];
  let refusal: LengthRefusal | undefined;
  for (const sum of sums) {
    for (const comma of commas) {
      for (const bareUnit of [context.units, otherUnit(context.units)]) {
        const evaluated = evaluate(sum, context.units, { comma, bareUnit });
        if (evaluated.ok) readings.push(evaluated.value.millimetres);
        else refusal ??= evaluated.refusal;
        if (!evaluated.ok || !evaluated.value.bareTerm) break;
      }
    }
  }

  const distinct = readings.filter((one, index) => readings.findIndex((other) => isSame(one, other)) === index);
  const [only] = distinct;
  if (only === undefined) return refused(refusal as LengthRefusal);
  if (distinct.length > 1) return refused(ambiguous(distinct, context));
  return finish(only, context);
}

const otherUnit = (unit: Unit): Unit => (unit === "mm" ? "in" : "mm");
const isSame = (a: Ratio, b: Ratio) => a.numerator === b.numerator && a.denominator === b.denominator;
const inUnit = (millimetres: Ratio, unit: Unit) =>
  toNumber(unit === "in" ? divide(millimetres, INCH_IN_MM) : millimetres);

function ambiguous(lengths: readonly Ratio[], { units, resolution }: LengthContext): LengthRefusal {
  const readings = lengths.map((length) => inUnit(length, units)).sort((a, b) => a - b);
  const written = readings.map((reading) => `${formatLength(reading, resolution ?? usualResolution(units))} ${units}`);
  return {
    code: "ambiguous",
    message: `This can mean ${written.join(" or ")}. Type it so that only one is left.`,
    readings,
  };
}

function finish(millimetres: Ratio, { units, resolution }: LengthContext): Answer<LengthReading, LengthRefusal> {
  const exact = inUnit(millimetres, units);
  const [mm, inches] = [inUnit(millimetres, "mm"), inUnit(millimetres, "in")];
  if (!Number.isFinite(exact) || !Number.isFinite(mm))
    return refused({ code: "not-finite", message: "This number is too large to be a length. Check the exponent." });
  return accepted({ exact, value: roundToResolution(exact, resolution ?? usualResolution(units)), mm, in: inches });
}
