import { describe, expect, it } from "vitest";
import type { Command } from "../ledger/index.ts";
import { loaded, nextId, opened, touched, viewOf } from "../ledger/setup.fixture.ts";
import { correctedCell, featureStates, firstPartCorrections } from "./firstPart.ts";

const FEATURE = "00000000-0000-4000-8000-00000000f001";
const feature = (more: object = {}): Command => ({
  id: nextId(),
  kind: "feature-recorded",
  payload: { feature: FEATURE, name: "Seat", offset: "1", axis: "x", nominal: 30, lower: -0.05, upper: 0, ...more },
});
const measured = (value: number, part = 1): Command => ({
  id: nextId(),
  kind: "feature-measured",
  payload: { feature: FEATURE, part, measured: value, uncertainty: 0.003 },
});
const TOUCHED = [loaded("1"), touched("1", "x", -339, 54), touched("1", "z", -400, 0)];
const setup = (...entries: readonly Command[]) => viewOf(opened(), ...TOUCHED, ...entries);

describe("the first part of a setup", () => {
  it("aims at the middle of the limits, and says where the measurement lies", () => {
    const view = setup(feature(), measured(30.01));
    expect(featureStates(view)).toMatchObject([{ form: "cylinder", within: false, isCurrent: true }]);
    expect(firstPartCorrections(view)).toMatchObject([{ value: -0.035, amount: -0.035, side: 1, verdict: "offset" }]);
    expect(firstPartCorrections(view)[0]?.features[0]?.next).toBeCloseTo(29.975, 9);
    expect(featureStates(setup(feature(), measured(29.95)))).toMatchObject([{ within: true }]);
  });
  it("goes by what was measured since the offset last changed", () => {
    const again = touched("1", "x", -339.02, 54);
    expect(firstPartCorrections(setup(feature(), measured(30.01), again))).toEqual([]);
    expect(firstPartCorrections(setup(feature(), measured(30.01), again, measured(29.985, 2)))).toMatchObject([
      { value: -0.01 },
    ]);
  });
  it("turns the sign for a tool from the minus side, whose diameters lie at negative coordinates", () => {
    const zones = [{ id: "gang", name: "gang", works: "main", from: "minus" }];
    const stations = [{ id: "1", zone: "gang" }];
    const view = viewOf(opened({ zones, stations } as object), ...TOUCHED, feature(), measured(30.01));
    const [correction] = firstPartCorrections(view);
    expect(correction).toMatchObject({ value: 0.035, side: -1 });
    // The part gets smaller all the same.
    expect(correction?.features[0]?.next).toBeCloseTo(29.975, 9);
  });
  it("adds to wear or geometry as they stand, and asks before a large one", () => {
    const view = setup(feature(), measured(30.01));
    const correct = { offset: "1", axis: "x", meant: false } as const;
    expect(correctedCell(view, { ...correct, how: "wear" })).toMatchObject({
      ok: true,
      value: { column: "wear.x", from: 0, to: -0.035 },
    });
    const geometry = correctedCell(view, { ...correct, how: "geometry" });
    expect(geometry.ok && geometry.value.to).toBeCloseTo(-339.035, 9);
    // Geometry by hand, wear never seen: 0 would be a guess.
    const byHand: Command = {
      id: nextId(),
      kind: "table-edited",
      payload: { edit: "entered", cells: [{ offset: "1", column: "geometry.x", from: null, to: -339 }] },
    };
    const unknown = viewOf(opened(), loaded("1"), byHand, feature(), measured(30.01));
    expect(correctedCell(unknown, { ...correct, how: "wear" })).toMatchObject({ refusal: { code: "nothing-known" } });
    expect(correctedCell(unknown, { ...correct, how: "geometry" })).toMatchObject({ ok: true });
    const large = setup(feature(), measured(30.5));
    expect(correctedCell(large, { ...correct, how: "wear" })).toMatchObject({ refusal: { code: "too-large" } });
    expect(correctedCell(large, { ...correct, how: "wear", meant: true })).toMatchObject({ ok: true });
    expect(correctedCell(setup(feature()), { ...correct, how: "wear" })).toMatchObject({
      refusal: { code: "nothing-to-correct" },
    });
  });
});

describe("lengths between the surfaces of several offsets", () => {
  const length = (nominal: number, offset: string, from: string, is: "face" | "wall", value: number) => {
    const id = nextId();
    return [
      {
        ...feature(),
        payload: {
          feature: id,
          name: `${nominal}`,
          offset,
          axis: "z",
          nominal,
          lower: -0.02,
          upper: 0.02,
          from: { offset: from, is },
        },
      },
      { ...measured(value), payload: { feature: id, part: 1, measured: value, uncertainty: 0.003 } },
    ] as readonly Command[];
  };
  const corrections = (...lengths: readonly (readonly Command[])[]) =>
    firstPartCorrections(viewOf(opened(), loaded("1"), loaded("7"), loaded("17"), ...lengths.flat()));
  const width = length(-3, "17", "7", "wall", -2.95);
  it("are corrected together, and predicted together", () => {
    // Both walls of 7 lie 0.2 too deep; the width is 0.05 too small: 17 by 0.2 − 0.05 = 0.15, and −2.95 + 0.15 − 0.2 = −3.
    const found = corrections(length(-9, "7", "1", "face", -9.2), length(-20, "7", "1", "face", -20.2), width);
    expect(found.map(({ offset, verdict, value }) => [offset, verdict, value])).toEqual([
      ["7", "offset", 0.2],
      ["17", "offset", 0.15],
    ]);
    expect(found[1]?.features.map(({ next }) => next)).toEqual([expect.closeTo(-3, 9)]);
  });
  it("are not corrected where that is counted from lengths that contradict each other", () => {
    const found = corrections(length(-9, "7", "1", "face", -9.2), length(-20, "7", "1", "face", -20), width);
    expect(found.map(({ offset, verdict }) => [offset, verdict])).toEqual([
      ["7", "inconsistent"],
      ["17", "inconsistent"],
    ]);
    // Nothing is proposed, so the next part measures the same.
    expect(found[1]?.features.map(({ next }) => next)).toEqual([expect.closeTo(-2.95, 9)]);
  });
});
