import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { driftOf } from "../../core/correction/index.ts";
import { thinnedPoints } from "./driftChartConfig.ts";

const LIMITS = { lower: -0.05, upper: 0.05 };
const parts = (deviations: readonly number[]) =>
  deviations.map((deviation, index) => ({ part: index + 1, seq: index + 10, deviation }));

describe("driftOf", () => {
  it("tells the parts until the trend leaves the limits", () => {
    // 0.004 a part from 0.014 on: 0.036 are left.
    expect(driftOf(parts([0.002, 0.006, 0.01, 0.014]), 0, LIMITS)).toMatchObject({ partsLeft: 9 });
    expect(driftOf(parts([-0.01, -0.02, -0.03]), 0, LIMITS).partsLeft).toBe(2);
    expect(driftOf(parts([0.04, 0.05, 0.06]), 0, LIMITS).partsLeft).toBe(0);
  });
  it("tells none of two parts, of scatter, and of what was before the last correction", () => {
    expect(driftOf(parts([0, 0.01]), 0, LIMITS).perPart).toBeUndefined();
    expect(driftOf(parts([0, 0.01, -0.01, 0.005, -0.004]), 0, LIMITS)).toMatchObject({
      perPart: 0,
      partsLeft: undefined,
    });
    expect(driftOf(parts([0.002, 0.006, 0.01, 0.014]), 11, LIMITS).perPart).toBeUndefined();
  });
  it("finds a straight drift again, wherever it starts", () => {
    const slope = fc.double({ min: 1e-4, max: 5e-3, noNaN: true });
    fc.assert(
      fc.property(
        slope,
        fc.double({ min: -0.04, max: 0, noNaN: true }),
        fc.integer({ min: 3, max: 8 }),
        (by, from, count) => {
          const { perPart, partsLeft } = driftOf(
            parts(Array.from({ length: count }, (_, index) => from + by * index)),
            0,
            LIMITS,
          );
          expect(perPart).toBeCloseTo(by, 9);
          const now = from + by * (count - 1);
          expect(Math.abs((partsLeft ?? Number.NaN) - (LIMITS.upper - now) / by)).toBeLessThanOrEqual(1.000001);
        },
      ),
    );
  });
});

describe("thinnedPoints", () => {
  it("keeps the order, the highest and the lowest, and never more than two a column", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 1, maxLength: 400 }),
        (deviations) => {
          const points = parts(deviations);
          const thinned = thinnedPoints(points, 20);
          expect(thinned.length).toBeLessThanOrEqual(Math.max(40, Math.min(points.length, 40)));
          expect([...thinned].sort((a, b) => a.part - b.part)).toEqual(thinned);
          const all = thinned.map(({ deviation }) => deviation);
          expect(Math.max(...all)).toBe(Math.max(...deviations));
          expect(Math.min(...all)).toBe(Math.min(...deviations));
        },
      ),
    );
  });
});
