import { describe, expect, it } from "vitest";
import { programMotions } from "../../core/program/index.ts";
import { checkFile, checksOf } from "../../core/proof/index.ts";
import { rehearse, stageOf } from "../../sim/rehearsal/index.ts";
import { demoSetup } from "../../tests/e2e/demoSetup.ts";
import { barOf } from "../clear/travelScene.ts";
import { checkScene } from "./checkScene.ts";
import { exaggeration, noseProfile } from "./noseProfile.ts";
import { endsOf, momentAt } from "./paint.ts";
import { slipAmount } from "./slips.ts";
import { stripHistory } from "./stripEdges.ts";

/** The dome collar without its program: the demo's own command names a file. */
const { setup } = demoSetup("dome-collar");
const { checks } = checksOf(setup);

describe("checks on the simulated lathe", () => {
  it("hit nothing and come close to nothing, and stand where they say", () => {
    const stage = stageOf(setup);
    const { motions } = programMotions(checkFile(setup, checks), { units: "mm" });
    const { findings, steps } = rehearse(stage, motions, { margin: 1 });
    expect(checks.map(({ tool }) => tool.offset)).toEqual(["1", "2", "4", "7", "9", "17"]);
    expect(findings).toEqual([]);
    expect(steps.filter(({ offset }) => offset === "1").length).toBeGreaterThan(4);
  });
  it("are drawn to scale: the tip at its goal is as far from stock and end as is said", () => {
    const check = checks[0];
    if (!check) throw new Error("there is a check");
    const { places, walls } = checkScene(setup, check);
    const goal = places.find(({ isGoal }) => isGoal)?.tool.cutting ?? [];
    const [lowest, front] = [Math.min(...goal.map(({ x }) => x)), Math.min(...goal.map(({ z }) => z))];
    const outside = Math.max(...walls.flat().map(({ x }) => x));
    const end = Math.max(...walls.flat().map(({ z }) => z));
    expect(lowest - outside).toBeCloseTo(2, 6);
    expect(front - end).toBeCloseTo(2, 6);
  });
});

describe("playing", () => {
  it("finds the moment, and the section at any step", () => {
    const step = (minutes: number, outlines?: number) => ({
      line: 1,
      kind: "feed" as const,
      station: "1",
      offset: "1",
      from: { z: 0, x: 0 },
      to: { z: 0, x: 0 },
      minutes,
      changed: outlines === undefined ? [] : [{ strip: 0, outlines: [[{ z: outlines, x: 0 }]] }],
    });
    const steps = [step(1, 7), step(0), step(2, 9)];
    const ends = endsOf({ steps });
    expect([...ends]).toEqual([1, 1, 3]);
    expect(momentAt(ends, 0)).toEqual({ step: 0, share: 0 });
    expect(momentAt(ends, 0.25)).toEqual({ step: 0, share: 0.25 });
    expect(momentAt(ends, 2)).toEqual({ step: 2, share: 0.5 });
    expect(momentAt(ends, 3)).toEqual({ step: 3, share: 0 });
    const strips = stripHistory({ blank: [[[{ z: 5, x: 0 }]]], edges: [0, 10], steps });
    expect([0, 1, 2, 3].map((at) => strips.outlines(0, at)[0]?.[0]?.z)).toEqual([5, 7, 7, 9]);
  });
  it("says of every edge which tool left it", () => {
    // A blank of 20 × 10 in two strips: tool 1 turns the front one down to 8, tool 2 then faces 2 off it.
    const box = (z0: number, z1: number, high: number) => [
      { z: z0, x: 0 },
      { z: z1, x: 0 },
      { z: z1, x: high },
      { z: z0, x: high },
    ];
    const cut = (offset: string, z1: number) => ({
      line: 1,
      kind: "feed" as const,
      station: offset,
      offset,
      from: { z: 0, x: 0 },
      to: { z: 0, x: 0 },
      minutes: 1,
      changed: [{ strip: 1, outlines: [box(10, z1, 8)] }],
    });
    const strips = stripHistory({
      blank: [[box(0, 10, 10)], [box(10, 20, 10)]],
      edges: [0, 10, 20],
      steps: [cut("1", 20), cut("2", 18)],
    });
    const made = (strip: number, step: number) =>
      strips.edges(strip, step).map(({ a, b, maker }) => [[a.z, a.x], [b.z, b.x], maker]);
    expect(made(1, 1)).toEqual([
      [[10, 0], [20, 0], undefined],
      [[20, 0], [20, 8], undefined],
      [[20, 8], [10, 8], "1"],
    ]);
    // The front end is new, the turned diameter only shorter: it stays the first tool's.
    expect(made(1, 2)).toEqual([
      [[10, 0], [18, 0], undefined],
      [[18, 0], [18, 8], "2"],
      [[18, 8], [10, 8], "1"],
    ]);
    expect(made(0, 2)).toEqual([
      [[0, 0], [10, 0], undefined],
      [[10, 10], [0, 10], undefined],
    ]);
  });
  it("makes the slips of the shop as large as they are", () => {
    const [turning, , , groove] = setup.tools;
    expect(slipAmount(setup, turning, "x", "paper-ignored")).toBeCloseTo(0.2, 9);
    expect(slipAmount(setup, turning, "x", "radius-for-diameter")).toBeCloseTo(27.106, 9);
    expect(slipAmount(setup, groove, "z", "wrong-edge")).toBe(3);
    expect(slipAmount(setup, turning, "z", "wrong-edge")).toBeUndefined();
    expect(slipAmount(setup, turning, "x", "sign-lost")).toBeCloseTo(678.864, 9);
    expect(slipAmount(setup, turning, "z", "work-taught-twice")).toBeCloseTo(-402.514, 9);
  });
});

describe("drawings of Clear and Nose", () => {
  it("a travel bar shows what fits and what runs past its end", () => {
    const result = { offset: "1", axis: "x" as const, low: 50, high: 104, excess: 6, largestRetract: 0 };
    const bar = barOf([0, 100], 2, result);
    expect(bar.within).toEqual([200, 392]);
    expect(bar.beyond).toEqual([[392, 400]]);
    expect(barOf([0, 100], 2, undefined)).toMatchObject({ within: undefined, beyond: [] });
  });
  it("a nose's deviation stands on the tool's side of the profile, as many times as large as it says", () => {
    const points = [
      [20, 0],
      [40, -10],
    ] as const;
    const scene = noseProfile(points, "outside", [{ index: 0, deviation: 0.3 }], 2);
    const outline = scene.deviations[0]?.outline ?? [];
    const [a, , , off] = outline;
    expect(Math.hypot((off?.z ?? 0) - (a?.z ?? 0), (off?.x ?? 0) - (a?.x ?? 0))).toBeCloseTo(0.6, 9);
    expect((off?.x ?? 0) > (a?.x ?? 0) && (off?.z ?? 0) > (a?.z ?? 0)).toBe(true);
    expect(exaggeration(points, 0.1)).toBe(10);
    expect(exaggeration(points, 0)).toBe(1);
  });
});
