import { describe, expect, it } from "vitest";
import { noseWay, placeAlong } from "./noseSweep.ts";

/** A cylinder Ø 20 and a 45° taper up to Ø 40, turned from the front. */
const PROFILE = [
  [20, 0],
  [20, -20],
  [40, -30],
] as const;
const tip = { x: -1, z: -1 } as const;

describe("the way of a nose", () => {
  it("leads the tip along the profile where the control does not compensate, the centre beside it", () => {
    const way = noseWay(PROFILE, {
      side: "outside",
      real: { radius: 0.8, tip },
      control: { radius: 0, tip, compensated: false },
    });
    expect(way.tips.map(({ z, x }) => [z, x])).toEqual([
      [0, 10],
      [-20, 10],
      [-30, 20],
    ]);
    expect(way.centres[1]).toEqual({ z: -19.2, x: 10.8 });
    // The taper's line is 0.8 · (1 + √2 · …) off: the centre stands 0.8 · √2 beside it instead of 0.8.
    const { z, x } = way.centres[1] ?? { z: 0, x: 0 };
    expect((x - 10 + (z + 20)) / Math.SQRT2).toBeCloseTo(0.8 * Math.SQRT2, 9);
  });
  it("leads the centre one radius beside every element where the control has the real numbers", () => {
    const { centres } = noseWay(PROFILE, {
      side: "outside",
      real: { radius: 0.8, tip },
      control: { radius: 0.8, tip, compensated: true },
    });
    expect(centres[0]?.x).toBeCloseTo(10.8, 9);
    const last = centres[2] ?? { z: 0, x: 0 };
    // Beside the taper, whose normal is (1, 1) / √2.
    expect((last.x - 20 + (last.z + 30)) / Math.SQRT2).toBeCloseTo(0.8, 9);
  });
  it("is walked along by its length", () => {
    const way = [
      { z: 0, x: 0 },
      { z: -3, x: 0 },
      { z: -3, x: 1 },
    ];
    expect(placeAlong(way, 0)).toEqual({ z: 0, x: 0 });
    expect(placeAlong(way, 0.5)).toEqual({ z: -2, x: 0 });
    expect(placeAlong(way, 1)).toEqual({ z: -3, x: 1 });
    expect(placeAlong([], 0.5)).toBeUndefined();
  });
});
