import { type Answer, accepted, refused } from "../../refusal.ts";
import type { Unit } from "../unit.ts";
import type { LengthRefusal } from "./reading.ts";
import { type LengthToken, type NumberToken, syntaxRefusal } from "./tokens.ts";

/** A sum of products; every factor may carry a sign and a unit. */
export interface Sum {
  readonly terms: readonly { readonly sign: 1 | -1; readonly product: Product }[];
}
export type Product = readonly Factor[];
export interface Factor {
  readonly operator: "*" | "/";
  readonly sign: 1 | -1;
  readonly primary: Primary;
  readonly unit?: { readonly unit: Unit; readonly at: number };
}
export type Primary =
  | { readonly kind: "number"; readonly number: NumberToken }
  | {
      readonly kind: "mixed";
      readonly whole: NumberToken;
      readonly numerator: NumberToken;
      readonly denominator: NumberToken;
    }
  | { readonly kind: "bracket"; readonly sum: Sum };

interface Parsed {
  readonly sum: Sum;
  /** True where `1-7/8` stands: a mixed number to some, a difference to others. */
  readonly dashed: boolean;
}

/** Deeper than any bracket a person types; keeps a hostile text from exhausting the stack. */
const DEEPEST_BRACKET = 50;

/**
 * Parses tokens by precedence: brackets, unit, mixed number, sign, product, sum. `dashIsMixed` reads `1-7/8` as one
 * and seven eighths instead of a difference. Refused at the character where it breaks off.
 */
export function parseSum(
  text: string,
  tokens: readonly LengthToken[],
  dashIsMixed: boolean,
): Answer<Parsed, LengthRefusal> {
  let next = 0;
  let dashed = false;

  class Unexpected {
    constructor(readonly at: number) {}
  }
  const peek = (ahead = 0): LengthToken | undefined => tokens[next + ahead];
  const unexpected = (token: LengthToken | undefined) => new Unexpected(token?.at ?? text.length);

  const wholeAt = (ahead: number): NumberToken | undefined => {
    const token = peek(ahead);
    return token?.kind === "number" && token.whole ? token : undefined;
  };
  const isOperator = (ahead: number, operator: string) => {
    const token = peek(ahead);
    return token?.kind === "operator" && token.operator === operator;
  };

  /** A whole number that has just been read at `next - 1`, followed by a fraction: `1 7/8`, or `1-7/8`. */
  const mixedFrom = (whole: NumberToken, behindSlash: boolean): Primary | undefined => {
    const second = peek();
    if (second?.kind === "number" && second.afterBlank) {
      // `7/8 1/2` is no division by eight and a half: it is not written so.
      if (behindSlash) throw unexpected(second);
      const numerator = wholeAt(0);
      if (!numerator) throw unexpected(second);
      if (!isOperator(1, "/")) throw unexpected(peek(1));
      const denominator = wholeAt(2);
      if (!denominator) throw unexpected(peek(2));
      next += 3;
      return { kind: "mixed", whole, numerator, denominator };
    }
    // `7/8-1/16` is always a difference of fractions; only a whole number of its own can begin `1-7/8`.
    const [numerator, denominator] = [wholeAt(1), wholeAt(3)];
    const blankFree = [0, 1, 2, 3].every((ahead) => peek(ahead)?.afterBlank === false);
    if (!behindSlash && isOperator(0, "-") && numerator && isOperator(2, "/") && denominator && blankFree) {
      if (BigInt(numerator.text) >= BigInt(denominator.text)) return undefined;
      dashed = true;
      if (!dashIsMixed) return undefined;
      next += 4;
      return { kind: "mixed", whole, numerator, denominator };
    }
    return undefined;
  };

  const primary = (behindSlash: boolean, depth: number): Primary => {
    const token = peek();
    if (token?.kind === "number") {
      next++;
      const mixed = token.whole ? mixedFrom(token, behindSlash) : undefined;
      return mixed ?? { kind: "number", number: token };
    }
    if (token?.kind === "open" && depth < DEEPEST_BRACKET) {
      next++;
      const inner = sum(depth + 1);
      if (peek()?.kind !== "close") throw unexpected(peek());
      next++;
      return { kind: "bracket", sum: inner };
    }
    throw unexpected(token);
  };

  const sign = (): 1 | -1 => {
    if (isOperator(0, "-")) {
      next++;
      return -1;
    }
    if (isOperator(0, "+")) next++;
    return 1;
  };

  const product = (depth: number): Product => {
    const factors: Factor[] = [];
    let operator: "*" | "/" = "*";
    for (;;) {
      const factorSign = sign();
      const inside = primary(operator === "/", depth);
      const unit = peek();
      if (unit?.kind === "unit") next++;
      factors.push({
        operator,
        sign: factorSign,
        primary: inside,
        ...(unit?.kind === "unit" ? { unit: { unit: unit.unit, at: unit.at } } : {}),
      });
      if (isOperator(0, "*")) operator = "*";
      else if (isOperator(0, "/")) operator = "/";
      else return factors;
      next++;
    }
  };

  const sum = (depth: number): Sum => {
    const terms: { sign: 1 | -1; product: Product }[] = [];
    let termSign: 1 | -1 = 1;
    for (;;) {
      terms.push({ sign: termSign, product: product(depth) });
      if (isOperator(0, "+")) termSign = 1;
      else if (isOperator(0, "-")) termSign = -1;
      else return { terms };
      next++;
    }
  };

  try {
    const whole = sum(0);
    if (peek() !== undefined) throw unexpected(peek());
    return accepted({ sum: whole, dashed });
  } catch (failure) {
    if (!(failure instanceof Unexpected)) throw failure;
    return refused(syntaxRefusal(text, failure.at));
  }
}
