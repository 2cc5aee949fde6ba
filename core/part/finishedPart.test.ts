import { describe, expect, it } from "vitest";
import { programMotions } from "../program/index.ts";
import { HAND_WORKED, handTool, PLAIN_ZONE } from "./handWorked.fixture.ts";
import { dimensionsOf, finishedPart, type PartDimension } from "./index.ts";

const STOCK = { radius: 25, hole: 0, front: 1 };
const motionsOf = (text: string) => programMotions(`O1\nG21 G40 G54 G99\n${text}\nM30\n`).motions;
const summary = ({ side, kind, nominal, maker, from }: PartDimension) =>
  `${side} ${kind} ${Math.round(nominal * 1000) / 1000}${maker ? ` by ${maker.offset}` : ""}${from ? ` from ${from.offset}` : ""}`;

describe("the finished part", () => {
  it.each(HAND_WORKED)("is what it is on paper: $about", ({ text, zone, hole = 0, want }) => {
    const part = finishedPart(motionsOf(text), handTool(zone), { ...STOCK, hole: hole / 2 });
    expect(part && dimensionsOf(part).map(summary).sort()).toEqual([...want].sort());
    expect(part?.leftOut).toEqual([]);
  });
  it("names the line that makes each surface", () => {
    const part = finishedPart(
      motionsOf("T0101\nG0 X54. Z0\nG1 X-1.6 F.2\nG0 X40. Z2.\nG1 Z-30.\nX54."),
      handTool(),
      STOCK,
    );
    const made = part?.profile.pieces.map(({ surface, maker, by }) => [surface, maker?.line, by]);
    // The face in line 5, the diameter in line 7 with its fillet, the shoulder in line 8, then the bar as it came.
    expect(made).toEqual([
      ["front", 5, "move"],
      ["outside", 7, "move"],
      ["outside", 7, "nose"],
      ["front", 8, "move"],
      ["outside", undefined, "stock"],
    ]);
    expect(part?.profile).toMatchObject({ isOpen: true, zMax: 0 });
  });
  it("leaves the fillet of the nose in an inner corner, exactly", () => {
    const part = finishedPart(
      motionsOf("T0101\nG0 X54. Z0\nG1 X-1.6 F.2\nG0 X40. Z2.\nG1 Z-30.\nX54."),
      handTool(),
      STOCK,
    );
    const fillet = part?.profile.pieces.find(({ arc }) => arc);
    expect(fillet?.arc).toMatchObject({ radius: 0.8, z: expect.closeTo(-29.2, 9), r: expect.closeTo(20.8, 9) });
  });
  it("gives a tapped thread its lead by the turn, and none where the tap is fed by the minute", () => {
    const tapped = (feed: string) =>
      finishedPart(
        motionsOf(`T0101\nG0 X54. Z0\nG1 X-1.6 F.2\nG0 X60. Z5.\nT1313\nG0 X0 Z4.\n${feed}`),
        handTool(),
        STOCK,
      )?.threads;
    expect(tapped("G1 Z-15. F2.\nZ4.")).toMatchObject([{ lead: 2, x: 16, zFrom: 4, zTo: -15, isBore: true }]);
    expect(tapped("G98 G1 Z-15. F800.\nZ4.")).toMatchObject([{ lead: undefined, x: 16, zTo: -15 }]);
  });
  it("says of a cross hole how wide and deep it is, and of a drill beside the centre nothing of the kind", () => {
    const part = (text: string) =>
      finishedPart(
        motionsOf(`T0101\nG0 X54. Z0\nG1 X-1.6 F.2\nG0 X40. Z2.\nG1 Z-30.\nX54.\nG0 X60. Z5.\n${text}`),
        handTool(),
        STOCK,
      );
    // Ø 5 across, to Ø 20 at Z −12.
    const [hole] = part("T1010\nG0 X44. Z-12.\nG1 X20. F.05\nG0 X60.")?.marks ?? [];
    expect(hole).toMatchObject({ x: [20, 44], z: [-12, -12], bit: { along: "x", diameter: 5 } });
    const [beside] = part("T0202\nG0 X10. Z2.\nG1 Z-5. F.05\nG0 Z10.")?.marks ?? [];
    expect(beside).toMatchObject({ x: [10, 10], z: [-5, 2], bit: undefined });
  });
  it("tells holes of one tool apart, and takes pecks and the passes of a flat for one", () => {
    const marks = (text: string) =>
      finishedPart(
        motionsOf(`T0101\nG0 X54. Z0\nG1 X-1.6 F.2\nG0 X40. Z2.\nG1 Z-30.\nX54.\nG0 X60. Z5.\nT1010\n${text}`),
        handTool(),
        STOCK,
      )?.marks.map(({ x, z }) => [...x, ...z]);
    const two = "G0 X44. Z-5.\nG1 X20. F.05\nG0 X44.\nZ-15.\nG1 X20.\nG0 X60.";
    expect(marks(two)).toEqual([
      [20, 44, -5, -5],
      [20, 44, -15, -15],
    ]);
    const pecks = "G0 X44. Z-5.\nG1 X34. F.05\nG0 X44.\nX35.\nG1 X20.\nG0 X60.";
    expect(marks(pecks)).toEqual([[20, 44, -5, -5]]);
    // Two passes along Z from in front of the part to −15, the second one deeper.
    const flat = "G0 X36. Z2.\nG1 Z-15. F.1\nG0 X60.\nZ2.\nX32.\nG1 Z-15.\nG0 X60.";
    expect(marks(flat)).toEqual([[32, 36, -15, 2]]);
  });
  it("has a thread as long as from the face to its end, or to the groove in which it ends", () => {
    const turned = "T0101\nG0 X54. Z0\nG1 X-1.6 F.2\nG0 X30. Z2.\nG1 Z-25.\nX54.\nG0 X60. Z10.\n";
    // The blade of 3 by its left edge at −20: the groove lies from −17 to −20.
    const groove = "T0707\nG0 X34. Z-20.\nG1 X26. F.05\nX34.\nG0 X60. Z10.\n";
    const thread = "T0505\nG0 X34. Z5.\nG92 X29.2 Z-18. F1.5\nX28.16\nG0 X60.";
    const threadOf = (text: string) => {
      const part = finishedPart(motionsOf(text), handTool(), STOCK);
      return part && dimensionsOf(part).find(({ kind }) => kind === "thread")?.thread;
    };
    expect(threadOf(turned + thread)).toEqual({ length: 18, relief: undefined });
    expect(threadOf(turned + groove + thread)).toEqual({
      length: expect.closeTo(17, 9),
      relief: expect.closeTo(3, 9),
    });
  });
  it("is the same whatever it is asked for before, and is none where nothing cuts", () => {
    const text = HAND_WORKED[5]?.text ?? "";
    expect(finishedPart(motionsOf(text), handTool(), STOCK)).toEqual(finishedPart(motionsOf(text), handTool(), STOCK));
    expect(finishedPart(motionsOf("T0101\nG0 X54. Z5."), handTool(), STOCK)).toBeUndefined();
  });
  it("says which offset it follows without a tool", () => {
    const part = finishedPart(
      motionsOf("T0101\nG0 X54. Z0\nG1 X-1.6 F.2\nT5555\nG0 X40. Z2.\nG1 Z-30.\nX54."),
      handTool(),
      STOCK,
    );
    expect(part?.assumed).toEqual(["55"]);
    // Drawn as a sharp corner: no fillet.
    expect(part?.profile.pieces.some(({ arc }) => arc)).toBe(false);
  });
  it("leaves a groove in the face out, and names it, where no single face holds it", () => {
    const text =
      "T0101\nG0 X54. Z0\nG1 X-1.6 F.2\nG0 X24. Z2.\nG1 Z-1. F.2\nX54.\nG0 Z5.\nT0606\nG0 X20. Z2.\nG1 Z-3. F.05\nG0 Z5.";
    const part = finishedPart(motionsOf(text), handTool(PLAIN_ZONE), STOCK);
    expect(part?.leftOut).toMatchObject([{ offset: "6", line: 12 }]);
  });
});
