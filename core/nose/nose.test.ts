import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { orientationCode, type TipDirection } from "../tool/index.ts";
import { compensatedWay, type NoseProblem, noseDeviation, readProfile } from "./index.ts";

const RIGHT: TipDirection = { x: -1, z: -1 };
const problem = (profile: NoseProblem["profile"], more: Partial<NoseProblem> = {}): NoseProblem => ({
  profile,
  side: "outside",
  numbering: "A",
  real: { radius: 0.8, code: 3 },
  control: { compensated: false, radius: 0.8, code: 3 },
  ...more,
});
const deviations = (one: NoseProblem) => {
  const answer = noseDeviation(one);
  if (!answer.ok) throw new Error(answer.refusal.message);
  return answer.value;
};

describe("noseDeviation", () => {
  it("keeps (√2 − 1)·r on a 45° cone that is not compensated, nothing on cylinder and face", () => {
    const { elements, largest } = deviations(
      problem([
        [20, 0],
        [20, -20],
        [40, -30],
        [60, -30],
      ]),
    );
    expect(elements.map(({ index }) => index)).toEqual([0, 1, 2]);
    expect(elements[0]?.deviation).toBeCloseTo(0, 12);
    expect(elements[1]?.deviation).toBeCloseTo((Math.SQRT2 - 1) * 0.8, 12);
    expect(elements[2]?.deviation).toBeCloseTo(0, 12);
    expect(largest).toBeCloseTo(0.331371, 6);
  });
  it("is r·(|cos θ| + |sin θ| − 1) for every slope that the tip can reach", () => {
    const slopes = fc.record({
      angle: fc.double({ min: 0, max: 90, noNaN: true }),
      radius: fc.double({ min: 0.05, max: 1.6, noNaN: true }),
    });
    fc.assert(
      fc.property(slopes, ({ angle, radius }) => {
        // An element that runs to the chuck and rises by the angle.
        const [c, s] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
        const { elements } = deviations(
          problem(
            [
              [20, 0],
              [20 + 40 * s, -20 * c],
            ],
            { real: { radius, code: 3 } },
          ),
        );
        expect(elements[0]?.deviation).toBeCloseTo(radius * (Math.abs(c) + Math.abs(s) - 1), 9);
      }),
    );
  });
  it("is nothing with the right radius and code compensated, whatever the profile", () => {
    const points = fc.array(
      fc.tuple(fc.double({ min: 1, max: 200, noNaN: true }), fc.double({ min: -200, max: 0, noNaN: true })),
      { minLength: 2, maxLength: 12 },
    );
    fc.assert(
      fc.property(
        points,
        fc.constantFrom(1, 2, 3, 4, 5, 6, 7, 8, 9),
        fc.constantFrom("outside" as const, "bore" as const),
        (profile, code, side) => {
          const nose = { radius: 0.4, code };
          const { largest } = deviations(
            problem(profile, { side, real: nose, control: { ...nose, compensated: true } }),
          );
          expect(largest).toBeCloseTo(0, 9);
        },
      ),
    );
  });
  it("a wrong code moves everything by whole radii, and bore and outside mirror each other", () => {
    const nose = { radius: 0.8, code: 3 };
    const wrong = deviations(
      problem(
        [
          [20, 0],
          [20, -20],
        ],
        { real: nose, control: { ...nose, code: 8, compensated: true } },
      ),
    );
    // Both tips lie a radius below their centre: a cylinder does not notice.
    expect(wrong.largest).toBeCloseTo(0, 12);
    const face = deviations(
      problem(
        [
          [20, 0],
          [60, 0],
        ],
        { real: nose, control: { ...nose, code: 8, compensated: true } },
      ),
    );
    expect(face.largest).toBeCloseTo(0.8, 12);
    const bore = deviations(
      problem(
        [
          [40, 0],
          [20, -20],
        ],
        { side: "bore", real: { radius: 0.4, code: 2 } },
      ),
    );
    const outside = deviations(
      problem(
        [
          [20, 0],
          [40, -20],
        ],
        { real: { radius: 0.4, code: 3 } },
      ),
    );
    expect(bore.largest).toBeCloseTo(outside.largest, 12);
  });
  it("leaves out what is shorter than four radii, and refuses a code that is none", () => {
    expect(
      deviations(
        problem([
          [20, 0],
          [22, -1],
        ]),
      ).elements,
    ).toEqual([]);
    expect(deviations(problem([[20, 0]]))).toEqual({ elements: [], largest: 0 });
    expect(noseDeviation(problem([[20, 0]], { real: { radius: 0.4, code: 12 } }))).toMatchObject({ ok: false });
  });
});

describe("compensatedWay", () => {
  it("leads a right-hand tip a radius beside every element, and nowhere else on cylinder and face", () => {
    const way = compensatedWay(
      { x: 60, z: 2 },
      [
        { x: 20, z: 2 },
        { x: 20, z: -20 },
        { x: 40, z: -20 },
      ],
      { radius: 0.8, tip: RIGHT, side: 1 },
    );
    // On a cylinder the tip itself touches; in the corner the nose stays a radius off the wall along Z, its tip on it.
    expect(way[0]).toEqual({ x: 20, z: 2 - 0.8 });
    expect(way[1]?.x).toBeCloseTo(20, 9);
    expect(way[1]?.z).toBeCloseTo(-20, 9);
    expect(way[2]?.z).toBeCloseTo(-20, 9);
  });
  it("shifts a cone by what an uncompensated nose would leave, so that nothing is left", () => {
    const way = compensatedWay(
      { x: 60, z: 2 },
      [
        { x: 20, z: 0 },
        { x: 40, z: -10 },
        { x: 60, z: -20 },
      ],
      { radius: 0.8, tip: RIGHT, side: 1 },
    );
    const [, at] = way;
    // n = (1, 1)/√2: the tip moves by R·(n + d) on both axes.
    expect(at?.x).toBeCloseTo(40 + 2 * 0.8 * (Math.SQRT1_2 - 1), 9);
    expect(at?.z).toBeCloseTo(-10 + 0.8 * (Math.SQRT1_2 - 1), 9);
  });
});

describe("readProfile", () => {
  it("reads X and Z line by line, with letters, commas and units", () => {
    const read = readProfile("X20 Z0\n\n22,5; -1\n.875in -.5in", { units: "mm", decimal: "," });
    expect(read).toMatchObject({ ok: true });
    if (read.ok)
      expect(read.value.map((point) => point.map((one) => +one.toFixed(4)))).toEqual([
        [20, 0],
        [22.5, -1],
        [22.225, -12.7],
      ]);
  });
  it("says which line is wrong", () => {
    expect(readProfile("20 0\n22", { units: "mm" })).toMatchObject({ ok: false, refusal: { at: 2 } });
    expect(readProfile("20 0\n22 q", { units: "mm" })).toMatchObject({ ok: false, refusal: { code: "line", at: 2 } });
    expect(readProfile("20 0", { units: "mm" })).toMatchObject({ ok: false, refusal: { code: "short" } });
  });
  it("knows the codes of both numberings", () => {
    expect([orientationCode(RIGHT, "A"), orientationCode(RIGHT, "B")]).toEqual([3, 2]);
  });
});
