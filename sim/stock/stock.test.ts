import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { chainProfile, level, lower, type Profile, raise, valuesAt } from "./profile.ts";
import { blankStock, cutInside, cutOutside, endOf, wallAt } from "./stock.ts";

const coordinate = fc.integer({ min: -50_000, max: 50_000 }).map((thousandths) => thousandths / 1000);
const radius = fc.integer({ min: 0, max: 30_000 }).map((thousandths) => thousandths / 1000);
/** A chain over a random stretch, as a tool's lower boundary is one. */
const patches: fc.Arbitrary<Profile> = fc
  .tuple(fc.uniqueArray(coordinate, { minLength: 2, maxLength: 8 }), fc.array(radius, { minLength: 8, maxLength: 8 }))
  .map(([zs, values]) => chainProfile([...zs].sort((a, b) => a - b).map((z, index) => ({ z, x: values[index] ?? 0 }))));
const whole = level(-60, 60, 25);
const sampled = Array.from({ length: 241 }, (_, index) => -60.0137 + index * 0.5);

describe("a turned wall", () => {
  it("is the lowest of everything that passed, wherever one looks", () => {
    fc.assert(
      fc.property(fc.array(patches, { minLength: 1, maxLength: 12 }), (cuts) => {
        let wall = whole;
        for (const patch of cuts) wall = lower(wall, patch).profile;
        const wrong = sampled.filter((z) => {
          const lowest = Math.min(25, ...cuts.map((patch) => valuesAt(patch, z)?.[0] ?? Number.POSITIVE_INFINITY));
          const there = valuesAt(wall, z)?.[0];
          return there !== undefined && Math.abs(there - lowest) > 1e-5;
        });
        expect(wrong).toEqual([]);
      }),
      { numRuns: 200 },
    );
  });
  it("stays end to end, in rising order", () => {
    fc.assert(
      fc.property(fc.array(patches, { minLength: 1, maxLength: 12 }), (cuts) => {
        let wall: Profile = whole;
        for (const patch of cuts) wall = lower(wall, patch).profile;
        expect(wall[0]?.z0).toBe(-60);
        expect(wall.at(-1)?.z1).toBe(60);
        expect(
          wall.every((piece, index) => piece.z0 < piece.z1 && (index === 0 || wall[index - 1]?.z1 === piece.z0)),
        ).toBe(true);
      }),
      { numRuns: 200 },
    );
  });
  it("says what a cut took: depth and area", () => {
    const cut = lower(whole, level(0, 10, 24));
    expect(cut.deepest).toBe(1);
    expect(cut.area).toBeCloseTo(10, 9);
    expect(lower(cut.profile, level(0, 10, 24.5))).toEqual({ profile: cut.profile, deepest: 0, area: 0 });
    expect(raise(level(-60, 60, 5), level(0, 10, 7)).area).toBeCloseTo(20, 9);
  });
  it("does not grow with the number of small steps", () => {
    let wall: Profile = whole;
    for (let step = 0; step < 5000; step++) wall = lower(wall, level(40 - step * 0.01, 60, 20)).profile;
    expect(wall).toHaveLength(2);
    expect(wall[1]?.z0).toBeCloseTo(40 - 49.99, 9);
  });
});

describe("stock", () => {
  const blank = blankStock({ diameter: 50, end: 0.6, jaws: -60 });

  it("ends where it was faced", () => {
    const faced = cutOutside(
      blank,
      chainProfile([
        { z: 0, x: 0 },
        { z: 5, x: 0 },
      ]),
    ).stock;
    expect(endOf(faced)).toBe(0);
    expect(wallAt(faced, -10)).toEqual({ outer: 25, inner: 0 });
  });
  it("keeps a nib where facing stopped before the centre", () => {
    const nib = cutOutside(
      blank,
      chainProfile([
        { z: 0, x: 1 },
        { z: 5, x: 1 },
      ]),
    ).stock;
    expect(endOf(nib)).toBe(0.6);
    expect(wallAt(nib, 0.3)?.outer).toBe(1);
  });
  it("loses what was parted off, also where the blade meets a hole", () => {
    const bored = cutInside(blank, level(-30, 1, 8)).stock;
    const parted = cutOutside(bored, level(-22, -20, 7.5)).stock;
    expect(endOf(parted)).toBe(-22);
    expect(endOf(cutOutside(bored, level(-22, -20, 8.5)).stock)).toBe(0.6);
  });
  it("loses what lies before the place where two slopes cross", () => {
    // A 45° chamfer from outside down to the bore's wall: a sharp ring is left where they meet.
    const bored = cutInside(blank, level(-30, 1, 20)).stock;
    const chamfered = cutOutside(
      bored,
      chainProfile([
        { z: -10, x: 25 },
        { z: 1, x: 14 },
      ]),
    ).stock;
    expect(endOf(chamfered)).toBeCloseTo(-5, 6);
  });
});
