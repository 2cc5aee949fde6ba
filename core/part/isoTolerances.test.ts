import { describe, expect, it } from "vitest";
import { generalTolerance, isoFit } from "./isoTolerances.ts";

describe("isoFit", () => {
  // Limits in thousandths as the tables of ISO 286-2 print them.
  it.each([
    [22, "H7", 0, 21],
    [22, "H8", 0, 33],
    [20, "g6", -20, -7],
    [30, "h6", -13, 0],
    [50, "f7", -50, -25],
    [10, "e8", -47, -25],
    [6, "d9", -60, -30],
    [18, "k6", 1, 12],
    [25, "m6", 8, 21],
    [40, "n6", 17, 33],
    [60, "p6", 32, 51],
    [12, "js9", -21.5, 21.5],
    [15, "K7", -12, 6],
    [15, "M7", -18, 0],
    [15, "N7", -23, -5],
    [15, "P7", -29, -11],
    [35, "K6", -13, 3],
    [100, "N9", Number.NaN, Number.NaN],
    [2, "K7", -10, 0],
    [2, "M7", -12, -2],
    [80, "G7", 10, 40],
    [120, "F8", 36, 90],
    [200, "D10", 170, 355],
    [30, "H11", 0, 130],
    [500, "H7", 0, 63],
    [3, "H7", 0, 10],
    [3.001, "H7", 0, 12],
  ])("%d %s", (nominal, fit, lower, upper) => {
    const found = isoFit(nominal, fit);
    if (Number.isNaN(lower)) return expect(found.ok).toBe(false);
    expect(found).toMatchObject({ ok: true });
    if (!found.ok) return;
    expect(1000 * found.value.lower).toBeCloseTo(lower, 9);
    expect(1000 * found.value.upper).toBeCloseTo(upper, 9);
  });
  it.each([
    [22, "q7", "unknown-fit"],
    [22, "H3", "unknown-fit"],
    [22, "k9", "unknown-fit"],
    [22, "H", "unknown-fit"],
    [501, "H7", "size"],
    [0, "H7", "size"],
    [-5, "H7", "size"],
    [Number.NaN, "H7", "size"],
  ])("refuses %d %s", (nominal, fit, code) => {
    expect(isoFit(nominal, fit)).toMatchObject({ ok: false, refusal: { code } });
  });
});

describe("generalTolerance", () => {
  it.each([
    [3, "m", 0.1],
    [3.1, "m", 0.1],
    [30, "m", 0.2],
    [30.1, "m", 0.3],
    [44, "f", 0.15],
    [500, "c", 2],
    [10, "v", 1],
    [2, "v", undefined],
    [0.4, "m", undefined],
    [2500, "m", undefined],
  ] as const)("%d %s", (nominal, general, value) => {
    expect(generalTolerance(nominal, general)).toBe(value);
  });
});
