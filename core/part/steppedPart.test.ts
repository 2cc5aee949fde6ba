import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { dimensionsOf } from "./dimensions.ts";
import { handTool } from "./handWorked.fixture.ts";
import type { ProfilePiece } from "./profile.ts";
import { type SteppedPart, steppedPart, type TurnedStep } from "./steppedPart.ts";

const toolOf = (offset: string) => handTool()(offset)?.tool;
const BAR = { radius: 15, hole: 0 };
const outer = (diameter: number, to: number, offset = "1"): TurnedStep => ({ side: "outer", diameter, to, offset });
const inner = (diameter: number, to: number, offset = "4"): TurnedStep => ({ side: "inner", diameter, to, offset });

const place = ({ z, r }: ProfilePiece["from"]) => `${Math.round(z * 1000) / 1000} ${Math.round(r * 1000) / 1000}`;
const drawn = (part: SteppedPart, stock = BAR) =>
  steppedPart(part, toolOf, stock)?.profile.pieces.map(
    ({ from, to, surface, maker }) => `${place(from)} to ${place(to)} ${surface} ${maker?.offset ?? "stock"}`,
  );
const dimensions = (part: SteppedPart, stock = BAR) => {
  const made = steppedPart(part, toolOf, stock);
  return (
    made &&
    dimensionsOf(made).map(
      ({ side, kind, nominal, maker, from }) =>
        `${side} ${kind} ${Math.round(nominal * 1000) / 1000} ${maker?.offset ?? "stock"} ${from?.offset ?? "-"}`,
    )
  );
};

describe("a part drawn by its steps", () => {
  it("has a shoulder by the tool that goes deeper, and the bar behind its last step", () => {
    const part = { steps: [outer(20, 18), outer(26, 40)], face: "3" };
    // A quarter of 40 of the bar is shown behind it.
    expect(drawn(part)).toEqual([
      "0 0 to 0 10 front 3",
      "0 10 to -18 10 outside 1",
      "-18 10 to -18 13 front 1",
      "-18 13 to -40 13 outside 1",
      "-40 13 to -40 15 front 1",
      "-40 15 to -50 15 outside stock",
    ]);
    expect(dimensions(part)).toEqual([
      "outer diameter 20 1 -",
      "outer diameter 26 1 -",
      "outer length 18 1 3",
      "outer length 40 1 3",
    ]);
  });
  it("has a groove between two walls of its own blade, and an overall length where it is parted", () => {
    const part = { steps: [outer(28, 12), outer(22, 15, "7"), outer(28, 40)], face: "1", parted: "9" };
    expect(dimensions(part)).toEqual([
      "outer diameter 28 1 -",
      "outer diameter 22 7 -",
      "outer length 12 7 1",
      "outer length 15 7 1",
      "outer overall 40 9 1",
      "outer width 3 7 7",
    ]);
    // The blade of 3 mm takes what lies behind its edge at −40.
    expect(steppedPart(part, toolOf, BAR)?.cutTo).toBe(-43);
    // How much a turning tool would take there is not known.
    expect(steppedPart({ ...part, parted: "1" }, toolOf, BAR)?.cutTo).toBeUndefined();
  });
  it("ends a drilled hole in the point of its drill, and a bored one in a shoulder", () => {
    const part = { steps: [outer(28, 40), inner(20, 10), inner(14, 25, "2")], face: "1" };
    // 7 ÷ tan 59° = 4.206
    expect(drawn(part)?.slice(-4)).toEqual([
      "-29.206 0 to -25 7 bore 2",
      "-25 7 to -10 7 bore 2",
      "-10 7 to -10 10 front 4",
      "-10 10 to 0 10 bore 4",
    ]);
    expect(dimensions(part)).toEqual([
      "outer diameter 28 1 -",
      "inner diameter 14 2 -",
      "inner diameter 20 4 -",
      "outer length 40 1 1",
      "inner length 10 4 1",
      "inner length 25 2 1",
    ]);
  });
  it("opens a bore that goes beyond the parted end, and keeps the hole that a tube brings along", () => {
    const through = { steps: [outer(28, 30), inner(12, 50)], face: "1", parted: "9" };
    expect(drawn(through)?.slice(-2)).toEqual(["-30 14 to -30 6 back 9", "-30 6 to 0 6 bore 4"]);
    const tube = { steps: [outer(28, 30), inner(16, 10)], face: "1", parted: "9" };
    expect(drawn(tube, { radius: 15, hole: 6 })?.slice(-4)).toEqual([
      "-30 14 to -30 6 back 9",
      "-30 6 to -10 6 bore stock",
      "-10 6 to -10 8 front 4",
      "-10 8 to 0 8 bore 4",
    ]);
  });
  it("has a length from the face as it came where no tool makes that", () => {
    expect(dimensions({ steps: [outer(20, 18)] })).toEqual(["outer diameter 20 1 -", "outer length 18 1 -"]);
  });
  it("is none without steps, or where a bore takes the wall away", () => {
    expect(drawn({ steps: [] })).toBeUndefined();
    expect(drawn({ steps: [outer(20, 18), inner(20, 5)] })).toBeUndefined();
    // Behind the step the stock's own Ø 30 holds it.
    expect(drawn({ steps: [outer(20, 10), inner(18, 40)] })).toBeDefined();
  });
});

describe("a part drawn by any steps", () => {
  const lengths = fc.array(fc.integer({ min: 1, max: 200 }), { minLength: 1, maxLength: 6 });
  const steps = (side: TurnedStep["side"], [min, max]: readonly [number, number]) =>
    lengths.chain((longs) =>
      fc.array(fc.integer({ min, max }), { minLength: longs.length, maxLength: longs.length }).map((tenths) => {
        let to = 0;
        return longs.map((long, index): TurnedStep => {
          to += long;
          return { side, diameter: (tenths[index] ?? min) / 10, to: to / 10, offset: "4" };
        });
      }),
    );
  const part = fc.record({
    outer: steps("outer", [160, 300]),
    inner: steps("inner", [20, 150]),
    parted: fc.constantFrom("9", undefined),
  });
  /** Half of the first step's diameter that goes farther than a distance from the face. */
  const radiusAt = (all: readonly TurnedStep[], distance: number, behind: number) => {
    for (const { to, diameter } of all) if (distance < to) return diameter / 2;
    return behind;
  };
  it("is closed or open as it should be, and has the radius of its steps at every place", () => {
    fc.assert(
      fc.property(
        part,
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 20, maxLength: 20 }),
        (one, at) => {
          const made = steppedPart({ steps: [...one.outer, ...one.inner], parted: one.parted }, toolOf, BAR);
          const { pieces = [], zMin = 0, isOpen } = made?.profile ?? {};
          expect(isOpen).toBe(one.parted === undefined);
          // Each piece goes on where the one before ended; in an open part the bore begins anew at the back, and the axis is no surface.
          const gaps = pieces.filter((piece, index) => {
            const before = pieces[index - 1];
            if (before?.to.r === 0 && piece.from.r === 0) return false;
            return before && Math.hypot(piece.from.z - before.to.z, piece.from.r - before.to.r) > 1e-9;
          });
          expect(gaps.length).toBeLessThanOrEqual(isOpen ? 1 : 0);
          for (const share of at) {
            const z = zMin * (0.001 + 0.998 * share);
            if (pieces.some(({ from, to }) => Math.min(Math.abs(from.z - z), Math.abs(to.z - z)) < 1e-6)) continue;
            const radius = (surface: string) =>
              pieces.find(
                ({ surface: is, from, to }) =>
                  is === surface && Math.min(from.z, to.z) < z && Math.max(from.z, to.z) > z,
              )?.from.r;
            expect(radius("outside")).toBeCloseTo(radiusAt(one.outer, -z, 15), 9);
            expect(radius("bore") ?? 0).toBeCloseTo(radiusAt(one.inner, -z, 0), 9);
          }
        },
      ),
      { numRuns: 300 },
    );
  });
});
