import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DRILLS, drillFor, judgeAnswer } from "./drills.ts";
import { SLIP_WORDS, type SlipKind } from "./slipWords.ts";

const drill = (id: string) => {
  const found = DRILLS.find((one) => one.id === id);
  if (!found) throw new Error(`no drill ${id}`);
  return found;
};
/** Numbers in turn, as a random source. */
const turns = (...numbers: readonly number[]) => {
  let at = 0;
  return () => numbers[at++ % numbers.length] ?? 0;
};

describe("a drill asks what a calculator answers", () => {
  it.each([
    // Machine −340 + 160/2 = −260; Ø 12 + 48/2 = 36; the middle one of five papers, 0.09: −260 − 36 − 0.18.
    ["paper-on-a-diameter", [0.5], -296.18, -296.09, /counts twice/],
    // −320 + 120/2 = −260; bore 10 + 35/2 = 27.5; paper 0.09: −260 − (27.5 − 0.18).
    ["paper-in-a-bore", [0.5], -287.32, -287.68, /smaller, not larger/],
    // −480 + 180/2 = −390; work −160 + 100/2 = −110; −390 + 110 − 0.09.
    ["paper-on-the-face", [0.5], -280.09, -500.09, /minus a negative number is plus/],
    // −420 + 140/2 = −350; the middle one of five widths, 2.5; the far-side edge is driven: −352.5.
    ["edge-of-a-blade", [0.5], -352.5, -350, /width is missing/],
    // −420 + 140 · 0.25 = −385; second width, 2; the chuck-side edge is driven.
    ["edge-of-a-blade", [0.25], -385, -387, /no width/],
    // Outside 37.5 (15 + 45/2); the fifth of eight, 0.018 over; wear holds 0.015: 0.015 − 0.018.
    ["which-way-wear", [0.5], -0.003, 0.033, /other way/],
    // −230 + 110/2 = −175 held; 0.45 · … −0.9 + 1.8 · 0.75 = 0.45 more.
    ["amount-to-add", [0.5, 0.75], 0.45, -174.55, /whole number/],
    // 0.25 + 2.25 · 0.5 = 1.375 in: 34.925 mm.
    ["inches-and-millimetres", [0.5], 34.925, 349.25, /point/],
  ] as const)("%s from %o", (id, numbers, right, wrong, says) => {
    const question = drill(id).question(turns(...numbers));
    expect(question.answer).toBeCloseTo(right, 9);
    expect(judgeAnswer(question, right)).toEqual({ isRight: true });
    expect(judgeAnswer(question, wrong)).toEqual({ isRight: false, says: expect.stringMatching(says) });
    expect(judgeAnswer(question, -right)).toMatchObject({ isRight: false, says: "The sign." });
  });

  it("never takes a slip for right, whatever is drawn", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...DRILLS),
        fc.array(fc.double({ min: 0, max: 0.999, noNaN: true }), { minLength: 8, maxLength: 8 }),
        (one, numbers) => {
          const question = one.question(turns(...numbers));
          expect(question.answer).toBeCloseTo(Math.round(question.answer * 1000) / 1000, 9);
          for (const { number } of question.slips)
            if (Math.abs(number - question.answer) > 0.0005) expect(judgeAnswer(question, number).isRight).toBe(false);
        },
      ),
    );
  });

  it("is found for the slips of arithmetic", () => {
    const kinds = Object.keys(SLIP_WORDS) as SlipKind[];
    expect(kinds.filter((kind) => drillFor(kind)).length).toBeGreaterThanOrEqual(15);
    expect(drillFor("paper-once")?.id).toBe("paper-on-a-diameter");
    expect(drillFor("crash")).toBeUndefined();
  });
});
