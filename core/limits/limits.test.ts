import { describe, expect, it } from "vitest";
import { bladeFixture, loaded, machineFixture, mounted, opened, toolFixture, viewOf } from "../ledger/setup.fixture.ts";
import type { Tool } from "../tool/index.ts";
import { errorBudget } from "./errorBudget.ts";
import { impossibilities } from "./impossible.ts";
import { largestRetreat } from "./retreat.ts";
import type { TouchFacts, TouchNumbers } from "./touchFacts.ts";

describe("errorBudget", () => {
  it.each([
    // √(0.003² + 0.000289² + 0.002²) × 2
    ["x", "skim", 0.0072],
    // √(0.003² + (2·0.008)² + 0.000289² + 0.000289² + 0.002²) × 2
    ["x", "paper", 0.0328],
    // √(0.003² + (2·0.001)² + 2·0.000289² + 0.002²) × 2
    ["x", "block", 0.0083],
    // √(0.000289² + 0.002²) × 2
    ["z", "skim", 0.004],
    // √(0.008² + 2·0.000289² + 0.002²) × 2
    ["z", "paper", 0.0165],
  ] as const)("%s by %s: ± %d", (axis, way, expanded) => {
    expect(errorBudget(machineFixture, toolFixture, axis, way, 0.025).expanded).toBeCloseTo(expanded, 4);
  });
  it("fits up to a quarter of the band", () => {
    expect(errorBudget(machineFixture, toolFixture, "x", "skim", 0.025).fits).toBe(true);
    expect(errorBudget(machineFixture, toolFixture, "x", "paper", 0.025).fits).toBe(false);
    expect(errorBudget(machineFixture, toolFixture, "x", "paper", 0.0328 * 2 + 0.001).fits).toBe(true);
  });
  it("counts a last digit that is a radius twice", () => {
    const coarse = { ...machineFixture, resolution: { x: 0.01, z: 0.01 } };
    const asRadius = errorBudget({ ...coarse, xShown: "radius" }, toolFixture, "x", "skim", 1).expanded;
    expect(asRadius).toBeCloseTo(2 * Math.hypot(0.003, 0.02 / Math.sqrt(12), 0.002), 9);
    expect(asRadius).toBeGreaterThan(errorBudget(coarse, toolFixture, "x", "skim", 1).expanded);
  });
});

describe("what a shop knows better", () => {
  it("counts its own gauges and spacers, and the warmth of the part", () => {
    const skim = (...more: [object?, number?]) =>
      errorBudget(machineFixture, toolFixture, "x", "skim", 1, ...more).expanded;
    expect(skim({ micrometer: 0.006 })).toBeCloseTo(2 * Math.hypot(0.006, 0.001 / Math.sqrt(12), 0.002), 9);
    const paper = errorBudget(machineFixture, toolFixture, "z", "paper", 1, { paper: 0.002 }).expanded;
    expect(paper).toBeLessThan(errorBudget(machineFixture, toolFixture, "z", "paper", 1).expanded);
    // Ten degrees on 54 mm of steel: 54 · 11.5e−6 · 10 = 0.0062.
    const warm = { ...machineFixture, partWarmth: 10 };
    const grown = errorBudget(warm, toolFixture, "x", "skim", 1, {}, 54).expanded;
    expect(grown).toBeCloseTo(2 * Math.hypot(skim() / 2, 0.00621), 9);
    expect(errorBudget(warm, toolFixture, "z", "skim", 1, {}, 54).expanded).toBe(
      errorBudget(machineFixture, toolFixture, "z", "skim", 1).expanded,
    );
  });
});

describe("impossibilities", () => {
  const possible = { machine: -287.7, size: 54.2, spacer: 0 };
  const measured = {
    id: "00000000-0000-4000-8000-0000000000aa",
    kind: "stock-measured",
    payload: { diameter: 54.9 },
  } as const;
  const touchOf = ({ axis = "x", way = "skim", choice = {}, ...numbers }: Change): TouchFacts => ({
    axis,
    way,
    choice,
    numbers: { ...possible, ...numbers },
  });
  type Change = Partial<Omit<TouchFacts, "numbers">> & TouchNumbers;
  const first = (setup: ReturnType<typeof viewOf>) => {
    const [tool] = setup.tools;
    if (!tool) throw new Error("the fixture has a tool");
    return tool;
  };
  const found = (change: Change, setup = viewOf(opened(), loaded("1"))) =>
    impossibilities(setup, first(setup), touchOf(change)).map(({ field, code }) => `${field}: ${code}`);

  it("finds none in an ordinary touch", () => {
    expect(found({})).toEqual([]);
    expect(found({ axis: "z", machine: -400, size: 0 })).toEqual([]);
  });
  it("allows oversize stock until it is measured", () => {
    expect(found({ size: 55.4 })).toEqual([]);
    expect(found({ size: 55.41 })).toEqual(["size: larger-than-stock"]);
    expect(found({ size: 55 }, viewOf(opened(), loaded("1"), measured))).toEqual(["size: larger-than-stock"]);
  });
  it("puts every impossibility at its field", () => {
    expect(found({ machine: 20, size: 0, way: "paper", spacer: -0.05 })).toEqual([
      "machine: outside-travel",
      "size: no-size",
      "spacer: negative-thickness",
    ]);
    expect(found({ way: "paper", spacer: 0 })).toEqual(["spacer: no-thickness"]);
    expect(found({ axis: "z", machine: -400, size: -1 })).toEqual(["size: behind-face"]);
  });
  it("says in the machine's unit what would have been possible", () => {
    const setup = viewOf(opened({ units: "in" }), loaded("1"));
    const [refusal] = impossibilities(setup, first(setup), touchOf({ size: 542 }));
    expect(refusal?.message).toBe(
      "This diameter (21.3386 in) would be larger than the stock (2.1811 in, nominal 2.1654 in and up to 0.0157 in oversize). Check for a decimal point.",
    );
  });

  const bar: Tool = {
    kind: "boring",
    description: "Bore",
    insert: "CCMT 060204",
    leadAngle: 95,
    bar: 12,
    smallestBore: 14,
    overhang: 40,
  };
  const blade: Tool = {
    kind: "groove-outside",
    description: "Groove",
    width: 3,
    cornerRadius: 0.2,
    depth: 10,
    shank: 20,
    overhang: 30,
    programmed: "left",
  };
  const hole = (diameter: number) =>
    ({ id: "00000000-0000-4000-8000-0000000000ab", kind: "hole-recorded", payload: { diameter } }) as const;
  const setupWith = (tool: Tool, ...more: Parameters<typeof viewOf>) => viewOf(opened(), mounted("1", tool), ...more);

  it("keeps a bar out of a hole that is too small, and a bore smaller than the stock", () => {
    expect(found({ size: 13 }, setupWith(bar, hole(20)))).toEqual(["size: larger-than-hole"]);
    expect(found({ size: 20 }, setupWith(bar, hole(13)))).toEqual(["choice: larger-than-hole"]);
    expect(found({ size: 55.4 }, setupWith(bar, hole(20)))).toEqual(["size: larger-than-stock"]);
    expect(found({ size: 20.4 }, setupWith(bar, hole(20)))).toEqual([]);
  });
  it("refuses an edge that cannot reach the face, and lets it be lined up by eye", () => {
    const face = { axis: "z", machine: -400, size: 0 } as const;
    const touch = (choice: TouchFacts["choice"], way: TouchFacts["way"] = "scratch") =>
      found({ ...face, way, choice }, setupWith(blade));
    expect(touch({ touching: "left" })).toEqual([]);
    expect(touch({ touching: "right" })).toEqual(["choice: bad-edge"]);
    expect(touch({ touching: "centre" })).toEqual(["choice: bad-edge"]);
    expect(touch({ touching: "right" }, "eye")).toEqual([]);
    expect(found({ ...face, size: -5, way: "scratch", choice: { stand: "behind" } }, setupWith(blade))).toEqual([]);
    expect(found({ ...face, way: "scratch", choice: { stand: "behind" } }, setupWith(blade))).toEqual([
      "size: not-behind-face",
    ]);
  });
  it("refuses a blade wider than the groove that it makes", () => {
    expect(found({}, setupWith({ ...blade, groove: 2.5 }))).toEqual(["choice: wider-than-groove"]);
    expect(found({}, setupWith({ ...blade, groove: 3 }))).toEqual([]);
  });
  it("refuses an overhang beyond the slot, and a setter calibrated in other units", () => {
    const stations = [{ id: "1", zone: "main", standardOverhang: 20, longestOverhang: 26 }];
    const gang = viewOf(opened({ stations }), loaded("1"));
    const slide = { way: "slide", commanded: 20, size: 20 } as const;
    expect(found({ ...slide, overhang: 26 }, gang)).toEqual([]);
    expect(found({ ...slide, overhang: 26.1 }, gang)).toEqual(["overhang: overhang-beyond-slot"]);
    expect(found({ ...slide, overhang: 0 }, gang)).toEqual(["overhang: no-size"]);
    const setter = { kind: "arm", calibratedIn: "in", outside: -100, bore: -90, face: -300 } as const;
    expect(found({ way: "setter" }, viewOf(opened({ setter }), loaded("1")))).toEqual([
      "trigger: calibrated-in-other-units",
    ]);
  });
  it("refuses a retreat beyond the travel and one towards the work", () => {
    const call = { way: "preset", old: -60, commanded: 20, size: 20, spacer: 0, jog: 0 } as const;
    // Travel to 10, margin 1: 10 − 1 − (20 − 60) = 49.
    expect(found({ ...call, retreat: 49 })).toEqual([]);
    expect(found({ ...call, retreat: 49.1 })).toEqual(["retreat: retreat-beyond-travel"]);
    expect(found({ ...call, retreat: -5 })).toEqual(["retreat: retreat-towards-work"]);
    expect(largestRetreat(machineFixture, "x", {}, { old: -60, called: 20, work: 0, away: 1 })).toBe(49);
    // Away towards minus from −40: travel from −420, so 420 − 40 − 1 = 379.
    expect(largestRetreat(machineFixture, "x", {}, { old: -60, called: 20, work: 0, away: -1 })).toBe(379);
  });
  it("retreats towards minus from behind a face, and from the far side of the centreline", () => {
    const call = { way: "preset", old: -60, commanded: -12, size: -12, spacer: 0, jog: 0 } as const;
    const behind = { axis: "z", choice: { stand: "behind" }, ...call } as const;
    const blade = viewOf(opened(), mounted("1", { ...bladeFixture, programmed: "left" }));
    expect(found({ ...behind, retreat: -5 }, blade)).toEqual([]);
    expect(found({ ...behind, retreat: 5 }, blade)).toEqual(["retreat: retreat-towards-work"]);
    // Called to −20 with −60: at −80, and 340 − 1 to the end of the travel at −420.
    const zones = [{ id: "far", name: "Far", kind: "gang", works: "main", from: "minus" } as const];
    const gang = viewOf(opened({ zones }), loaded("1"));
    const across = { ...call, commanded: 20, size: 20 } as const;
    expect(found({ ...across, retreat: -339 }, gang)).toEqual([]);
    expect(found({ ...across, retreat: -339.1 }, gang)).toEqual(["retreat: retreat-beyond-travel"]);
  });
});
