import { describe, expect, it } from "vitest";
import { demoSetup } from "../../tests/e2e/demoSetup.ts";
import { programMotions } from "../program/index.ts";
import { leavesTravel, type ToolTravel } from "./index.ts";

const { setup } = demoSetup("dome-collar");
const tool = setup.tools[0];
if (!tool) throw new Error("the demo has a tool");

/**
 * The offset 1 stands at machine = part − 340 on X and − 400 on Z. The lathe goes from −330 to 10 on X and from −480 to 5 on Z and keeps 2
 * free: X may be −328 … 8 and Z −478 … 3 at the machine, so 12 … 348 and −78 … 403 in the part.
 */
const machine = {
  ...setup.machine,
  travel: { x: [-330, 10] as [number, number], z: [-480, 5] as [number, number] },
  travelMargin: 2,
};
const text = "G21\nT0101\nG0 X60. Z5.\nG1 X12. F.1\nG0 X360. Z404.\nG28 U0 W0\nM30";
const beyond = { offset: "1", low: -400, high: 400, excess: 1, largestRetract: 0 };
const travels = (source: "program" | "hand"): readonly ToolTravel[] => [
  {
    standing: {
      tool,
      truly: { x: -340, z: -400 },
      reckoned: { x: -340, z: -400 },
      basis: { x: "touched", z: "touched" },
      off: { x: 0, z: 0 },
      lacks: undefined,
    },
    reach: { box: { x: null, z: null }, source, atLeast: false },
    x: { ...beyond, axis: "x" },
    z: { ...beyond, axis: "z" },
  },
];
const { motions } = programMotions(text, { units: "mm" });

describe("where a program leaves the travel", () => {
  it("names the first line on each axis, and the coordinate that still fits", () => {
    expect(leavesTravel({ ...setup, machine }, travels("program"), motions)).toEqual([
      { offset: "1", axis: "x", line: 5, at: 360, fits: 348 },
      { offset: "1", axis: "z", line: 5, at: 404, fits: 403 },
    ]);
  });
  it("says nothing of a reach that was typed, or of a tool that fits", () => {
    expect(leavesTravel({ ...setup, machine }, travels("hand"), motions)).toEqual([]);
    const fits = travels("program").map((one) => ({ ...one, x: undefined, z: undefined }));
    expect(leavesTravel({ ...setup, machine }, fits, motions)).toEqual([]);
  });
});
