import { describe, expect, it } from "vitest";
import { machineFixture, opened, viewOf } from "../ledger/setup.fixture.ts";
import { errorBudget } from "./errorBudget.ts";
import { impossibilities, type TouchFacts } from "./impossible.ts";

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
    expect(errorBudget(machineFixture, axis, way, 0.025).expanded).toBeCloseTo(expanded, 4);
  });
  it("fits up to a quarter of the band", () => {
    expect(errorBudget(machineFixture, "x", "skim", 0.025).fits).toBe(true);
    expect(errorBudget(machineFixture, "x", "paper", 0.025).fits).toBe(false);
    expect(errorBudget(machineFixture, "x", "paper", 0.0328 * 2 + 0.001).fits).toBe(true);
  });
  it("counts a last digit that is a radius twice", () => {
    const coarse = { ...machineFixture, resolution: { x: 0.01, z: 0.01 } };
    const asRadius = errorBudget({ ...coarse, xShown: "radius" }, "x", "skim", 1).expanded;
    expect(asRadius).toBeCloseTo(2 * Math.hypot(0.003, 0.02 / Math.sqrt(12), 0.002), 9);
    expect(asRadius).toBeGreaterThan(errorBudget(coarse, "x", "skim", 1).expanded);
  });
});

describe("impossibilities", () => {
  const possible: TouchFacts = { axis: "x", way: "skim", machine: -287.7, size: 54.2, spacer: 0 };
  const measured = {
    id: "00000000-0000-4000-8000-0000000000aa",
    kind: "stock-measured",
    version: 1,
    payload: { diameter: 54.9 },
  } as const;
  const found = (change: Partial<TouchFacts>, setup = viewOf(opened())) =>
    impossibilities(setup, { ...possible, ...change }).map(({ field, code }) => `${field}: ${code}`);

  it("finds none in an ordinary touch", () => {
    expect(found({})).toEqual([]);
    expect(found({ axis: "z", machine: -400, size: 0 })).toEqual([]);
  });
  it("allows oversize stock until it is measured", () => {
    expect(found({ size: 55.4 })).toEqual([]);
    expect(found({ size: 55.41 })).toEqual(["size: larger-than-stock"]);
    expect(found({ size: 55 }, viewOf(opened(), measured))).toEqual(["size: larger-than-stock"]);
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
    const [refusal] = impossibilities(viewOf(opened({ units: "in" })), { ...possible, size: 542 });
    expect(refusal?.message).toBe(
      "This diameter (21.3386 in) would be larger than the stock (2.1811 in, nominal 2.1654 in and up to 0.0157 in oversize). Check for a decimal point.",
    );
  });
});
