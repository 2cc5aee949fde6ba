import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { layoutStock } from "./stockLayout.ts";

const HEIGHT = 44;
const size = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const stock = fc
  .record({
    nominalDiameter: size(2, 400),
    stickOut: size(2, 800),
    chuckDiameter: size(10, 500),
    toFace: size(0, 1.9),
    hole: fc.option(size(0.5, 300), { nil: undefined }),
    grip: fc.option(size(1, 900), { nil: undefined }),
  })
  .map((one) => ({ ...one, toFace: Math.min(one.toFace, one.stickOut / 2) }));

describe("the layout of the stock's drawing", () => {
  it("has all labels on the sheet, none over another and none over the stock", () => {
    fc.assert(
      fc.property(stock, fc.integer({ min: 320, max: 900 }), fc.boolean(), (one, width, isBush) => {
        const { places, height, view, high } = layoutStock(one, width, isBush);
        const boxes = Object.values(places).map(({ left, top, width }) => ({
          left,
          top,
          right: left + width,
          bottom: top + HEIGHT,
        }));
        expect(boxes).toHaveLength(isBush ? 6 : 7);
        const end = view.origin.x + one.toFace * view.scale;
        const bottom = view.origin.y + Math.min(high, one.nominalDiameter / 2) * view.scale;
        for (const [index, a] of boxes.entries()) {
          expect(a.left).toBeGreaterThanOrEqual(0);
          expect(a.right).toBeLessThanOrEqual(width);
          expect(a.top).toBeGreaterThanOrEqual(0);
          expect(a.bottom).toBeLessThanOrEqual(height);
          const back = view.origin.x + (one.toFace - one.stickOut) * view.scale;
          expect(a.left >= end || a.right <= back || a.top >= bottom).toBe(true);
          for (const b of boxes.slice(index + 1))
            expect(a.left >= b.right || b.left >= a.right || a.top >= b.bottom || b.top >= a.bottom).toBe(true);
        }
      }),
      { numRuns: 500 },
    );
  });
  it("has the stock's lengths to one scale: 46 out is half of 92", () => {
    const lines = (stickOut: number) =>
      layoutStock(
        { nominalDiameter: 55, stickOut, chuckDiameter: 165, toFace: 0.5, hole: undefined, grip: 20 },
        800,
        false,
      );
    const { lines: drawn, view } = lines(46);
    const long = (field: string) => {
      const line = drawn.find((one) => one.field === field);
      return line ? (line.to - line.from) / view.scale : undefined;
    };
    expect(long("stickOut")).toBeCloseTo(46, 9);
    expect(long("toFace")).toBeCloseTo(0.5, 9);
    expect(long("grip")).toBeCloseTo(20, 9);
    expect(long("nominalDiameter")).toBeCloseTo(55, 9);
    expect(long("hole")).toBeUndefined();
  });
});
