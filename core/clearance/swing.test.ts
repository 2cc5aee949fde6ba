import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { boreRoom, neighbourRoom, type Obstacle, type SwingTool, safeIndex, swingRoom, type Turret } from "./swing.ts";

const turret: Turret = { axisAtZero: 400, seatRadius: 190 };
/** Its tip reaches 400 − 170 = 230 from the turret's axis. */
const turning: SwingTool = {
  offset: "1",
  place: 0,
  isAlong: false,
  halfWidth: 12.5,
  zFrom: -6,
  zTo: 30,
  truly: { x: -340, z: -400 },
};
/** A long drill beside it: its point stands 80 mm nearer to the chuck. */
const drill: SwingTool = {
  ...turning,
  offset: "2",
  place: 1,
  isAlong: true,
  halfWidth: 10,
  zFrom: 0,
  zTo: 400,
  truly: { x: -340, z: -320 },
};
const chuck: Obstacle = { name: "chuck", radius: 100, zFrom: -200, zTo: -60 };
const at = (x: number, z: number) => ({ x: x - 340, z: z - 400 });

describe("a turret's neighbours", () => {
  it("a long drill beside a turning tool hits the chuck when that works near it", () => {
    // On 12 stations the drill's axis is 230·sin 30° = 115 beside and 255 − 230·cos 30° = 55.8 from the spindle's: 127.8.
    const room = neighbourRoom(turret, 12, drill, 0, at(50, -20), chuck);
    expect(Math.hypot(255 - 230 * Math.cos(Math.PI / 6), 115) - 10 - 100).toBeCloseTo(17.8, 1);
    expect(room).toBeCloseTo(17.8, 1);
    const larger = { ...chuck, radius: 125 };
    // Its point is at −20 − 80 = −100: 40 behind the chuck's front, 7.2 inside of its outline.
    expect(neighbourRoom(turret, 12, drill, 0, at(50, -20), larger)).toBeCloseTo(-7.2, 1);
    // Before the chuck there is room along Z.
    expect(neighbourRoom(turret, 12, drill, 0, at(50, 45), larger)).toBeCloseTo(25, 9);
  });
  it("is the room of the working tool itself at its own station", () => {
    const plain = { ...turning, halfWidth: 0, zFrom: 0, zTo: 0 };
    expect(neighbourRoom(turret, 12, plain, 0, at(300, -80), chuck)).toBeCloseTo(50, 9);
    expect(neighbourRoom(turret, 12, plain, 0, at(150, -80), chuck)).toBeCloseTo(-20, 9);
  });
  it("a turret that turns reaches farthest at some angle: never more room than at rest", () => {
    const places = fc.record({
      x: fc.double({ min: 0, max: 500, noNaN: true }),
      z: fc.double({ min: -150, max: 200, noNaN: true }),
      place: fc.integer({ min: 0, max: 11 }),
    });
    fc.assert(
      fc.property(places, fc.constantFrom(turning, drill), ({ x, z, place }, tool) => {
        const rest = neighbourRoom(turret, 12, { ...tool, place }, 0, at(x, z), chuck);
        expect(swingRoom(turret, tool, at(x, z), chuck)).toBeLessThanOrEqual(rest + 1e-6);
      }),
    );
  });
  it("proposes places from which it may turn, and there it may", () => {
    const tools = [turning, drill];
    const stock: Obstacle = { name: "stock", radius: 28, zFrom: -200, zTo: 1 };
    const here = at(50, -20);
    const safe = safeIndex(turret, tools, [chuck, stock], 5, here);
    for (const slides of [
      { x: safe.x, z: here.z },
      { x: here.x, z: safe.z },
    ])
      for (const tool of tools)
        for (const obstacle of [chuck, stock])
          expect(swingRoom(turret, tool, slides, obstacle)).toBeGreaterThanOrEqual(5 - 1e-9);
    // 1 mm nearer it would not be so.
    expect(swingRoom(turret, drill, { x: safe.x - 2, z: here.z }, chuck)).toBeLessThan(5);
    expect(swingRoom(turret, drill, { x: here.x, z: safe.z - 1 }, stock)).toBeLessThan(5);
  });
  it("says what room a bar has in its hole and before the face", () => {
    expect(boreRoom({ needs: 16, hole: 14, depth: 30, overhang: 40 })).toEqual({ across: -2, along: 10 });
  });
});
