import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { formatLength, toControlText } from "./formatLength.ts";
import { decimalsOf, roundToResolution } from "./rounding.ts";

describe("roundToResolution", () => {
  it.each([
    [0.00005, 0.0001, 0.0001],
    [-0.00005, 0.0001, -0.0001],
    [1.0005, 0.001, 1.001],
    [2.0015, 0.001, 2.002],
    [-339.2505, 0.001, -339.251],
    [0.000015, 0.00001, 0.00002],
    [12.3125, 0.0005, 12.3125],
    [7.4, 1, 7],
    [-0.0004, 0.001, 0],
  ])("rounds %d at %d to %d", (exact, resolution, expected) => {
    expect(Object.is(roundToResolution(exact, resolution), expected)).toBe(true);
  });
  it("keeps every value that the control can show, and is odd", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -9_999_999, max: 9_999_999 }),
        fc.constantFrom(0.001, 0.0001, 0.00001),
        (digits, resolution) => {
          const shown = digits / Math.round(1 / resolution);
          expect(roundToResolution(shown, resolution) - shown).toBe(0);
          expect(roundToResolution(-shown, resolution) + roundToResolution(shown, resolution)).toBe(0);
        },
      ),
    );
  });
  it("keeps a tie a tie when a sum has added binary noise", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4_000_000 }), fc.integer({ min: 0, max: 4_000_000 }), (a, b) => {
        const tie = a / 10000 + b / 10000 + 0.00005;
        expect(roundToResolution(tie, 0.0001)).toBe((a + b + 1) / 10000);
      }),
    );
  });
  it("throws for what no control has", () => {
    expect(() => roundToResolution(Number.NaN, 0.001)).toThrow(/finite/);
    expect(() => roundToResolution(1, 0)).toThrow(/resolution/);
  });
});

describe("writing a length", () => {
  it("uses a real minus on screens and a hyphen in files", () => {
    expect(formatLength(-339.25, 0.001)).toBe("−339.250");
    expect(formatLength(0.0004, 0.001, { sign: "always" })).toBe("0.000");
    expect(formatLength(0.182, 0.001, { sign: "always", decimal: "," })).toBe("+0,182");
    expect(toControlText(-339.25, 0.001)).toBe("-339.250");
    expect(toControlText(-0.0000001, 0.001)).toBe("0.000");
  });
  it("knows the decimals of a resolution", () => {
    expect([1, 0.1, 0.001, 0.0005, 0.00005].map(decimalsOf)).toEqual([0, 1, 3, 4, 5]);
  });
});
