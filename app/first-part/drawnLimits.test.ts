import { describe, expect, it } from "vitest";
import { drawnLimits, shareOfLimits } from "./drawnLimits.ts";

// A length of 9 with limits +0.05 −0.02 is kept as Z −9 with −0.05 to +0.02: the longer part lies deeper.
const groove = { axis: "z", lower: -0.05, upper: 0.02 } as const;

describe("limits as the drawing has them", () => {
  it("turns those of a length round, and leaves those of a diameter", () => {
    expect(drawnLimits(groove)).toEqual({ lower: -0.02, upper: 0.05 });
    expect(drawnLimits({ ...groove, axis: "x" })).toEqual({ lower: -0.05, upper: 0.02 });
  });
  it("puts a length that came out too long near its upper limit", () => {
    // Measured 9.036, at Z −9.036: of the 0.07 between its limits it has used 0.056.
    expect(shareOfLimits(groove, -0.036)).toBeCloseTo(0.8, 12);
    expect(shareOfLimits(groove, 0.03)).toBeLessThan(0);
    expect(shareOfLimits(groove, undefined)).toBeUndefined();
  });
});
