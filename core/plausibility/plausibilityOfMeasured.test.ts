import { describe, expect, it } from "vitest";
import type { Command, Payload } from "../ledger/index.ts";
import { loaded, nextId, opened, touched, viewOf } from "../ledger/setup.fixture.ts";
import { noCutMade, plausibilityOfMeasured } from "./plausibilityOfMeasured.ts";

type Dimension = Payload<"feature-recorded">;
const SEAT: Dimension = {
  feature: "00000000-0000-4000-8000-00000000f001",
  name: "Seat",
  offset: "1",
  axis: "x",
  nominal: 38.15,
  lower: -0.05,
  upper: 0.01,
};
/** Half the length: as a coordinate it lies behind the face. */
const LENGTH: Dimension = { ...SEAT, name: "Shoulder", axis: "z", nominal: -24.6, lower: -0.1, upper: 0.1 };
const setup = (...entries: readonly Command[]) =>
  viewOf(opened(), loaded("1"), touched("1", "x", -339, 54), touched("1", "z", -400, 0), ...entries);
const judge = (text: string, feature = SEAT, ...entries: readonly Command[]) =>
  plausibilityOfMeasured(setup(...entries), feature, { measured: Number(text), text });

describe("a measured dimension", () => {
  // The middle of 38.10 and 38.16 is 38.13.
  it("asks about two digits that were swapped", () => {
    const { verdict, kinds, message } = judge("38.31");
    expect(verdict).toBe("doubt");
    expect(kinds[0]).toMatchObject({ kind: "digits-swapped", corrected: 38.13 });
    expect(message).toMatch(/^0\.180 mm more than expected: were two digits swapped/);
    expect(judge("24.06", LENGTH).kinds[0]).toMatchObject({ kind: "digits-swapped", corrected: 24.6 });
  });
  it("asks nothing about a part that came out wrong: that is what it is measured for", () => {
    for (const text of ["38.13", "38.16", "38.2", "38.05", "38.49", "37.72", "40.1"])
      expect(judge(text).verdict, text).toBe("believable");
  });
  it("expects the safety wear that is in, and the part before once one was measured", () => {
    const safety: Command = { id: nextId(), kind: "safety-wear-set", payload: { offset: "1", x: 0.18, z: 0 } };
    expect(judge("38.31", SEAT, safety).verdict).toBe("believable");
    const recorded: Command = { id: nextId(), kind: "feature-recorded", payload: SEAT };
    const measured: Command = {
      id: nextId(),
      kind: "feature-measured",
      payload: { feature: SEAT.feature, part: 1, measured: 38.31, uncertainty: 0.003 },
    };
    expect(judge("38.31", SEAT, recorded, measured).verdict).toBe("believable");
    expect(judge("38.13", SEAT, recorded, measured).verdict).toBe("doubt");
  });
  it("cannot be larger than the stock, nor a bore smaller than its hole", () => {
    // Stock of 55, up to 0.4 oversize.
    expect(noCutMade(setup(), SEAT, 55.4)).toBeUndefined();
    expect(noCutMade(setup(), SEAT, 55.41)).toMatch(/No cut can have made this: the stock is 55\.400/);
    const bore: Dimension = { ...SEAT, form: "bore" };
    const hole: Command = { id: nextId(), kind: "hole-recorded", payload: { diameter: 20 } };
    expect(noCutMade(setup(hole), bore, 19.9)).toMatch(/the hole was 20\.000/);
    expect(noCutMade(setup(hole), bore, 20.5)).toBeUndefined();
    expect(noCutMade(setup(hole), bore, 55.4)).toMatch(/a bore of 55\.400/);
    expect(noCutMade(setup(), LENGTH, 80)).toBeUndefined();
  });
});
