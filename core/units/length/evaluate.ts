import { type Answer, accepted, refused } from "../../refusal.ts";
import type { Unit } from "../unit.ts";
import type { Factor, Primary, Product, Sum } from "./parse.ts";
import { add, divide, INCH_IN_MM, multiply, negate, type Ratio, ratioOfDecimal, ZERO_RATIO } from "./ratio.ts";
import type { LengthRefusal } from "./reading.ts";
import type { NumberToken } from "./tokens.ts";

/** One way of reading what is ambiguous. */
interface ReadingChoice {
  /** A lone comma before three digits is the decimal mark, or groups thousands. */
  readonly comma: "," | ".";
  /** Unit of a term without unit beside one of another unit than the context's. */
  readonly bareUnit: Unit;
}

/** A plain number (dimension 0) or a length in millimetres (dimension 1) with the units it was typed in. */
type Quantity =
  | { readonly dimension: 0; readonly ratio: Ratio }
  | { readonly dimension: 1; readonly ratio: Ratio; readonly units: ReadonlySet<Unit> };

interface Evaluated {
  readonly millimetres: Ratio;
  /** True where a term without unit stood beside one whose unit is not the context's: `bareUnit` mattered. */
  readonly bareTerm: boolean;
}

/**
 * Works out a parsed length under one choice of readings. Refused where it divides by 0, or lengths and counts do not
 * go together.
 */
export function evaluate(sum: Sum, units: Unit, choice: ReadingChoice): Answer<Evaluated, LengthRefusal> {
  let bareTerm = false;

  class Refused {
    constructor(readonly refusal: LengthRefusal) {}
  }
  const twoLengths = () =>
    new Refused({
      code: "units",
      message: "A length times or divided by a length is not a length. Leave the unit off one of them.",
    });

  const inMillimetres = (value: Ratio, unit: Unit) => (unit === "in" ? multiply(value, INCH_IN_MM) : value);
  const numberOf = (token: NumberToken) =>
    ratioOfDecimal(choice.comma === "," ? token.text : token.grouped, token.exponent);
  const quotient = (a: Ratio, b: Ratio) => {
    if (b.numerator === 0n)
      throw new Refused({
        code: "divide-by-zero",
        message: "This divides by zero. Check the number behind the slash.",
      });
    return divide(a, b);
  };

  const primary = (inside: Primary): Quantity => {
    switch (inside.kind) {
      case "number":
        return { dimension: 0, ratio: numberOf(inside.number) };
      case "mixed":
        return {
          dimension: 0,
          ratio: add(numberOf(inside.whole), quotient(numberOf(inside.numerator), numberOf(inside.denominator))),
        };
      case "bracket":
        return sumOf(inside.sum);
    }
  };

  const productOf = (product: Product): Quantity => {
    let value: Ratio = { numerator: 1n, denominator: 1n };
    let length: { units: ReadonlySet<Unit>; typedBehind?: Unit } | undefined;
    for (const factor of product) {
      const quantity = primary(factor.primary);
      const own = lengthOf(factor, quantity);
      if (own) {
        // A bracket that holds a length cannot divide; a unit typed behind a divisor belongs to the whole quotient.
        if (length || (factor.operator === "/" && own.typedBehind === undefined)) throw twoLengths();
        length = own;
      }
      const signed = factor.sign < 0 ? negate(quantity.ratio) : quantity.ratio;
      value = factor.operator === "*" ? multiply(value, signed) : quotient(value, signed);
    }
    if (!length) return { dimension: 0, ratio: value };
    return {
      dimension: 1,
      ratio: length.typedBehind ? inMillimetres(value, length.typedBehind) : value,
      units: length.units,
    };
  };

  const lengthOf = (factor: Factor, quantity: Quantity) => {
    if (factor.unit && quantity.dimension === 1)
      throw new Refused({
        code: "units",
        message: "This bracket has a unit already. Leave one of the two off.",
        at: factor.unit.at,
      });
    if (factor.unit) return { units: new Set([factor.unit.unit]), typedBehind: factor.unit.unit };
    return quantity.dimension === 1 ? { units: quantity.units } : undefined;
  };

  const sumOf = ({ terms }: Sum): Quantity => {
    const quantities = terms.map(({ sign, product }) => {
      const quantity = productOf(product);
      return sign < 0 ? { ...quantity, ratio: negate(quantity.ratio) } : quantity;
    });
    const named = new Set(quantities.flatMap((quantity) => (quantity.dimension === 1 ? [...quantity.units] : [])));
    if (named.size === 0)
      return { dimension: 0, ratio: quantities.reduce((total, { ratio }) => add(total, ratio), ZERO_RATIO) };
    const agreesWithContext = named.size === 1 && named.has(units);
    let total = ZERO_RATIO;
    for (const quantity of quantities) {
      if (quantity.dimension === 1) {
        total = add(total, quantity.ratio);
      } else {
        if (!agreesWithContext) bareTerm = true;
        total = add(total, inMillimetres(quantity.ratio, agreesWithContext ? units : choice.bareUnit));
      }
    }
    return { dimension: 1, ratio: total, units: named };
  };

  try {
    const whole = sumOf(sum);
    return accepted({
      millimetres: whole.dimension === 1 ? whole.ratio : inMillimetres(whole.ratio, units),
      bareTerm,
    });
  } catch (failure) {
    if (!(failure instanceof Refused)) throw failure;
    return refused(failure.refusal);
  }
}
