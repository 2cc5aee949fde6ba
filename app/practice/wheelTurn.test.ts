import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { HUB, wheelTurn } from "./wheelTurn.ts";

describe("a drag on the handwheel", () => {
  it.each([
    // A quarter of the rim from three o'clock to six o'clock: clockwise, as y grows downwards.
    [{ x: 1, y: 0 }, { x: 0, y: 1 }, 0.25],
    [{ x: 0, y: 1 }, { x: 1, y: 0 }, -0.25],
    // From half past to half to, over six o'clock: 60 degrees.
    [{ x: 0.5, y: 0.866 }, { x: -0.5, y: 0.866 }, 1 / 6],
    // Over nine o'clock, where the angle changes its sign: 20 degrees.
    [{ x: -0.985, y: 0.1736 }, { x: -0.985, y: -0.1736 }, 20 / 360],
    // Straight across the middle, and close beside it.
    [{ x: -1, y: 0 }, { x: 1, y: 0 }, 0],
    [{ x: -1, y: 0.2 }, { x: 1, y: 0.2 }, 0],
    // A finger that trembles on the hub.
    [{ x: 0.05, y: 0 }, { x: -0.05, y: 0.02 }, 0],
  ])("from %o to %o turns it by %d", (from, to, turn) => expect(wheelTurn(from, to)).toBeCloseTo(turn, 3));

  it("never turns more than its way is long", () => {
    const place = fc.record({
      x: fc.double({ min: -1, max: 1, noNaN: true }),
      y: fc.double({ min: -1, max: 1, noNaN: true }),
    });
    fc.assert(
      fc.property(place, place, (from, to) => {
        // With the shortest lever the same way turns the most: way / (2π · hub).
        const way = Math.hypot(to.x - from.x, to.y - from.y);
        expect(Math.abs(wheelTurn(from, to))).toBeLessThanOrEqual(way / (2 * Math.PI * HUB) + 1e-9);
      }),
    );
  });
});
