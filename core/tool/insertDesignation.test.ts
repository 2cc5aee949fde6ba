import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { radiusInInches, readInsertDesignation } from "./insertDesignation.ts";
import { EDGE_TO_CIRCLE, INSERT_SHAPES } from "./insertTables.ts";

function insert(text: string) {
  const answer = readInsertDesignation(text);
  if (!answer.ok) throw new Error(answer.refusal.message);
  return answer.value;
}

describe("readInsertDesignation", () => {
  it.each([
    ["CNMG 120408", "iso", "C", 80, 12.7, 4.76, 0.8],
    ["DCMT 11T304", "iso", "D", 55, 9.525, 3.97, 0.4],
    ["WNMG080412", "iso", "W", 80, 12.7, 4.76, 1.2],
    ["vbmt 160402", "iso", "V", 35, 9.525, 4.76, 0.2],
    ["TPGH L30202".replace("L3", "08"), "iso", "T", 60, 4.76, 2.38, 0.2],
    ["WBGT L30202", "iso", "W", 80, 4.76, 2.38, 0.2],
    ["KNUX 160405R11", "iso", "K", 55, 9.525, 4.76, 0.5],
    ["CNMG 120408EN-M5", "iso", "C", 80, 12.7, 4.76, 0.8],
    ["RNMG 120400", "iso", "R", null, 12.7, 4.76, 6.35],
    ["RCMT 1204M0", "iso", "R", null, 12, 4.76, 6],
    ["RCMT 0602M0", "iso", "R", null, 6, 2.38, 3],
    ["RCMX 100300", "iso", "R", null, 10, 3.18, 5],
    ["CNMG 120408MA", "iso", "C", 80, 12.7, 4.76, 0.8],
    ["CCMT 3(2.5)1", "inch", "C", 80, 9.525, 3.97, 0.4],
    ["CNMG432MP", "inch", "C", 80, 12.7, 4.76, 0.8],
    ["CNMG 432", "inch", "C", 80, 12.7, 4.76, 0.8],
    ["CCMT 32.51", "inch", "C", 80, 9.525, 3.97, 0.4],
    ["CCMT 21.51", "inch", "C", 80, 6.35, 2.38, 0.4],
    ["CCGT 21.50.5", "inch", "C", 80, 6.35, 2.38, 0.2],
    ["DNMG-543", "inch", "D", 55, 15.875, 6.35, 1.2],
    ["RNMG 43", "inch", "R", null, 12.7, 4.76, 6.35],
  ])(
    "%s: %s, shape %s, %s°, circle %d, thickness %d, radius %d",
    (text, system, shape, includedAngle, inscribedCircle, thickness, noseRadius) => {
      expect(insert(text)).toMatchObject({ system, shape, includedAngle, inscribedCircle, thickness, noseRadius });
    },
  );

  it("takes a sharp corner for 0.05 and says that it is called sharp", () => {
    expect(insert("CCGT 09T300")).toMatchObject({ noseRadius: 0.05, sharp: true });
    expect(insert("CCGT 32.50")).toMatchObject({ noseRadius: 0.05, sharp: true });
  });

  it.each([
    ["", 0, "shape"],
    ["XNMG 120408", 0, "shape"],
    ["C?MG 120408", 1, "clearance"],
    ["CN1G 120408", 2, "tolerance"],
    ["CNM", 3, "fixing"],
    ["CNMG", 4, "sizes"],
    ["CNMG 140408", 6, "edge length"],
    ["CNMG 128808", 7, "thickness"],
    ["CNMG 1204", 9, "radius"],
    ["CNMG 12040X", 10, "radius"],
    ["CNMG 120408?", 11, "end"],
    ["CNMG 1204088", 11, "end"],
    ["RCMT 1104M0", 6, "edge length"],
    ["RNMG 120408", 10, "round"],
    ["CNMG 12X408", 7, "thickness"],
    ["CNMG 120", 8, "thickness"],
    ["CNMG 932", 5, "inscribed circle"],
    ["CNMG 43", 7, "radius"],
  ])("refuses %j at %d: expected %s", (text, at, expected) => {
    const answer = readInsertDesignation(text);
    expect(answer).toMatchObject({ ok: false, refusal: { code: "designation", at } });
    expect(!answer.ok && answer.refusal.message).toContain(expected);
  });

  it("never throws and never points outside the text", () => {
    fc.assert(
      fc.property(fc.oneof(fc.string({ maxLength: 16 }), fc.stringMatching(/^[A-Z]{4} ?[0-9TLM.]{0,8}$/)), (text) => {
        const answer = readInsertDesignation(text);
        if (!answer.ok) expect(answer.refusal.at).toBeLessThanOrEqual(text.length);
      }),
    );
  });

  it("is keyed on an inch control in exact sixty-fourths", () => {
    expect([0.2, 0.4, 0.8, 1.2].map(radiusInInches)).toEqual([1 / 128, 1 / 64, 1 / 32, 3 / 64]);
    expect(radiusInInches(0.5)).toBeCloseTo(0.019685, 6);
  });
});

describe("the table of edge lengths", () => {
  /** Edge length over inscribed circle, from the geometry of each shape. */
  const perCircle: Record<string, (circle: number, angle: number) => number> = {
    rhombus: (circle, angle) => circle / Math.sin((angle * Math.PI) / 180),
    T: (circle) => circle * Math.sqrt(3),
    W: (circle) => circle * 0.6839,
    H: (circle) => circle * Math.tan(Math.PI / 6),
    P: (circle) => circle * Math.tan(Math.PI / 5),
    O: (circle) => circle * Math.tan(Math.PI / 8),
    R: (circle) => circle,
  };
  const rows = Object.entries(EDGE_TO_CIRCLE).flatMap(([shape, codes]) =>
    Object.entries(codes).map(([code, circle]) => [shape, code, circle] as const),
  );
  it.each(rows.filter(([shape]) => shape !== "K"))(
    "%s %s is the edge of a circle of %d, without decimals",
    (shape, code, circle) => {
      const edge = (perCircle[shape] ?? perCircle.rhombus)?.(circle, INSERT_SHAPES[shape]?.includedAngle ?? 0) ?? 0;
      // The standard cuts decimals off; a few lengths within 0.3 of the next millimetre are rounded instead, one down from 4.03.
      const length = Number(code.replace("L", ""));
      expect(edge).toBeGreaterThan(length - 0.35);
      expect(edge).toBeLessThan(length + 1.05);
    },
  );
});
