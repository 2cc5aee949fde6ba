import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { centreHeightOf } from "./centreHeight.ts";
import { overhangOf } from "./overhang.ts";
import { pinExposure } from "./pin.ts";
import { screwTurn, squarenessOf } from "./squareness.ts";
import { sagOf, sweepOf } from "./sweep.ts";

const length = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true });

describe("sweepOf", () => {
  const four = (readings: readonly number[]) => readings.map((reading, index) => ({ angle: index * 90, reading }));
  it("puts a bore's centre opposite the highest reading, a pin's towards it", () => {
    const bore = sweepOf(four([0.02, 0, -0.02, 0]), "bore");
    expect(bore).toMatchObject({
      ok: true,
      value: { offX: expect.closeTo(-0.02, 12), shiftX: expect.closeTo(0.04, 12) },
    });
    const pin = sweepOf(four([0.02, 0, -0.02, 0]), "pin");
    expect(pin).toMatchObject({ value: { offX: expect.closeTo(0.02, 12), shiftX: expect.closeTo(-0.04, 12) } });
  });
  it("finds the centre that a ring was moved to, whatever the angles, and its indicator's sag", () => {
    // Oracle: the distance from the spindle axis to a circle's wall in each direction, worked out exactly.
    const wall = (x: number, y: number, radius: number, degrees: number) => {
      const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
      const along = x * cos + y * sin;
      return along + Math.sqrt(radius ** 2 - (x * x + y * y - along * along));
    };
    const angles = fc.uniqueArray(fc.integer({ min: 0, max: 11 }), { minLength: 4, maxLength: 12 });
    fc.assert(
      fc.property(length(-0.05, 0.05), length(-0.05, 0.05), length(-0.01, 0.01), angles, (x, y, sag, at) => {
        const read = (cx: number, cy: number) =>
          at.map((clock) => ({
            angle: clock * 30,
            reading: 20 - wall(cx, cy, 20, clock * 30) + sag * Math.sin((clock * 30 * Math.PI) / 180),
          }));
        const known = sagOf(read(0, 0));
        const found = known.ok && sweepOf(read(x, y), "bore", known.value);
        expect(found).toMatchObject({
          ok: true,
          // A circle's wall is a cosine only to first order: x²/2r, here below 0.0002.
          value: { offX: expect.closeTo(x, 3), offY: expect.closeTo(y, 3) },
        });
      }),
    );
  });
  it("reports what is out of round, and refuses too few angles", () => {
    const oval = sweepOf(four([0.01, -0.01, 0.01, -0.01]), "bore");
    expect(oval).toMatchObject({ value: { outOfRound: expect.closeTo(0.01, 12), off: expect.closeTo(0, 12) } });
    expect(sweepOf([...four([0, 1]), { angle: 360, reading: 0 }], "bore")).toMatchObject({
      refusal: { code: "too-few" },
    });
  });
});

describe("squareness", () => {
  it("drifts with depth, and says which screw to turn and how far", () => {
    const { slope, degrees, drift } = squarenessOf(0, 0.03, 40, 12);
    expect([slope, degrees, drift].map((value) => Number(value.toFixed(5)))).toEqual([0.00075, 0.04297, 0.009]);
    const turn = screwTurn(slope, 60, 1);
    expect(turn).toMatchObject({ screw: "near", travel: expect.closeTo(0.045, 9), turn: expect.closeTo(16.2, 9) });
    expect(screwTurn(-slope, 60, 1).screw).toBe("far");
    expect(screwTurn(0, 60, 1)).toEqual({ screw: "neither", travel: 0, turn: 0 });
  });
  it("is nothing again once the screw has travelled", () => {
    fc.assert(
      fc.property(length(-0.1, 0.1), length(20, 100), length(20, 100), (off, run, lever) => {
        const { slope } = squarenessOf(0, off, run, 1);
        const { screw, travel } = screwTurn(slope, lever, 1);
        const turned = screw === "near" ? -travel / lever : screw === "far" ? travel / lever : 0;
        expect(Math.abs(slope + turned)).toBeLessThan(0.00002);
      }),
    );
  });
});

describe("centreHeightOf", () => {
  it("leaves most on small diameters after a skim, and a nib", () => {
    // √(4² + 0.16) − 4 = 0.01995; after the skim at 40 about 2·0.04·(1/4 − 1/40) = 0.018.
    const found = centreHeightOf(0.2, 4, 40);
    expect(found).toMatchObject({ uncalibrated: expect.closeTo(0.01995, 5), left: expect.closeTo(0.018, 3), nib: 0.4 });
    expect(centreHeightOf(0.2, 40, 40).left).toBeCloseTo(0, 9);
    expect(centreHeightOf(-0.2, 4, 40).correctionY).toBe(0.2);
  });
  it("agrees with the approximation of the trade where h is small", () => {
    fc.assert(
      fc.property(length(-0.2, 0.2), length(4, 60), length(20, 60), (h, diameter, skimmed) => {
        const approximate = 2 * h * h * (1 / diameter - 1 / skimmed);
        expect(Math.abs(centreHeightOf(h, diameter, skimmed).left - approximate)).toBeLessThan(0.0003);
      }),
    );
  });
});

describe("overhangOf", () => {
  it("bends by the cube of the length, and names the next bar that goes in", () => {
    // 60·80³ ÷ (3·210000·π·16⁴/64) = 30 720 000 ÷ (630000·3216.99) = 0.01516
    const found = overhangOf("steel", 16, 80);
    expect(found).toMatchObject({
      ratio: 5,
      deflection: expect.closeTo(0.01516, 5),
      fits: false,
      nextBar: 20,
      longest: 64,
    });
    expect(overhangOf("carbide", 16, 80)).toMatchObject({ fits: true, nextBar: undefined });
    expect(overhangOf("steel", 16, 80, 60, 18).nextBar).toBeUndefined();
    expect(overhangOf("steel", 16, 160).deflection / found.deflection).toBeCloseTo(8, 9);
  });
});

describe("pinExposure", () => {
  it("adds the step of the seat, never goes below the need, and refuses a pin that would work loose", () => {
    expect(pinExposure(8, 3, 24)).toEqual({ ok: true, value: { exposed: 11, seated: 13 } });
    expect(pinExposure(8, -3, 24)).toMatchObject({ value: { exposed: 8 } });
    expect(pinExposure(8, 6, 20)).toMatchObject({ refusal: { code: "too-short" } });
  });
});
