import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readLength } from "../../core/units/index.ts";
import { halfOf, keyed, twiceOf, withOtherSign } from "./keypadText.ts";

const exact = (text: string) => {
  const answer = readLength(text, { units: "mm" });
  return answer.ok ? answer.value.exact : answer.refusal.code;
};

describe("keys of the keypad", () => {
  it("type digits, and one point to a number", () => {
    expect(["1", ".", "5", "."].reduce(keyed, "")).toBe("1.5");
    expect(keyed("1.5+", ".")).toBe("1.5+.");
  });
  it("change the sign and come back", () => {
    expect(withOtherSign("12.5")).toBe("-12.5");
    expect(withOtherSign("-12.5")).toBe("12.5");
    expect(withOtherSign("1+2")).toBe("-(1+2)");
    expect(withOtherSign("-(1+2)")).toBe("1+2");
    // Nearly all positions are negative: the minus may come first.
    expect(["4", "1", "."].reduce(keyed, withOtherSign(""))).toBe("-41.");
    expect(withOtherSign("-")).toBe("");
  });
  it("halve and double whatever is typed, exactly", () => {
    const number = fc.integer({ min: -99999, max: 99999 }).map((digits) => digits / 100);
    fc.assert(
      fc.property(number, number, (a, b) => {
        for (const text of [String(a), `${a}+${Math.abs(b)}`, `${Math.abs(a)}in`]) {
          const whole = exact(text) as number;
          expect(exact(halfOf(text))).toBeCloseTo(whole / 2, 9);
          expect(exact(twiceOf(text))).toBeCloseTo(2 * whole, 9);
          expect(exact(withOtherSign(text))).toBeCloseTo(-whole, 9);
        }
      }),
    );
  });
});
