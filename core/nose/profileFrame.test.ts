import { describe, expect, it } from "vitest";
import type { MachineProfile, Zone } from "../machine/index.ts";
import { noseDeviation, profileFrame } from "./index.ts";

type Signs = Pick<Zone, "from" | "programSign">;
const frameOf = (signs: Signs, machine: Partial<Pick<MachineProfile, "units" | "xShown">> = {}) => {
  const zone = { id: "gang", kind: "gang", works: "main", stations: [], ...signs } as unknown as Zone;
  return profileFrame(
    { units: "mm", xShown: "diameter", storedSign: { x: 1, z: 1 }, numbering: "A", zones: [zone], ...machine },
    zone,
  );
};

describe("profileFrame", () => {
  it("turns a profile and a tip round together where programs count Z into the bar", () => {
    const frame = frameOf({ from: "plus", programSign: { z: -1 } });
    const profile = frame.toPart([
      [20, 0],
      [22, 1],
      [22, 20],
    ]);
    expect(profile).toEqual([
      [20, 0],
      [22, -1],
      [22, -20],
    ]);
    // The ordinary right-hand tool: X− Z− on the part, which a program there calls 4.
    expect(frame.codeInPart(4)).toBe(3);
    const found = noseDeviation({
      profile,
      side: "outside",
      numbering: "A",
      real: { radius: 0.2, code: frame.codeInPart(4) },
      control: { radius: 0.2, code: frame.codeInPart(4), compensated: false },
    });
    // By hand: on a 45° chamfer (√2 − 1) · 0.2 = 0.0828 is left, on the cylinder nothing.
    expect(found.ok && found.value.elements.map(({ deviation }) => Math.round(deviation * 10_000) / 10_000)).toEqual([
      0.0828, 0,
    ]);
  });
  it("leaves both as they are where programs count away from the chuck", () => {
    const frame = frameOf({ from: "plus" });
    expect(frame.toPart([[22, -1]])).toEqual([[22, -1]]);
    expect([0, 3, 8, 12].map(frame.codeInPart)).toEqual([0, 3, 8, 12]);
  });
  it("sees a tool from the far side as if it came from plus", () => {
    const frame = frameOf({ from: "minus" });
    expect(frame.toPart([[-22, -1]])).toEqual([[22, -1]]);
    // X+ Z− there (2) is X− Z− seen from plus (3).
    expect(frame.codeInPart(2)).toBe(3);
    expect(frame.toProgram([[22, -1]])).toEqual([[-22, -1]]);
  });
  it("takes X of a program in radii for what it is, in the machine's unit", () => {
    const frame = frameOf({ from: "plus" }, { units: "in", xShown: "radius" });
    // A radius of 1 inch is a diameter of 50.8 mm.
    expect(frame.toPart([[25.4, -25.4]])).toEqual([[50.8, -25.4]]);
    expect(frame.toProgram([[50.8, -25.4]])).toEqual([[1, -1]]);
  });
});
