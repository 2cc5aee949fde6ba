import { describe, expect, it } from "vitest";
import { correctionScene } from "./correctionScene.ts";

/* On a sheet of 100 the sizes from least to most take 62, with 19 free on both sides. */
const collar = { axis: "x", form: "cylinder", measured: 44.05, next: 44, lower: 43.95, upper: 44.01 } as const;
const rounded = (scene: ReturnType<typeof correctionScene>) =>
  Object.values(scene).map((value) => (typeof value === "number" ? Math.round(value * 100) / 100 : value));

describe("the picture of a correction", () => {
  it("moves a diameter that is too large down, towards the centre, with the part under it", () => {
    // 43.95 to 44.05 is 62: 44.05 lies at 19, 44 in the middle, 44.01 at 19 + 0.4 × 62, 43.95 at 81.
    expect(rounded(correctionScene({ ...collar, isAway: false }, 100))).toEqual([19, 50, 81, 43.8, "far"]);
  });

  it("moves a bore that is too small up, away from the centre, with the part over it", () => {
    const bore = { axis: "x", form: "bore", measured: 21.9, next: 22, lower: 22, upper: 22.1, isAway: true } as const;
    // 21.9 to 22.1 is 62: 21.9 lies at 81, 22 at 50, 22.1 at 19.
    expect(rounded(correctionScene(bore, 100))).toEqual([81, 50, 50, 19, "near"]);
  });

  it("moves a length towards what holds the part to the left, whether it grows by that or shrinks", () => {
    const length = { axis: "z", form: "length", measured: 9.06, next: 9, lower: 8.95, upper: 9.05 } as const;
    const [shrinks, grows] = [
      correctionScene({ ...length, isAway: false }, 100),
      correctionScene({ ...length, measured: 8.94, isAway: false }, 100),
    ];
    expect(shrinks.next).toBeLessThan(shrinks.now);
    expect(grows.next).toBeLessThan(grows.now);
    expect(shrinks.material).toBeUndefined();
  });
});
