import { describe, expect, it } from "vitest";
import { opened, viewOf } from "../ledger/setup.fixture.ts";
import { programMotions } from "../program/index.ts";
import { handTool } from "./handWorked.fixture.ts";
import { finishedPart, judgeHeld } from "./index.ts";

const partOf = (text: string) =>
  finishedPart(programMotions(`O1\nG21 G40 G54 G99\n${text}\nM30\n`).motions, handTool(), {
    radius: 25,
    hole: 0,
    front: 1,
  });
const FACE = "T0101\nG0 X54. Z0\nG1 X-1.6 F.2\nG0 X54. Z2.\n";

describe("judgeHeld", () => {
  const setup = viewOf(opened());
  it("counts from the chuck-side edge of the blade, whichever edge is programmed", () => {
    // Left edge at −27; right edge at −24 of a blade of 3: the left one at −27 as well.
    const left = partOf(`${FACE}T0909\nG0 X54. Z-27.\nG1 X-1. F.05`);
    const right = partOf(`${FACE}T0717\nG0 X54. Z-24.\nG1 X-1. F.05`);
    for (const part of [left, right])
      expect(judgeHeld(setup, { stickOut: 46, toFace: 0.5, diameter: 55 }, part).room).toBeCloseTo(18.5, 9);
  });
  it("says by how much a cut would go into the jaws, and how slender the stock is", () => {
    const part = partOf(`${FACE}X40.\nG1 Z-30.\nX54.`);
    // 25 − 1 = 24 in front of the jaws, 30 cut: 6 too many. 25 out of a bar of 50 is half its diameter.
    expect(judgeHeld(setup, { stickOut: 25, toFace: 1, diameter: 50 }, part)).toEqual({
      room: -6,
      slenderness: 0.5,
      leverage: undefined,
    });
  });
  it("says how many times as much stands out as is held", () => {
    // 46 ÷ 20 = 2.3
    expect(judgeHeld(setup, { stickOut: 46, toFace: 1, diameter: 50, grip: 20 }, undefined).leverage).toBeCloseTo(
      2.3,
      9,
    );
    const supported = { ...setup, front: { what: "tailstock" } as NonNullable<typeof setup.front> };
    expect(
      judgeHeld(supported, { stickOut: 46, toFace: 1, diameter: 50, grip: 20 }, undefined).leverage,
    ).toBeUndefined();
  });
  it("counts a cross hole by its rim", () => {
    // Ø 5 at −29: −31.5, behind the turned −30. 46 − 1 − 31.5 = 13.5.
    const part = partOf(`${FACE}X40.\nG1 Z-30.\nX54.\nG0 X60. Z5.\nT1010\nG0 X44. Z-29.\nG1 X20. F.05\nG0 X60.`);
    expect(judgeHeld(setup, { stickOut: 46, toFace: 1, diameter: 50 }, part).room).toBeCloseTo(13.5, 9);
  });
  it("does not count a drill, which goes into the jaws on purpose", () => {
    const part = partOf(`${FACE}X40.\nG1 Z-20.\nX54.\nT0202\nG0 X0 Z3.\nG1 Z-60. F.1`);
    expect(judgeHeld(setup, { stickOut: 46, toFace: 1, diameter: 50 }, part).room).toBeCloseTo(25, 9);
  });
  it("has no room to judge without a part, and nothing to judge in a guide bush", () => {
    expect(judgeHeld(setup, { stickOut: 25, toFace: 1, diameter: 50 }, undefined).room).toBeUndefined();
    const bush = viewOf(opened({ workholding: "guide-bush" }));
    expect(judgeHeld(bush, { stickOut: 25, toFace: 1, diameter: 50 }, undefined)).toEqual({
      room: undefined,
      slenderness: undefined,
      leverage: undefined,
    });
  });
});
