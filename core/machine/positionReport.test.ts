import { describe, expect, it } from "vitest";
import type { LatheAxis } from "./index.ts";
import { movedSince, type PositionReport, readingOfFeed } from "./positionReport.ts";

const mill = {
  units: "mm",
  resolution: { x: 0.001, z: 0.001 },
  travel: { x: [-430, 12], z: [-640, 5] },
  xShown: "diameter",
} as const;
const inch = { ...mill, units: "in", resolution: { x: 0.0001, z: 0.0001 } } as const;
const at = (position: PositionReport["position"], state: PositionReport["state"] = "live"): PositionReport => ({
  state,
  words: state === "live" ? "" : "The feed is gone. Key the reading.",
  position,
  takenAt: 1,
  age: 0,
});
type Machine = Parameters<typeof readingOfFeed>[0];
const machine = (one: unknown) => one as Machine;

describe("readingOfFeed", () => {
  it.each([
    ["millimetres, as shown", mill, "x", -289.8, "-289.800"],
    // −181.07514 / 25.4 = −7.12894…
    ["inches of an inch control", inch, "x", -181.07514, "-7.1289"],
    ["digits of its own readout", mill, "z", -400.00049, "-400.000"],
    // A zone may show the axis turned round.
    ["the other sign", mill, "z", 400, "400.000"],
  ] as const)("%s", (_name, one, axis, shown, text) => {
    expect(readingOfFeed(machine(one), axis, at({ [axis]: shown }))).toEqual({ ok: true, value: text });
  });
  it("uses no position that is not live, not there, or beyond the machine", () => {
    const code = (axis: LatheAxis, report: PositionReport, one: unknown = mill) => {
      const reading = readingOfFeed(machine(one), axis, report);
      return reading.ok ? reading.value : `${reading.refusal.code}: ${reading.refusal.message}`;
    };
    expect(code("x", at({ x: 1 }, "stale"))).toContain("no-position: The feed is gone");
    expect(code("z", at({ x: 1 }))).toContain("The feed has no position of Z");
    // The same number in other units lies 25.4 times as far.
    expect(code("x", at({ x: -289.8 * 25.4 }))).toContain("absurd: The feed says X −7360.920 mm");
    // A radius readout of 230 is a diameter of 460.
    expect(code("x", at({ x: -230 }), { ...mill, xShown: "radius" })).toContain("absurd");
  });
});

describe("movedSince", () => {
  it("says by how much an axis has moved, from one digit on, in the machine's own unit", () => {
    expect(movedSince(mill as never, "x", -289.8, at({ x: -289.79 }))).toBe(0.01);
    expect(movedSince(mill as never, "x", -289.8, at({ x: -289.8004 }))).toBeUndefined();
    expect(movedSince(inch as never, "x", -254, at({ x: -251.46 }))).toBe(0.1);
    expect(movedSince(mill as never, "x", undefined, at({ x: 0 }))).toBeUndefined();
    expect(movedSince(mill as never, "x", 0, at({ x: 5 }, "none"))).toBeUndefined();
  });
});
