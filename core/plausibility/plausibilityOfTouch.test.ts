import { describe, expect, it } from "vitest";
import type { Command, ToolView } from "../ledger/index.ts";
import {
  bladeFixture,
  loaded,
  machineFixture,
  mounted,
  opened,
  recorded,
  touched,
  viewOf,
} from "../ledger/setup.fixture.ts";
import type { LatheAxis, MachineProfile } from "../machine/index.ts";
import type { Tool, TouchWay } from "../tool/index.ts";
import { holdingOf, lengthAlong } from "./expectedOfTool.ts";
import type { ToolHistory } from "./newValue.ts";
import { hiddenSlips, plausibilityOfTouch, slipToProve } from "./plausibilityOfTouch.ts";
import { openDoubt, remarkOf } from "./settledDoubt.ts";
import { pastOf } from "./toolHistory.fixture.ts";

const PAPER = { name: "Paper", kind: "paper", thickness: 0.09 } as const;
interface Asked {
  readonly offset?: string;
  readonly axis?: LatheAxis;
  readonly way?: TouchWay;
  readonly history?: ToolHistory;
  readonly machine?: Partial<MachineProfile>;
}
/** The plausibility of a value of a tool, in a setup with these entries. */
function plausibility(exact: number, asked: Asked, ...entries: readonly Command[]) {
  const { offset = "7", axis = "x", way = "scratch", history = {}, machine = {} } = asked;
  const setup = viewOf(opened(machine), ...entries);
  const tool = setup.tools.find((one) => one.offset === offset);
  if (!tool) throw new Error(`the setup has a tool ${offset}`);
  const numbers = { machine: exact + 54.2, size: axis === "x" ? 54.2 : 0, spacer: way === "paper" ? 0.1 : 0 };
  const touch = { axis, way, choice: {}, numbers };
  return plausibilityOfTouch(setup, tool, { axis, exact, expanded: 0.007, spacers: [PAPER], touch }, history);
}
const BEFORE: ToolHistory = { "7": { x: pastOf(-340.118), z: pastOf(-399.94) }, "1": { z: pastOf(-402.514) } };

describe("plausibilityOfTouch", () => {
  it("compares with this tool in this station before, and names the shop's own paper where none was counted", () => {
    expect(plausibility(-340.1, { history: BEFORE }, mounted("7", bladeFixture))).toMatchObject({
      verdict: "believable",
      basis: "history",
    });
    const { kinds, message } = plausibility(-339.938, { history: BEFORE }, mounted("7", bladeFixture));
    expect(kinds[0]).toMatchObject({ kind: "paper-ignored", corrected: -340.118 });
    expect(message).toBe("0.180 mm more than last time: was the paper left out (it would be −340.118)?");
  });
  it("asks in the numbers of the control: stored with the other sign, shown as a radius, in inches", () => {
    const stored = { storedSign: { x: -1, z: -1 } } as const;
    expect(plausibility(-339.938, { history: BEFORE, machine: stored }, mounted("7", bladeFixture)).message).toBe(
      "0.180 mm less than last time: was the paper left out (it would be 340.118)?",
    );
    const radius = { xShown: "radius" } as const;
    expect(plausibility(-339.938, { history: BEFORE, machine: radius }, mounted("7", bladeFixture)).message).toMatch(
      /^0.090 mm more .*it would be −170.059/,
    );
    const inch = { units: "in", resolution: { x: 0.0001, z: 0.0001 } } as const;
    expect(plausibility(-339.938, { history: BEFORE, machine: inch }, mounted("7", bladeFixture)).message).toMatch(
      /^0.0071 in more/,
    );
  });
  it("asks less where only the control's old number is known: it may have been another tool's", () => {
    const control = recorded("7", -340.118, -399.94);
    expect(plausibility(-351.3, {}, mounted("7", bladeFixture), control)).toMatchObject({
      verdict: "believable",
      basis: "control",
    });
    const { verdict, kinds, message } = plausibility(-367.218, {}, mounted("7", bladeFixture), control);
    expect(verdict).toBe("doubt");
    expect(kinds[0]).toMatchObject({ kind: "diameter-doubled", corrected: -340.118 });
    expect(message).toMatch(/^27.100 mm less than the control held: was the diameter doubled/);
    expect(plausibility(-351.3, {}, mounted("7", bladeFixture))).toMatchObject({
      verdict: "believable",
      basis: "nothing",
    });
  });
  it("reckons with the face of this setup: it may lie anywhere until a tool has been touched on it", () => {
    const first = plausibility(-397.94, { axis: "z", history: BEFORE }, mounted("7", bladeFixture), loaded("1"));
    expect(first).toMatchObject({ verdict: "believable", shift: undefined });
    const other = [mounted("7", bladeFixture), loaded("1"), touched("1", "z", -400.514, 0)];
    expect(plausibility(-397.93, { axis: "z", history: BEFORE }, ...other)).toMatchObject({
      verdict: "believable",
      shift: 2,
    });
    expect(plausibility(-399.94, { axis: "z", history: BEFORE }, ...other)).toMatchObject({
      verdict: "doubt",
      shift: 2,
    });
  });
  it("compares with another touch of the same mounting, but not with one made under another work offset", () => {
    const skimmed = touched("7", "x", -340.118, 54.2);
    const second = plausibility(-340.11, { history: BEFORE }, mounted("7", bladeFixture), skimmed);
    expect(second).toMatchObject({ basis: "second-touch", verdict: "believable" });
    expect(plausibility(-339.938, {}, mounted("7", bladeFixture), skimmed).message).toMatch(
      /^0.180 mm more than the other touch/,
    );
    const moved: Command = {
      id: "00000000-0000-4000-8000-0000000000f1",
      kind: "work-offset-set",
      payload: { name: "G54", axis: "x", means: "entered", active: true, from: 0, to: 1 },
    };
    expect(plausibility(-341.118, {}, mounted("7", bladeFixture), skimmed, moved).basis).toBe("nothing");
  });
  it("says which slip the holder's scatter hides, and none where it would show", () => {
    const wide = plausibility(-339.5, { offset: "1", history: { "1": { x: pastOf(-339.432) } } }, loaded("1"));
    expect(hiddenSlips(wide, 0.05)).toMatchObject([{ kind: "paper-ignored", by: expect.closeTo(0.18, 9) }]);
    expect(hiddenSlips(wide, 1)).toEqual([]);
    expect(hiddenSlips(plausibility(-340.118, { history: BEFORE }, mounted("7", bladeFixture)), 0.05)).toEqual([]);
  });
  it("has a slip to prove it against only where a spacer was counted", () => {
    const paper = plausibility(-339.5, { offset: "1", way: "paper" }, loaded("1"));
    // The paper of 0.1 counts twice on the diameter.
    expect(slipToProve(paper, 0.05)).toMatchObject({ kind: "paper-ignored", by: expect.closeTo(0.2, 9) });
    expect(slipToProve(plausibility(-339.5, { offset: "1", way: "scratch" }, loaded("1")), 0.05)).toBeUndefined();
    const inch = plausibility(-339.5, { offset: "1", way: "paper", machine: { units: "in" } }, loaded("1"));
    expect(slipToProve(inch, 0.05)?.by).toBeCloseTo(0.2, 2);
  });
  it("knows how tools are held by machine, kind and way", () => {
    const drill = { tool: { ...bladeFixture, kind: "drill", pointAngle: 118 } as unknown as Tool };
    expect(holdingOf({ kind: "turret-lathe" }, drill, undefined)).toBe("sleeve");
    expect(holdingOf({ kind: "turret-lathe" }, { tool: bladeFixture }, { way: "skim" })).toBe("keyed-shank");
    expect(holdingOf({ kind: "quick-change-lathe" }, { tool: bladeFixture }, undefined)).toBe("quick-change");
    expect(holdingOf({ kind: "swiss-type" }, { tool: bladeFixture }, { way: "slide" })).toBe("hand-slid");
  });
});

describe("the spacer of a touch", () => {
  const SHOP = [
    PAPER,
    { name: "10", kind: "block", thickness: 10 },
    { name: "25", kind: "block", thickness: 25 },
  ] as const;
  const NOTHING: ToolHistory = {};
  /** A touch on X Ø 54.2 with the display at M and this thickness counted: G = M − 54.2 − 2·t. */
  function bySpacer(
    { machine, spacer, way }: { machine: number; spacer: number; way: "paper" | "block" },
    { carriedSpacer = false, history = NOTHING, spacers = SHOP as readonly (typeof SHOP)[number][] } = {},
    ...entries: readonly Command[]
  ) {
    const setup = viewOf(opened(), mounted("7", bladeFixture), ...entries);
    const tool = setup.tools.find((one) => one.offset === "7");
    if (!tool) throw new Error("the setup has a tool 7");
    const touch = { axis: "x", way, choice: {}, numbers: { machine, size: 54.2, spacer } } as const;
    const exact = machine - 54.2 - 2 * spacer;
    const value = { axis: "x", exact, expanded: 0.007, spacers, touch, carriedSpacer } as const;
    return plausibilityOfTouch(setup, tool, value, history);
  }
  it("may be another one where its thickness was left in the field by the touch before", () => {
    // The block of 10 lay between: −340.118 + 54.2 + 20 = −265.918. Counted with 25 it comes to −370.118.
    const left = { machine: -265.918, spacer: 25, way: "block" } as const;
    expect(bySpacer(left, { carriedSpacer: true, history: BEFORE }).kinds[0]).toMatchObject({
      kind: "spacer-left",
      corrected: -340.118,
    });
    expect(bySpacer(left, { history: BEFORE }).kinds.map(({ kind }) => kind)).not.toContain("spacer-left");
    expect(bySpacer({ ...left, spacer: 10 }, { carriedSpacer: true, history: BEFORE }).verdict).toBe("believable");
  });
  it("is asked about where it is far from all that the shop has, once in a setup, on the first day too", () => {
    const { verdict, kinds, message } = bySpacer({ machine: -191.918, spacer: 47, way: "paper" });
    expect({ verdict, kinds }).toEqual({
      verdict: "doubt",
      kinds: [{ kind: "unknown-spacer", probability: 1, corrected: null }],
    });
    expect(message).toBe(
      "47.000 mm is far from every spacer of this shop that is used this way: is the thickness right?",
    );
    const before = touched("1", "x", -339.25, 54.2);
    const payload = { ...before.payload, way: "paper", spacer: 47 } as typeof before.payload;
    const same = [loaded("1"), { ...before, payload } as Command];
    expect(bySpacer({ machine: -191.918, spacer: 47, way: "paper" }, {}, ...same).verdict).toBe("believable");
    expect(bySpacer({ machine: -285.72, spacer: 0.1, way: "paper" }).verdict).toBe("believable");
    expect(bySpacer({ machine: -275.918, spacer: 20, way: "block" }).verdict).toBe("believable");
  });
  it("is thin where it is a paper, also for a shop that has measured none", () => {
    expect(bySpacer({ machine: -283.918, spacer: 1, way: "paper" }, { spacers: [] }).kinds[0]?.kind).toBe(
      "unknown-spacer",
    );
    expect(bySpacer({ machine: -285.72, spacer: 0.1, way: "paper" }, { spacers: [] }).verdict).toBe("believable");
    expect(bySpacer({ machine: -235.918, spacer: 25, way: "block" }, { spacers: [] }).verdict).toBe("believable");
  });
});

describe("the seats that earlier setups have found", () => {
  const seated = (seats: readonly number[], exact: number) =>
    plausibility(exact, { history: { "7": { x: { touches: [], seats } } } }, mounted("7", bladeFixture));
  // A blade that stands out by 30 counts twice on X: from a seat at −400.1 it comes to −400.1 + 60 = −340.1.
  it("let a tool be expected within a few millimetres after two of its kind", () => {
    const { basis, expected } = seated([-400.1, -400.12], -340.1);
    expect(basis).toBe("assembly");
    expect(expected?.mean).toBeCloseTo(-340.11, 6);
    // 2 mm off a ruler is 4 on the diameter, times √(1 + 1/2).
    expect(expected?.sigma).toBeCloseTo(4.9, 1);
  });
  it("let it be expected within tenths once several agree, one wrong one among them", () => {
    const { expected, verdict } = seated([-400.1, -400.3, -399.9, -400.2, -374.7, -400], -340.2);
    // The middle of −400.3, −400.2, −400.1, −400, −399.9 and −374.7 is −400.05: −400.05 + 60.
    expect(expected?.mean).toBeCloseTo(-340.05, 6);
    expect(expected?.sigma).toBeLessThan(0.4);
    expect(verdict).toBe("believable");
    // −255.85 read for −285.85 is 30 off: seen after some setups, not after the first two tools.
    const slipped = seated([-400.1, -400.3, -399.9, -400.2, -374.7, -400], -310.05);
    expect(slipped.kinds[0]).toMatchObject({ kind: "digit-mistyped", corrected: -340.05 });
    expect(seated([-400.1, -400.12], -310.05).verdict).toBe("believable");
  });
  it("count the other way for a tool from the minus side of X", () => {
    expect(lengthAlong({ tool: bladeFixture, zone: { from: "plus" } as ToolView["zone"] }, "x")).toBe(60);
    expect(lengthAlong({ tool: bladeFixture, zone: { from: "minus" } as ToolView["zone"] }, "x")).toBe(-60);
    expect(lengthAlong({ tool: bladeFixture, zone: { from: "plus" } as ToolView["zone"] }, "z")).toBe(0);
  });
});

describe("a remark", () => {
  const told = (probability: number) => ({
    verdict: "doubt" as const,
    message: "0.300 mm more than last time: was the paper left out?",
    kinds: [
      { kind: "paper-ignored" as const, probability, corrected: -340.118 },
      { kind: "unexplained" as const, probability: 0.9 - probability, corrected: null },
      { kind: "remounted" as const, probability: 0.1, corrected: null },
    ],
  });
  it("is all that is made of an explanation below an even chance; from there on it is asked", () => {
    expect(openDoubt(told(0.48), machineFixture, undefined, -339.9)).toBeUndefined();
    expect(remarkOf(told(0.48))).toMatch(/was the paper left out/);
    expect(openDoubt(told(0.6), machineFixture, undefined, -339.9)?.kind).toBe("paper-ignored");
    expect(remarkOf(told(0.6))).toBeUndefined();
  });
});
