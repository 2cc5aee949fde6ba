import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type ForwardTouch, readoutAtContact } from "../../sim/contact/contact.ts";
import { roundToResolution } from "../units/index.ts";
import { readTouchCase } from "./touchCase.ts";
import { solveTouch } from "./touchEquation.ts";

function solve(json: Record<string, unknown>) {
  const problem = readTouchCase(json);
  if (!problem.ok) throw new Error(`${problem.refusal.code}: ${problem.refusal.message}`);
  return solveTouch(problem.value);
}
const skim = {
  units: "mm",
  axis: "x",
  solveFor: "geometry",
  machine: -318.204,
  surface: { kind: "bore", diameter: 21.046 },
  tool: { shape: "tip" },
};

interface Worked {
  cases: (Record<string, unknown> & { id: string; resolution: number })[];
  want: { id: string; exact: number; touched?: number }[];
}
/** Worked cases that stand in the repository as golden values, each with the result that was worked out for it. */
const worked: Worked = JSON.parse(readFileSync(new URL("./worked-cases.json", import.meta.url), "utf8"));

describe("worked cases", () => {
  it.each(worked.want)("$id", ({ id, exact, touched }) => {
    const json = worked.cases.find((one) => one.id === id) ?? { resolution: 0 };
    const result = solve(json);
    expect(result.exact).toBeCloseTo(exact, 9);
    expect(result.value).toBe(roundToResolution(exact, json.resolution));
    if (touched !== undefined) expect(result.touched).toBeCloseTo(touched, 9);
    else expect(result.touched).toBeNull();
    expect(result.ladder.reduce((sum, line) => sum + line.value, 0)).toBeCloseTo(result.exact, 9);
  });
});

describe("solveTouch", () => {
  it("sums a skimmed bore as on the back of a setup sheet", () => {
    expect(solve(skim)).toMatchObject({ value: -339.25, touched: 21.046 });
    expect(solve(skim).ladder.map(({ quantity, value }) => [quantity, value])).toEqual([
      ["machine", -318.204],
      ["measured", -21.046],
      ["spacer", 0],
      ["offset", 0],
      ["offset", 0],
    ]);
  });
  it("takes a setter's trigger, with the cutter's radius on Z", () => {
    // −402.880 − (−380.500) − 3 (radius of a 6 mm cutter in front) = −25.380
    const result = solve({
      ...skim,
      axis: "z",
      machine: -402.88,
      surface: { kind: "setter", trigger: -380.5 },
      tool: { shape: "cutter", diameter: 6 },
      work: 99,
    });
    expect(result).toMatchObject({ value: -25.38, touched: null });
  });
  it("doubles an overhang on X, with the stored sign", () => {
    expect(
      solve({ units: "mm", axis: "x", solveFor: "geometry", overhang: { standard: 20, actual: 21.5 }, storedSign: -1 }),
    ).toMatchObject({ value: -3, touched: null });
  });
  it("keeps a tie of an inch control a tie", () => {
    expect(solve({ ...skim, units: "in", machine: -1.00005, surface: { kind: "outside", diameter: 0 } }).value).toBe(
      -1.0001,
    );
  });
});

describe("the forward model comes back to the truth", () => {
  const length = (low: number, high: number) =>
    fc.integer({ min: low * 10000, max: high * 10000 }).map((digits) => digits / 10000);
  const offsets = fc.record({ geometry: length(-500, 500), wear: length(-0.5, 0.5), work: length(-400, 400) });
  const spacer = fc.oneof(fc.constant(0), length(0.01, 30));
  const sign = fc.constantFrom<1 | -1>(1, -1);
  const edges = fc.constantFrom<"left" | "centre" | "right">("left", "centre", "right");

  /** Where the programmed point lies within a blade of width w: the stretch from it to both edges. */
  const bladeBody = (width: number, programmed: string): [number, number] =>
    programmed === "left" ? [0, width] : programmed === "right" ? [-width, 0] : [-width / 2, width / 2];

  /** Everything that the forward model and the equation are told alike. */
  const scenario = fc
    .record({
      offsets,
      spacer,
      sign,
      across: fc.boolean(),
      inside: fc.boolean(),
      size: length(1, 90),
      width: length(0.2, 12),
      programmed: edges,
      z: length(-60, 0),
      angle: fc.integer({ min: 60, max: 180 }),
    })
    .chain((facts) =>
      fc
        .constantFrom("od-tip", "od-nose", "face-tip", "face-nose", "blade", "thread", "drill", "cutter-z", "cutter-y")
        .map((kind) => ({ ...facts, kind })),
    );
  type Facts = typeof scenario extends fc.Arbitrary<infer Value> ? Value : never;

  const build = (facts: Facts): { json: Record<string, unknown>; touch: ForwardTouch } => {
    const { size, width, across, inside, z } = facts;
    const faceFront = { axis: "z" as const, surface: z, approach: -1 as const };
    const face = { kind: "face", z };
    const towardsPlusX = inside !== across;
    const onDiameter = {
      axis: "x" as const,
      surface: across ? -size / 2 : size / 2,
      approach: towardsPlusX ? (1 as const) : (-1 as const),
    };
    const diameter = { kind: inside ? "bore" : "outside", diameter: size, across };
    const whole = (geometry: Omit<ForwardTouch, "offsets" | "spacer">, json: Record<string, unknown>) => ({
      touch: { ...geometry, offsets: facts.offsets, spacer: facts.spacer },
      json: { axis: geometry.axis, ...json },
    });
    switch (facts.kind) {
      case "od-tip":
        return whole({ ...onDiameter, tool: { body: [0, 0] } }, { surface: diameter, tool: { shape: "tip" } });
      case "od-nose":
        return whole(
          { ...onDiameter, tool: { body: [-width, width] } },
          { surface: diameter, tool: { shape: "nose", radius: width }, programmed: "centre" },
        );
      case "face-tip":
        return whole({ ...faceFront, tool: { body: [0, 30] } }, { surface: face, tool: { shape: "tip" } });
      case "face-nose":
        return whole(
          { ...faceFront, tool: { body: [-width, width] } },
          { surface: face, tool: { shape: "nose", radius: width }, programmed: "centre" },
        );
      case "blade":
      case "thread": {
        // Standing behind a rear face, the right-hand edge is the one that touches.
        const touch = inside ? { axis: "z" as const, surface: z, approach: 1 as const } : faceFront;
        return whole(
          { ...touch, tool: { body: bladeBody(width, facts.programmed) } },
          {
            surface: { ...face, stand: inside ? "behind" : "front" },
            tool: { shape: facts.kind, width },
            touching: inside ? "right" : "left",
            programmed: facts.programmed,
          },
        );
      }
      case "drill": {
        const point = size / 2 / Math.tan((facts.angle / 2) * (Math.PI / 180));
        return whole(
          { ...faceFront, tool: { body: [-point, 80] } },
          { surface: face, tool: { shape: "drill", diameter: size, pointAngle: facts.angle }, programmed: "corner" },
        );
      }
      case "cutter-z": {
        const touch = inside ? { axis: "z" as const, surface: z, approach: 1 as const } : faceFront;
        return whole(
          { ...touch, tool: { body: [-width / 2, width / 2] } },
          { surface: { ...face, stand: inside ? "behind" : "front" }, tool: { shape: "cutter", diameter: width } },
        );
      }
      default: {
        const approach = inside ? (1 as const) : (-1 as const);
        return whole(
          { axis: "y", surface: (-approach * size) / 2, approach, tool: { body: [-width / 2, width / 2] } },
          {
            surface: { kind: "bar-side", diameter: size, stand: inside ? "minus" : "plus" },
            tool: { shape: "cutter", diameter: width },
          },
        );
      }
    }
  };

  it("for every tool, surface, stand, stored sign and unknown", () => {
    fc.assert(
      fc.property(
        scenario,
        fc.constantFrom("mm", "in"),
        fc.constantFrom("geometry", "work"),
        (facts, units, solveFor) => {
          const { json, touch } = build(facts);
          const { geometry, wear, work } = facts.offsets;
          const known = { wear: facts.sign * wear, geometry: facts.sign * geometry, work };
          const result = solve({
            ...json,
            units,
            solveFor,
            spacer: facts.spacer,
            storedSign: facts.sign,
            machine: readoutAtContact(touch),
            ...known,
          });
          const truth = solveFor === "work" ? work : facts.sign * geometry;
          const lastDigit = units === "mm" ? 0.001 : 0.0001;
          // A tie may fall either way in a readout that carries binary noise; the exact value may not differ.
          expect(result.exact).toBeCloseTo(truth, 9);
          expect(Math.abs(result.value - truth)).toBeLessThanOrEqual(lastDigit / 2 + 1e-9);
          // The closure: with the result in place, the display reads the touched dimension.
          expect(readoutAtContact(touch) - geometry - wear - work).toBeCloseTo(result.touched ?? Number.NaN, 9);
        },
      ),
      { numRuns: 1500 },
    );
  });
});

describe("readTouchCase refuses", () => {
  const face = { kind: "face", z: 0 };
  it.each<[string, Record<string, unknown>]>([
    ["missing", { machine: undefined }],
    ["missing", { surface: undefined }],
    ["missing", { units: undefined }],
    ["missing", { tool: { shape: "blade", width: 3 }, axis: "z", surface: face, programmed: "left" }],
    ["missing", { axis: "z", surface: face, tool: { shape: "drill", diameter: 5, pointAngle: 118 } }],
    ["missing", { preset: { old: 1, retreat: 2 } }],
    ["not-finite", { machine: "12" }],
    ["not-finite", { machine: Number.POSITIVE_INFINITY }],
    ["not-finite", { resolution: 0 }],
    [
      "not-finite",
      { axis: "z", surface: face, tool: { shape: "drill", diameter: 5, pointAngle: 0 }, programmed: "corner" },
    ],
    ["negative-thickness", { spacer: -0.1 }],
    ["negative-thickness", { tool: { shape: "cutter", diameter: -1 } }],
    ["bad-surface-for-axis", { axis: "z" }],
    ["bad-surface-for-axis", { axis: "x", surface: face }],
    ["bad-surface-for-axis", { surface: { kind: "bar-side", diameter: 3, stand: "plus" } }],
    ["bad-surface-for-axis", { axis: "z", overhang: { standard: 1, actual: 2 } }],
    [
      "bad-edge",
      { axis: "z", surface: face, tool: { shape: "blade", width: 3 }, touching: "centre", programmed: "left" },
    ],
    ["bad-edge", { axis: "z", surface: face, tool: { shape: "nose", radius: 1 }, programmed: "left" }],
    ["unknown", { axis: "c" }],
    ["unknown", { units: "ft" }],
    ["unknown", { solveFor: "wear" }],
    ["unknown", { surface: { kind: "cone", diameter: 3 } }],
    ["unknown", { tool: { shape: "spoon" } }],
    ["unknown", { storedSign: 2 }],
    ["unknown", { solveFor: "work", surface: { kind: "setter", trigger: 1 } }],
  ])("with %s: %j", (code, change) => {
    expect(readTouchCase({ ...skim, ...change })).toMatchObject({ ok: false, refusal: { code } });
  });
  it("what is no case at all", () => {
    for (const json of [null, 3, "x", [], undefined]) expect(readTouchCase(json).ok).toBe(false);
  });
});
