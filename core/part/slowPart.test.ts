import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { longOr } from "../../tests/hard/long.ts";
import { programMotions } from "../program/index.ts";
import { handTool } from "./handWorked.fixture.ts";
import { finishedPart, type ProfilePiece } from "./index.ts";
import { leftByRolling, leftByTip, pointsAlong, type SlowElement } from "./slowPart.fixture.ts";

const NOSE = 0.8;
const thousandth = (value: number) => Math.round(value * 1000) / 1000;

/** A contour that rises from the front to the chuck: level, sloped, stepped and round pieces, none smaller than the nose. */
const contour = fc
  .array(
    fc.record({
      is: fc.constantFrom("level", "slope", "step", "convex", "concave"),
      long: fc.double({ min: 1, max: 5, noNaN: true }),
      high: fc.double({ min: 0.3, max: 1.6, noNaN: true }),
    }),
    { minLength: 3, maxLength: 7 },
  )
  .map((pieces) => {
    let at = { z: 0, r: 6 };
    const elements: SlowElement[] = [];
    const to = (dz: number, dr: number, arc: Pick<SlowElement, "radius" | "turn"> = {}) => {
      at = { z: thousandth(at.z - dz), r: thousandth(at.r + dr) };
      elements.push({ ...at, ...arc });
    };
    for (const { is, long, high } of pieces) {
      if (is === "level") to(long, 0);
      if (is === "slope") to(long, high);
      if (is === "step") to(0, high);
      // Quarters: convex leaves a step and comes to a level, concave leaves a level and comes to a step.
      const radius = thousandth(NOSE + high);
      if (is === "convex") to(radius, radius, { radius, turn: 1 });
      if (is === "concave") to(radius, radius, { radius, turn: -1 });
      if (is !== "level") to(long / 2, 0);
    }
    return elements;
  });

function programOf(elements: readonly SlowElement[], isCompensated: boolean): string {
  const lines = [
    "T0101",
    "G0 X54. Z0",
    "G1 X-1.6 F.2",
    "G0 X54. Z3.",
    `G0 ${isCompensated ? "G42 " : ""}X12.`,
    "G1 Z0",
  ];
  for (const { z, r, radius, turn } of elements)
    lines.push(
      `G${radius === undefined ? 1 : turn === 1 ? 3 : 2} X${(2 * r).toFixed(3)} Z${z.toFixed(3)}${radius === undefined ? "" : ` R${radius.toFixed(3)}`}`,
    );
  return `O1\nG21 G40 G54 G99\n${lines.join("\n")}\nX54.\nG40 G0 X60.\nM30\n`;
}

function heightOf(pieces: readonly ProfilePiece[], z: number): number | undefined {
  for (const { from, to, arc, side, surface } of pieces) {
    if (side !== "outer" || surface !== "outside" || z > Math.max(from.z, to.z) || z < Math.min(from.z, to.z)) continue;
    if (!arc) return from.r + ((z - from.z) / (to.z - from.z)) * (to.r - from.r);
    const up = arc.turn === 1 ? 1 : -1;
    return arc.r + up * Math.sqrt(Math.max(0, arc.radius ** 2 - (z - arc.z) ** 2));
  }
  return undefined;
}

describe("the finished part against a slow model that shares nothing with it", () => {
  it.each([false, true])("agrees everywhere, compensated %s", (isCompensated) => {
    fc.assert(
      fc.property(
        contour,
        fc.array(fc.double({ min: 0.02, max: 0.98, noNaN: true }), { minLength: 8, maxLength: 8 }),
        (elements, shares) => {
          const { motions } = programMotions(programOf(elements, isCompensated));
          const part = finishedPart(motions, handTool(), { radius: 25, hole: 0, front: 1 });
          const points = pointsAlong({ z: 3, r: 6 }, [
            { z: 0, r: 6 },
            ...elements,
            { z: elements.at(-1)?.z ?? 0, r: 27 },
          ]);
          const end = elements.at(-1)?.z ?? 0;
          for (const share of shares) {
            const z = share * end;
            const slow = isCompensated ? leftByRolling(points, NOSE, z) : leftByTip(points, NOSE, z);
            // Beside a wall a step of the slow model along Z is a leap in height.
            const steep = Math.abs(
              (heightOf(part?.profile.pieces ?? [], z + 0.006) ?? 0) -
                (heightOf(part?.profile.pieces ?? [], z - 0.006) ?? 0),
            );
            if (steep > 0.05) continue;
            expect(Math.abs((heightOf(part?.profile.pieces ?? [], z) ?? 0) - slow)).toBeLessThan(0.006 + steep);
          }
        },
      ),
      { numRuns: longOr(60, 30) },
    );
  });
});
