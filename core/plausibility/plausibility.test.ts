import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { isLong } from "../../tests/hard/long.ts";
import { learnedScatter, scatterOf } from "./honestScatter.ts";
import { chanceFrom, drawAtOdds, drawSlips } from "./monteCarlo.fixture.ts";
import { plausibilityOf } from "./plausibility.ts";
import type { PlausibilityCase } from "./plausibilityCase.ts";
import { type CorrectableSlip, slipsOf } from "./slips.ts";
import { mistyped, pointSlipped, readTypedNumber, swapped, writtenOut } from "./typedNumber.ts";

const PERCENT = (value: number) => `${(value * 100).toFixed(1)} %`;

describe("plausibility over drawn cases", () => {
  it("names the slip that was made, rarely doubts an honest value, and is right as often as it says", {
    timeout: 240_000,
  }, () => {
    const chance = chanceFrom(2026);
    const odds = drawAtOdds(chance, isLong ? 20_000 : 2500);
    const { clear, large } = drawSlips(chance, isLong ? 250 : 60);
    const figures = Object.entries(clear).map(([kind, { right, of }]) => `${kind} ${right}/${of}`);
    process.stdout.write(
      `${figures.join(", ")}\nall above 3 sigma ${PERCENT(large.right / large.of)}, false alarms ${PERCENT(odds.falseAlarms)}, ` +
        `calibration ${odds.calibration.toFixed(4)}, of those doubted ${odds.calibrationDoubted.toFixed(4)}\n`,
    );
    for (const [kind, { right, of }] of Object.entries(clear)) {
      expect(of, kind).toBeGreaterThanOrEqual(isLong ? 100 : 20);
      expect(right / of, kind).toBeGreaterThanOrEqual(0.95);
    }
    expect(large.right / large.of).toBeGreaterThanOrEqual(0.93);
    expect(odds.falseAlarms).toBeLessThanOrEqual(0.01);
    expect(odds.calibration).toBeLessThanOrEqual(0.05);
    expect(odds.calibrationDoubted).toBeLessThanOrEqual(0.05);
  });
});

/** An outside touch with a 0.1 paper in a holder that comes back within 0.02; the honest value is −230.000. */
const USUAL: PlausibilityCase = {
  units: "mm",
  resolution: 0.001,
  axis: "x",
  scatter: 0.02,
  value: -230,
  history: [-230.01, -229.99],
  touch: {
    surface: { kind: "outside", diameter: 54.2 },
    tool: { shape: "nose", radius: 0.8, programmed: "tip" },
    spacer: 0.1,
  },
  stock: 55,
};
const FACE: PlausibilityCase = {
  ...USUAL,
  axis: "z",
  value: -400,
  history: [-400],
  touch: { surface: { kind: "face", z: 2, stand: "behind" }, tool: { shape: "cutter", diameter: 8 }, spacer: 0.1 },
};
const waysOf = (one: PlausibilityCase, kind: CorrectableSlip) =>
  slipsOf(one)
    .get(kind)
    ?.map(({ value }) => Number(value.toFixed(4)));

describe("what a number would be without each slip", () => {
  it.each<readonly [CorrectableSlip, PlausibilityCase, readonly number[] | undefined]>([
    ["paper-ignored", USUAL, [-230.2]],
    ["paper-once", USUAL, [-230.1]],
    ["paper-wrong-way", USUAL, [-230.4]],
    ["paper-twice", USUAL, [-229.8]],
    ["decimal-slip-spacer", USUAL, [-231.8, -229.82]],
    ["radius-for-diameter", USUAL, [-284.2]],
    ["diameter-doubled", USUAL, [-202.9]],
    ["decimal-slip-measured", USUAL, [-717.8, -181.22]],
    ["nose-radius", USUAL, [-229.2, -230.8, -228.4, -231.6]],
    ["wrong-edge", USUAL, undefined],
    ["sign-lost", USUAL, [230]],
    ["moved-before-entry", { ...USUAL, jogSteps: [0.1] }, [-229.9, -230.1]],
    ["moved-before-entry", USUAL, undefined],
    // Behind a face everything turns round, and a face has no diameter.
    ["paper-ignored", FACE, [-399.9]],
    ["paper-once", FACE, undefined],
    ["cutter-radius", FACE, [-396, -392]],
    ["radius-for-diameter", FACE, undefined],
    ["decimal-slip-measured", FACE, [-418, -398.2]],
    ["paper-ignored", { ...USUAL, touch: undefined }, undefined],
  ])("%s", (kind, one, values) => {
    expect(waysOf(one, kind)).toEqual(values);
  });

  it("swaps neighbouring digits and keeps the point where it is", () => {
    expect(swapped(writtenOut(22.45, 0.001))).toEqual([24.25, 22.54, 22.405]);
    expect(swapped(writtenOut(-0.125, 0.001))).toEqual([-0.215, -0.152]);
    expect(swapped(writtenOut(20.5, 0.1))).toEqual([25]);
    expect(swapped(writtenOut(0, 0.001))).toEqual([]);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 999_999 }), (digits) => {
        const value = digits / 1000;
        for (const other of swapped(writtenOut(value, 0.001)))
          expect(swapped(writtenOut(other, 0.001))).toContain(value);
      }),
    );
  });
});

describe("plausibilityOf", () => {
  it("believes what comes back within the holder's scatter, and says what else it could be", () => {
    const { verdict, kinds, message } = plausibilityOf({ ...USUAL, value: -229.97 });
    expect([verdict, message, kinds[0]?.kind]).toEqual(["believable", null, "remounted"]);
    expect(kinds.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 12);
  });
  it("asks with the numbers, and offers what it would be", () => {
    const { verdict, kinds, message } = plausibilityOf({ ...USUAL, value: -229.8 });
    expect(verdict).toBe("doubt");
    expect(kinds[0]).toMatchObject({ kind: "paper-ignored", corrected: -230 });
    expect(message).toBe("0.200 mm more than the last 2 times: was the paper left out (it would be −230.000)?");
  });
  it("believes anything where nothing is known, but not another row's number", () => {
    const unknown: PlausibilityCase = { ...USUAL, history: [], value: -12.345 };
    expect(plausibilityOf(unknown).verdict).toBe("believable");
    const others = [{ offset: "7", value: -12.345, previous: -12.3 }];
    const { kinds, message } = plausibilityOf({ ...unknown, others });
    expect(kinds[0]).toMatchObject({ kind: "other-row", corrected: null });
    expect(message).toMatch(/what offset 7 holds: does it belong in another row\?/);
  });
  it("sees that all have moved alike", () => {
    const others = [
      { offset: "2", value: 12.01, previous: 10 },
      { offset: "3", value: 32, previous: 30 },
    ];
    const { kinds, message } = plausibilityOf({ ...FACE, value: -398, others });
    expect(kinds[0]).toMatchObject({ kind: "moved-alike", corrected: null });
    expect(message).toMatch(
      /offsets 2 and 3 have moved by \+2.00[0-9] too: has the face, the part or the master changed\?/,
    );
  });
  it.each<readonly [string, Partial<PlausibilityCase>, RegExp]>([
    ["outside the travel", { range: [-220, 0] }, /outside what the travel allows/],
    ["larger than the stock", { stock: 54 }, /larger than the stock \(54\)/],
  ])("holds what is %s for impossible", (_, change, words) => {
    const { verdict, message } = plausibilityOf({ ...USUAL, ...change });
    expect(verdict).toBe("impossible");
    expect(message).toMatch(words);
  });
  it("lets an outside be as large as the stock, a bore only smaller", () => {
    const bore = {
      ...USUAL,
      touch: { ...USUAL.touch, surface: { kind: "bore", diameter: 54.2 } },
    } as PlausibilityCase;
    expect(plausibilityOf({ ...USUAL, stock: 54.2 }).verdict).toBe("believable");
    expect(plausibilityOf({ ...bore, stock: 54.2 }).verdict).toBe("impossible");
  });
  it("states chances that sum to 1 for whatever comes", () => {
    const value = fc.double({ min: -2000, max: 2000, noNaN: true });
    fc.assert(
      fc.property(
        value,
        fc.array(value, { maxLength: 4 }),
        fc.double({ min: 1e-4, max: 5, noNaN: true }),
        (v, history, scatter) => {
          const { kinds } = plausibilityOf({ ...USUAL, value: v, history, scatter });
          expect(kinds.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
          for (const { probability } of kinds) expect(probability).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });
});

describe("honest scatter", () => {
  it("goes by the way of holding, whatever it is called", () => {
    expect(scatterOf("insert indexed", "x", "mm")).toBe(0.06);
    expect(scatterOf("Quick-change post", "z", "mm")).toBe(0.02);
    expect(scatterOf("square shank without stop", "x", "mm")).toBe(1);
    expect(scatterOf("collet", "z", "in")).toBeCloseTo(3 / 25.4, 12);
    expect(scatterOf("magic", "x", "mm")).toBe(0.3);
  });
  it("is learned from what a holder has done", () => {
    expect(learnedScatter(0.3, [])).toBe(0.3);
    expect(learnedScatter(0.3, [-230])).toBe(0.3);
    const chance = chanceFrom(5);
    const normal = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
    const many = Array.from({ length: 400 }, () => 0.01 * normal());
    expect(learnedScatter(0.3, many)).toBeGreaterThan(0.02);
    expect(learnedScatter(0.02, many)).toBeCloseTo(0.01, 2);
  });
});

describe("what a hand typed", () => {
  it("is read by its sign, digits and one point or comma", () => {
    expect(readTypedNumber("\u2212185,032")).toMatchObject({ value: -185.032, hasPoint: true });
    expect(readTypedNumber(" 30 ")).toMatchObject({ value: 30, whole: "30", part: "", hasPoint: false });
    expect(readTypedNumber(".884")?.value).toBe(0.884);
    for (const text of ["", "-", ".", "7/8", "1.2.3", "30 mm"]) expect(readTypedNumber(text)).toBeUndefined();
  });
  it("may have any one digit wrong", () => {
    const number = readTypedNumber("-4.2");
    // Nine others for the 4 and nine for the 2.
    expect(number && mistyped(number)).toHaveLength(18);
    expect(number && mistyped(number)).toEqual(expect.arrayContaining([-0.2, -9.2, -4, -4.9]));
  });
  it("may have its point slipped, or forgotten where there is none", () => {
    const [slipped, forgotten] = ["28.5", "285"].map(readTypedNumber);
    expect(slipped && pointSlipped(slipped, 0.001)).toEqual([285, 2.85]);
    expect(forgotten && pointSlipped(forgotten, 0.001)).toEqual([2850, 28.5, 2.85, 0.285]);
  });
});

/** A bare tip on an outside of 30, X in diameters: the display reads 30 more than the offset. */
const FIRST: PlausibilityCase = {
  units: "mm",
  resolution: 0.001,
  axis: "x",
  usual: 0.02,
  value: -315.03,
  history: [],
  touch: { surface: { kind: "outside", diameter: 30 }, tool: { shape: "tip" }, spacer: 0 },
  typed: { machine: "-285.03", size: "30" },
};
const firstKind = (one: Partial<PlausibilityCase>) => {
  const { verdict, kinds } = plausibilityOf({ ...FIRST, ...one });
  return [verdict, kinds[0]?.kind, kinds[0]?.corrected];
};

describe("a first setup", () => {
  const own = [{ value: -315.03, sigma: 0.01 }];
  it("believes what another touch of the mounting says", () => {
    expect(firstKind({ own })).toEqual(["believable", "remounted", null]);
  });
  it.each<readonly [string, Partial<PlausibilityCase>, string, number]>([
    // The readout with 1 for 2: −185.03 − 30.
    [
      "a digit of the readout",
      { value: -215.03, typed: { machine: "-185.03", size: "30" } },
      "digit-mistyped",
      -315.03,
    ],
    // The point one place off: −28.503 − 30.
    [
      "a point of the readout",
      { value: -58.503, typed: { machine: "-28.503", size: "30" } },
      "decimal-slip-measured",
      -315.03,
    ],
    ["the sign of the readout", { value: 255.03, typed: { machine: "285.03", size: "30" } }, "sign-lost", -315.03],
    // 285.03 with the 8 and the 5 the other way round: −258.03 − 30.
    [
      "two digits of the readout",
      { value: -288.03, typed: { machine: "-258.03", size: "30" } },
      "digits-swapped",
      -315.03,
    ],
    // 30 mm typed as inches would be 762, and 30 / 25.4 is 1.1811: −285.03 − 1.1811.
    [
      "inches for millimetres in the size",
      {
        value: -286.211,
        typed: { machine: "-285.03", size: "1.1811" },
        touch: { surface: { kind: "outside", diameter: 1.1811 }, tool: { shape: "tip" }, spacer: 0 },
      },
      "units-mixed",
      -315.03,
    ],
  ])("names %s against another touch", (_, change, kind, corrected) => {
    const [verdict, found, value] = firstKind({ own, ...change });
    expect([verdict, found]).toEqual(["doubt", kind]);
    expect(Math.abs(Number(value) - corrected)).toBeLessThan(0.002);
  });
  it("asks nothing where the control may have held another tool, and where nothing is known", () => {
    expect(firstKind({ control: { value: -291.4 } })[0]).toBe("believable");
    expect(firstKind({})[0]).toBe("believable");
  });
  it("asks about a paper of 9 where the shop has one of 0.09", () => {
    // Twice 9 on the diameter: −285.03 − 30 − 18; with 0.09 it is −315.21.
    const touch = { surface: { kind: "outside", diameter: 30 }, tool: { shape: "tip" }, spacer: 9 } as const;
    const typed = { machine: "-285.03", size: "30", spacer: "9" };
    const shop = { commonThickness: [0.05, 0.09, 10] };
    expect(firstKind({ value: -333.03, touch, typed, ...shop })).toEqual(["doubt", "decimal-slip-spacer", -315.21]);
    // A block of 10 that the shop has is asked nothing about.
    expect(
      firstKind({ value: -335.03, touch: { ...touch, spacer: 10 }, typed: { ...typed, spacer: "10" }, ...shop })[0],
    ).toBe("believable");
  });
  it("is not blinded by one bad value of a history", () => {
    const history = [-315.02, -315.04, -314.03, -315.03];
    expect(firstKind({ history })[0]).toBe("believable");
    expect(firstKind({ history, value: -314.03, typed: { machine: "-284.03", size: "30" } })[0]).toBe("doubt");
  });
});

describe("rows that moved", () => {
  const rows = (...moves: readonly number[]) =>
    moves.map((by, index) => ({
      offset: String(index + 1),
      previous: -100 * (index + 1),
      value: -100 * (index + 1) + by,
      scatter: 0.02,
    }));
  it("are named with their shift where they agree, and only those", () => {
    const moved = plausibilityOf({
      ...FIRST,
      scatter: 0.02,
      history: [-317.03, -317.02],
      others: rows(2, 2.01, 1.99, 40),
    });
    expect(moved.kinds[0]?.kind).toBe("moved-alike");
    expect(moved.shared?.rows).toEqual(["1", "2", "3"]);
    expect(moved.shared?.shift).toBeCloseTo(2, 1);
    expect(moved.message).toMatch(/offsets 1, 2 and 3 have moved by \+2.0/);
  });
  it("share no shift where they do not agree, whatever their mean", () => {
    const apart = plausibilityOf({ ...FIRST, scatter: 0.02, history: [-317.03, -317.02], others: rows(0, 6, -2, 4) });
    expect(apart.kinds[0]?.kind).not.toBe("moved-alike");
  });
});
