import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { checkTravel, type TravelTool, travel } from "./travel.ts";

const LIMITS = { x: [-430, 12], z: [-640, 5] } as const;
const tall: TravelTool = {
  offset: "9",
  geometry: { x: -340, z: -120 },
  box: { x: [60, 20], z: [-40, 2] },
  retract: { x: 360 },
};

describe("travel", () => {
  it("a tall tool with a generous retract runs out of X, and the largest retract that fits is said", () => {
    const [x, z] = travel({ limits: LIMITS, margin: 2, tools: [tall] });
    // 360 − 340 = 20, the limit less its margin is 10; 10 + 340 = 350 still fits.
    expect(x).toEqual({ offset: "9", axis: "x", low: -320, high: 20, excess: 10, largestRetract: 350 });
    expect(z).toEqual({ offset: "9", axis: "z", low: -160, high: -118, excess: 0, largestRetract: 123 });
    const less = travel({ limits: LIMITS, margin: 2, tools: [{ ...tall, retract: { x: 350 } }] });
    expect(less[0]?.excess).toBe(0);
  });
  it("the whole machine distance taught into the work offset shows as an excess", () => {
    const [, z] = travel({
      limits: LIMITS,
      margin: 2,
      tools: [{ ...tall, geometry: { x: -340, z: -420 }, work: { z: -420 } }],
    });
    expect(z?.excess).toBeCloseTo(-640 + 2 - (-40 - 840), 9);
  });
  it("a bar leaves a bore towards the centre", () => {
    const bar: TravelTool = { ...tall, box: { x: [20, 30], z: [-25, 2] }, retract: { x: 18, z: 100 } };
    const [x, z] = travel({ limits: LIMITS, margin: 2, tools: [bar] });
    expect(x?.largestRetract).toBe(-430 + 2 + 340);
    expect(z?.largestRetract).toBe(5 - 2 + 120);
  });
  it("a tool that goes nowhere has no extremes and no excess", () => {
    const [x] = travel({
      limits: LIMITS,
      margin: 2,
      tools: [{ offset: "1", geometry: { x: 0, z: 0 }, box: { x: null, z: null } }],
    });
    expect(x).toEqual({ offset: "1", axis: "x", low: null, high: null, excess: 0, largestRetract: 10 });
  });
  it("is right for any numbers: what it says fits, fits just", () => {
    const number = fc.double({ min: -500, max: 500, noNaN: true });
    const both = fc.record({ x: number, z: number });
    const span = fc.option(fc.tuple(number, number), { nil: null });
    const tool = fc.record(
      {
        offset: fc.constant("4"),
        geometry: both,
        wear: both,
        work: both,
        box: fc.record({ x: span, z: span }),
        retract: both,
      },
      { requiredKeys: ["offset", "geometry", "box"] },
    );
    fc.assert(
      fc.property(tool, fc.double({ min: 0, max: 20, noNaN: true }), (one, margin) => {
        for (const result of travel({ limits: LIMITS, margin, tools: [one as TravelTool] })) {
          const { axis, excess, largestRetract } = result;
          const sum = one.geometry[axis] + (one.wear?.[axis] ?? 0) + (one.work?.[axis] ?? 0);
          const [min, max] = LIMITS[axis];
          const visited = [...(one.box[axis] ?? []), ...(one.retract ? [one.retract[axis]] : [])].map(
            (part) => part + sum,
          );
          const over = visited.map((at) => Math.max(min + margin - at, at - (max - margin), 0));
          expect(excess).toBeCloseTo(Math.max(0, ...over), 6);
          const end = largestRetract + sum;
          expect(Math.min(Math.abs(end - (max - margin)), Math.abs(end - (min + margin)))).toBeLessThan(1e-6);
        }
      }),
    );
  });
  it("refuses limits the wrong way round", () => {
    expect(checkTravel({ limits: { x: [5, -5], z: [0, 1] }, margin: 0, tools: [] })).toMatchObject({ ok: false });
  });
});
