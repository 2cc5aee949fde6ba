import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type MeasuredLength, solveLengths } from "./lengthCorrections.ts";

const length = (offset: string, from: string | undefined, deviation: number, uncertainty = 0.01): MeasuredLength => ({
  id: `${offset} from ${from}`,
  offset,
  from,
  deviation,
  uncertainty,
});
const FACE = new Set(["1"]);

describe("solveLengths", () => {
  it("corrects the wall, and not the face that it is measured from", () => {
    const { corrections } = solveLengths([length("7", "1", 0.06)], FACE);
    expect([...corrections]).toEqual([["7", 0.06]]);
  });
  it("says nothing of the tool that makes both ends", () => {
    const { corrections, residuals } = solveLengths([length("1", "1", 0.06)], FACE);
    expect(corrections.size).toBe(0);
    expect(residuals.get("1 from 1")).toBe(0.06);
  });
  it("says nothing of two offsets that only a width ties together", () => {
    const { corrections, residuals } = solveLengths([length("7", "17", 0.02)], FACE);
    expect(corrections.size).toBe(0);
    expect(residuals.get("7 from 17")).toBe(0.02);
  });
  it("takes the width along once one of its walls is known", () => {
    // Wall 7 lies 0.06 wrong; the width between 17 and 7 is right, so 17 lies as wrong.
    const { corrections } = solveLengths([length("7", "1", 0.06), length("7", "17", 0)], FACE);
    expect(corrections.get("7")).toBeCloseTo(0.06, 12);
    expect(corrections.get("17")).toBeCloseTo(0.06, 12);
  });
  it("shares a contradiction by what is known how well", () => {
    // 7 by the face 0.06 and 17 by the face 0, but the width says 0.03 between them: 0.03 too many, a third each.
    const { corrections, residuals } = solveLengths(
      [length("7", "1", 0.06), length("17", "1", 0), length("7", "17", 0.03)],
      FACE,
    );
    expect(corrections.get("7")).toBeCloseTo(0.05, 12);
    expect(corrections.get("17")).toBeCloseTo(0.01, 12);
    expect(residuals.get("7 from 17")).toBeCloseTo(-0.01, 12);
  });
  it("finds any errors of offsets again from lengths without noise", () => {
    const error = fc.double({ min: -0.2, max: 0.2, noNaN: true });
    const offsets = ["2", "3", "4", "5", "6"];
    fc.assert(
      fc.property(
        fc.array(error, { minLength: 5, maxLength: 5 }),
        fc.array(fc.nat(4), { minLength: 5, maxLength: 5 }),
        (errors, others) => {
          const wrong = new Map(offsets.map((offset, at) => [offset, errors[at] ?? 0]));
          // Each hangs on the face or on one before it, and one more length closes a ring.
          const lengths = offsets.map((offset, at) => {
            const from = at === 0 ? "1" : (["1", ...offsets][(others[at] ?? 0) % (at + 1)] as string);
            return length(offset, from, (wrong.get(from) ?? 0) - (wrong.get(offset) ?? 0));
          });
          const closing = length("6", "1", -(wrong.get("6") ?? 0), 0.003);
          const { corrections, residuals } = solveLengths([...lengths, closing], FACE);
          for (const offset of offsets) expect(corrections.get(offset)).toBeCloseTo(-(wrong.get(offset) ?? 0), 9);
          for (const left of residuals.values()) expect(left).toBeCloseTo(0, 9);
        },
      ),
    );
  });
});
