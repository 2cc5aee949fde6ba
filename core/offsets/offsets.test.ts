import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { loaded, machineFixture, opened, recorded, touched, viewOf } from "../ledger/setup.fixture.ts";
import {
  fromControl,
  type LatheAxis,
  type MachineProfile,
  ONLY_ZONE,
  type Shown,
  shownAs,
  toControl,
  workToControl,
} from "../machine/index.ts";
import { solveTouchOf } from "../touch/index.ts";
import { closureOf } from "./closure.ts";
import { keyIn } from "./keyIn.ts";
import { radiusForControl, setupTable, touchedRows } from "./setupTable.ts";

const inchRadius: MachineProfile = {
  ...machineFixture,
  units: "in",
  resolution: { x: 0.0001, z: 0.0001 },
  xShown: "radius",
  storedSign: { x: -1, z: 1 },
  measuring: "add",
};

describe("the boundary to a control", () => {
  it("translates unit, sign and radius, and comes back", () => {
    expect(toControl(inchRadius, "x", -50.8, "tool-offset", ONLY_ZONE)).toBeCloseTo(1, 12);
    expect(toControl(inchRadius, "x", -50.8, "readout", ONLY_ZONE)).toBeCloseTo(-1, 12);
    expect(workToControl(inchRadius, "z", 25.4)).toBeCloseTo(1, 12);
    fc.assert(
      fc.property(
        fc.double({ min: -1000, max: 1000, noNaN: true }),
        fc.constantFrom("x", "z"),
        fc.constantFrom("readout", "tool-offset", "work-offset"),
        (length, axis, crossing) => {
          const shown = toControl(inchRadius, axis, length, crossing, ONLY_ZONE);
          expect(fromControl(inchRadius, axis, shown, crossing, ONLY_ZONE)).toBeCloseTo(length, 9);
        },
      ),
    );
  });
});

describe("keyIn", () => {
  const cell = { exact: -339.2504, touched: 51.482, before: -339.432 };
  it("overwrites with the rounded value, and predicts what the display reads", () => {
    // The cell keeps −339.250; the 0.0004 that rounding leaves over shows as 51.4816, read as 51.482.
    expect(keyIn(machineFixture, "x", cell, ONLY_ZONE)).toEqual({
      value: -339.25,
      before: -339.432,
      entry: { as: "overwrite", number: -339.25 },
      display: 51.482,
      workFirstToZero: false,
    });
  });
  it("adds the difference of the two cells, never of unrounded numbers", () => {
    expect(keyIn({ ...machineFixture, measuring: "add" }, "x", cell, ONLY_ZONE).entry).toEqual({
      as: "add",
      number: 0.182,
    });
    expect(
      keyIn({ ...machineFixture, measuring: "add" }, "x", { ...cell, before: undefined }, ONLY_ZONE).entry.as,
    ).toBe("overwrite");
  });
  it("states the touched dimension where the control computes", () => {
    expect(keyIn({ ...machineFixture, measuring: "touched-dimension" }, "x", cell, ONLY_ZONE).entry).toEqual({
      as: "touched-dimension",
      number: 51.482,
    });
  });
  it("states it without the work offset where the measuring function does not reckon with that", () => {
    const reckons = { work: true, wear: true, workMustBeZero: false };
    const state = (change: Partial<typeof reckons>) =>
      keyIn(
        { ...machineFixture, measuring: "touched-dimension", reckons: { ...reckons, ...change } },
        "z",
        {
          exact: -251.1425,
          touched: 0.09,
          before: undefined,
          work: -104.775,
        },
        ONLY_ZONE,
      );
    // −251.1425 is keyed as −251.143: the 0.0005 left over shows on the display.
    expect(state({})).toMatchObject({ entry: { number: 0.09 }, display: 0.091, workFirstToZero: false });
    expect(state({ work: false })).toMatchObject({ entry: { number: -104.685 }, display: 0.091 });
    // With G54 at 0 the control works out M − (P + S) = G, and shows P + S.
    expect(state({ workMustBeZero: true })).toMatchObject({
      entry: { number: -104.685 },
      display: -104.685,
      workFirstToZero: true,
    });
  });
  it("holds for an inch control that stores X as a radius with the opposite sign", () => {
    // −50.8 mm on the diameter is −2 in, −1 in as radius, +1 as stored; before −48.26 mm: +0.95.
    const keyed = keyIn(inchRadius, "x", { exact: -50.8, touched: 25.4, before: -48.26 }, ONLY_ZONE);
    expect(keyed).toMatchObject({ value: 1, before: 0.95, entry: { as: "add", number: 0.05 }, display: 0.5 });
  });
  it("closes on any machine: what is keyed puts the tool back where it touched", () => {
    const machine = fc.constantFrom(machineFixture, inchRadius, {
      ...machineFixture,
      storedSign: { x: -1 as const, z: -1 as const },
    });
    const length = fc.integer({ min: -4_000_000, max: 4_000_000 }).map((digits) => digits / 10000);
    fc.assert(
      fc.property(
        machine,
        fc.constantFrom<LatheAxis>("x", "z"),
        length,
        length,
        length,
        (profile, axis, readout, size, work) => {
          const setup = viewOf(opened(), loaded("1"));
          const [tool] = setup.tools;
          if (!tool) throw new Error("the fixture has a tool");
          const numbers = { machine: readout, size };
          const facts = { axis, way: "skim", choice: {}, numbers } as const;
          const touch = solveTouchOf(setup, { ...tool, work: { x: work, y: 0, z: work } }, facts);
          if (!touch) throw new Error("the touch is whole");
          const keyed = keyIn(
            profile,
            axis,
            { exact: touch.exact, touched: touch.touched ?? 0, before: undefined },
            ONLY_ZONE,
          );
          const shown = (value: number, crossing: "readout" | "work-offset") =>
            toControl(profile, axis, value, crossing, ONLY_ZONE);
          const inCore = fromControl(profile, axis, keyed.value as Shown<"tool-offset">, "tool-offset", ONLY_ZONE);
          const closure = closureOf(
            { machine: readout, geometry: inCore, wear: 0, work, touched: size },
            fromControl(profile, axis, shownAs("readout", profile.resolution[axis]), "readout", ONLY_ZONE),
          );
          expect(closure.closes).toBe(true);
          expect(keyed.display ?? Number.NaN).toBeCloseTo(
            shown(readout - inCore - work, "readout"),
            profile.units === "in" ? 3 : 2,
          );
        },
      ),
    );
  });
});

describe("the table of a setup", () => {
  const nose = {
    id: "00000000-0000-4000-8000-0000000000bb",
    kind: "nose-accepted",
    payload: { offset: "1", insert: "CNMG 120408", noseRadius: 0.8, orientation: 3 },
  } as const;
  it("sets old beside new and leaves untouched cells alone", () => {
    const [row, other] = setupTable(
      viewOf(
        opened(),
        loaded("1"),
        loaded("2"),
        recorded("1", -339.432, -402.9),
        touched("1", "x", -339.25, 51.48),
        nose,
      ),
    );
    expect(row).toMatchObject({
      x: { value: -339.25, before: -339.432 },
      z: undefined,
      before: { z: -402.9 },
      wear: { x: -0.02 },
      noseRadius: { before: 0.4, value: 0.8 },
      orientation: { value: 3 },
    });
    expect(other).toMatchObject({ x: undefined, before: { x: undefined } });
  });
  it("keys a radius of an inch machine in exact sixty-fourths, 1/32 as 0.0312", () => {
    const inch = viewOf(opened({ units: "in", resolution: { x: 0.0001, z: 0.0001 } }));
    expect([0.2, 0.4, 0.8, 1.2, 1.6].map((radius) => radiusForControl(inch, radius))).toEqual([
      0.0078, 0.0156, 0.0312, 0.0469, 0.0625,
    ]);
    expect(radiusForControl(viewOf(opened()), 0.8)).toBe(0.8);
  });
  it("gives a file only what was touched, with wear at 0 there", () => {
    const table = touchedRows(
      viewOf(opened(), loaded("1"), loaded("2"), recorded("2", -1, -1), touched("1", "x", -339.25, 51.48)),
    );
    expect(table.tools).toEqual([
      { offset: "1", geometry: { x: -339.25 }, wear: { x: 0 }, description: "Face and turn, CNMG 120408" },
    ]);
  });
});
