import { describe, expect, it } from "vitest";
import { slipOfKeyed } from "./keyedSlip.ts";

const CELLS = [
  { row: "1", column: "geometry.x", wanted: -339.25 },
  { row: "1", column: "geometry.z", wanted: -402.104 },
  { row: "2", column: "geometry.x", wanted: -341.882 },
  { row: "2", column: "wear.x", wanted: 0 },
] as const;
const found = (number: number | null, before?: number) =>
  slipOfKeyed(
    { row: "1", column: "geometry.x", wanted: -339.25, found: number },
    { resolution: 0.001, before, cells: CELLS },
  );

describe("a cell that was read back otherwise", () => {
  it.each([
    [-339.52, { kind: "digits-swapped" }],
    [-393.25, { kind: "digits-swapped" }],
    [339.25, { kind: "sign-lost" }],
    [-33.925, { kind: "point-slipped" }],
    // −339.25 / 25.4 = −13.35629…
    [-13.356, { kind: "units-mixed" }],
    [-678.5, { kind: "doubled" }],
    [-169.625, { kind: "halved" }],
    [-339.28, { kind: "digit-mistyped" }],
    [-402.104, { kind: "other-cell", row: "1", column: "geometry.z" }],
    [-341.882, { kind: "other-cell", row: "2", column: "geometry.x" }],
    // Half a last digit apart is the same number.
    [-339.2504, undefined],
    [-312.77, undefined],
    [0, undefined],
    [null, undefined],
  ] as const)("holds %d", (number, slip) => {
    expect(found(number)).toEqual(slip);
  });
  it("still holds the old number", () => {
    expect(found(-339.75, -339.75)).toEqual({ kind: "not-keyed" });
    expect(found(0, 0)).toEqual({ kind: "not-keyed" });
    // Not known before, it is −339.25 with one digit wrong.
    expect(found(-339.75)).toEqual({ kind: "digit-mistyped" });
  });
  it("was added to what stood there", () => {
    expect(found(-679, -339.75)).toEqual({ kind: "added" });
    expect(found(-679)).toBeUndefined();
  });
});
