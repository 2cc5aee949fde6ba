import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { LatheAxis } from "../machine/index.ts";
import { correctionsOf, type FeatureForm, type MeasuredFeature } from "./correction.ts";
import { fitLine } from "./fitLine.ts";

type Row = readonly [target: number, measured: number, form?: FeatureForm, at?: number];
const features = (rows: readonly Row[], axis: LatheAxis = "x"): readonly MeasuredFeature[] =>
  rows.map(([target, measured, form = axis === "z" ? "length" : "cylinder", at], index) => ({
    id: String(index),
    offset: "1",
    axis,
    target,
    measured,
    uncertainty: 0.005,
    form,
    ...(at !== undefined && { at }),
  }));
const only = (rows: readonly Row[], axis?: LatheAxis) => {
  const [correction] = correctionsOf(features(rows, axis), 0.001);
  if (!correction) throw new Error("a group has a correction");
  return correction;
};

describe("correctionsOf", () => {
  it("takes 0.05 off for a diameter 0.05 over, outside and in a bore alike", () => {
    expect(only([[30, 30.05]]).value).toBe(-0.05);
    expect(only([[30, 30.05, "bore"]]).value).toBe(-0.05);
  });
  it("gives each offset and axis its own, in the order of first appearance", () => {
    const one = features([[30, 30.05]]);
    const both = [...one, ...features([[-10, -10.02]], "z"), { ...(one[0] as MeasuredFeature), id: "b", offset: "17" }];
    expect(correctionsOf(both, 0.001).map(({ offset, axis, value }) => [offset, axis, value])).toEqual([
      ["1", "x", -0.05],
      ["1", "z", 0.02],
      ["17", "x", -0.05],
    ]);
  });
  it("weighs by 1/u², keeps exact beside rounded, and leaves residuals that balance", () => {
    const [good, poor] = features([
      [30, 30.01],
      [20, 20.02],
    ]) as [MeasuredFeature, MeasuredFeature];
    const [correction] = correctionsOf(
      [
        { ...good, uncertainty: 0.004 },
        { ...poor, uncertainty: 0.012 },
      ],
      0.001,
    );
    expect(correction?.exact).toBeCloseTo(-(0.01 * 9 + 0.02) / 10, 12);
    expect(correction?.value).toBe(-0.011);
    const weighted = correction?.features.map(({ residual }, index) => residual / (index === 0 ? 0.004 : 0.012) ** 2);
    expect((weighted?.[0] ?? 0) + (weighted?.[1] ?? 0)).toBeCloseTo(0, 6);
  });

  it.each<readonly [string, readonly Row[]] | readonly [string, readonly Row[], "z"]>([
    [
      "offset",
      [
        [30, 30.05],
        [20, 20.045],
        [10, 10.052],
      ],
    ],
    [
      "nose",
      [
        [30, 30],
        [20, 20.002],
        [25, 25.06, "taper"],
      ],
    ],
    [
      "nose",
      [
        [30, 30],
        [20, 20.002],
        [25, 25.06, "chamfer"],
      ],
    ],
    [
      "push-off",
      [
        [30, 30.03],
        [24, 24.031],
        [12, 11.97, "bore"],
      ],
    ],
    [
      "taper",
      [
        [30, 30.01, "cylinder", -5],
        [30, 30.05, "cylinder", -45],
      ],
    ],
    [
      "taper",
      [
        [30, 30.01, "cylinder", -5],
        [24, 24.03, "cylinder", -25],
        [20, 20.05, "cylinder", -45],
      ],
    ],
    [
      "centre-height",
      [
        [40, 40.005],
        [10, 10.02],
        [2, 2.1],
      ],
    ],
    [
      "scale",
      [
        [10, 10.02],
        [20, 20.04],
        [40, 40.08],
      ],
    ],
    [
      "inconsistent",
      [
        [30, 30.02],
        [20, 19.95],
      ],
    ],
    [
      "inconsistent",
      [
        [30, 30.01, "cylinder", -5],
        [24, 24.05, "cylinder", -45],
      ],
    ],
    [
      "offset",
      [
        [-10, -10.02],
        [-20, -20.018],
      ],
      "z",
    ],
    [
      "inconsistent",
      [
        [-10, -10.02],
        [-20, -20.08],
      ],
      "z",
    ],
  ])("judges %s", (verdict: string, rows: readonly Row[], axis?: "z") => {
    expect(only(rows, axis).verdict).toBe(verdict);
  });
  it("takes a deviation of just 3u for equal", () => {
    expect(
      only([
        [30, 30.03],
        [20, 20],
      ]).verdict,
    ).toBe("offset");
    expect(
      only([
        [30, 30.032],
        [20, 20],
      ]).verdict,
    ).toBe("inconsistent");
  });
  it("takes an error of the offset out in one step, whatever is measured with", () => {
    const uncertainty = fc.double({ min: 0.001, max: 0.05, noNaN: true });
    const size = fc.double({ min: 1, max: 80, noNaN: true });
    fc.assert(
      fc.property(
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.array(fc.tuple(size, uncertainty), { minLength: 1, maxLength: 6 }),
        (error, parts) => {
          const measured = parts.map(
            ([target, u], index): MeasuredFeature => ({
              id: String(index),
              offset: "1",
              axis: "x",
              target,
              measured: target + error,
              uncertainty: u,
              form: "cylinder",
            }),
          );
          const [correction] = correctionsOf(measured, 0.001);
          expect(correction?.verdict).toBe("offset");
          expect(correction?.exact).toBeCloseTo(-error, 9);
        },
      ),
    );
  });
});

describe("fitLine", () => {
  it("finds a line again, and none over one place", () => {
    const points = [1, 2, 5].map((x) => ({ x, y: 3 - 2 * x, weight: x }));
    expect(fitLine(points)?.slope).toBeCloseTo(-2, 12);
    expect(fitLine(points)?.at).toBeCloseTo(3, 12);
    expect(
      fitLine([
        { x: 1, y: 1, weight: 1 },
        { x: 1, y: 2, weight: 1 },
      ]),
    ).toBeUndefined();
  });
});
