import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readLimits } from "./readLimits.ts";

const MM = { units: "mm", isDiameter: true } as const;

describe("readLimits", () => {
  it.each([
    ["H8", 22, 0, 0.033, "H8"],
    ["g6", 20, -0.02, -0.007, "g6"],
    ["m", 44, -0.3, 0.3, "m"],
    ["±0.05", 44, -0.05, 0.05, undefined],
    ["± .05", 44, -0.05, 0.05, undefined],
    ["+/-0,05", 44, -0.05, 0.05, undefined],
    ["+-0.05", 44, -0.05, 0.05, undefined],
    ["+0.02/-0.01", 44, -0.01, 0.02, undefined],
    ["−0.01 +0.02", 44, -0.01, 0.02, undefined],
    ["0/+0.033", 22, 0, 0.033, undefined],
    ["+0.033/0", 22, 0, 0.033, undefined],
    ["-0.02/-0.007", 20, -0.02, -0.007, undefined],
    ["21.98 to 22.02", 22, -0.02, 0.02, undefined],
    ["22.02 21.98", 22, -0.02, 0.02, undefined],
    ["22.02; 21.98", 22, -0.02, 0.02, undefined],
    ["0.04 to 0.06", 0.05, -0.01, 0.01, undefined],
  ])("%s of %d", (text, nominal, lower, upper, by) => {
    const read = readLimits(text, nominal, MM);
    expect(read).toMatchObject({ ok: true, value: { by } });
    if (!read.ok) return;
    expect(read.value.lower).toBeCloseTo(lower, 9);
    expect(read.value.upper).toBeCloseTo(upper, 9);
  });
  it("takes figures in inches", () => {
    const read = readLimits("±.002", 25.4, { units: "in", isDiameter: true });
    expect(read.ok && read.value.upper).toBeCloseTo(0.0508, 9);
  });
  it.each(["", "x", "0.05", "±0", "±-0.1", "0.02 0.02", "1 2 3", "H99", "+0.02/", "99 to 120", "Q7"])(
    "refuses “%s”",
    (text) => {
      expect(readLimits(text, 22, MM)).toMatchObject({ ok: false, refusal: { code: "limits" } });
    },
  );
  it("refuses a fit on a length", () => {
    expect(readLimits("H7", 22, { ...MM, isDiameter: false }).ok).toBe(false);
  });
  it("always gives an upper limit above the lower one, whatever is typed", () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(..."0123456789.,+-±/ toHgm;"), maxLength: 14 }), (text) => {
        const read = readLimits(text, 22, MM);
        if (read.ok) expect(read.value.upper).toBeGreaterThan(read.value.lower);
      }),
    );
  });
});
