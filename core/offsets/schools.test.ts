import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Command, decide } from "../ledger/index.ts";
import { loaded, nextId, opened, stateOf, touched, undone, viewOf } from "../ledger/setup.fixture.ts";
import { SCHOOLS } from "../machine/index.ts";
import { roundToResolution } from "../units/index.ts";
import { rebased, type SchoolTable, schoolNeeds, schoolShift } from "./schools.ts";

const length = fc.integer({ min: -400_000, max: 400_000 }).map((thousandths) => thousandths / 1000);
const tables = fc.record({
  work: length,
  tools: fc.uniqueArray(fc.record({ offset: fc.constantFrom("1", "2", "3", "4", "5"), z: length }), {
    minLength: 1,
    maxLength: 5,
    selector: ({ offset }) => offset,
  }),
});
const round = ({ work, tools }: SchoolTable) => ({
  work: roundToResolution(work, 0.001),
  tools: tools.map(({ offset, z }) => ({ offset, z: roundToResolution(z, 0.001) })),
});

describe("schools", () => {
  it("put the same sum into other boxes, worked by hand", () => {
    // Home-referenced: T1 −402.880, T2 −405.660, G54 0.
    const home = {
      work: 0,
      tools: [
        { offset: "1", z: -402.88 },
        { offset: "2", z: -405.66 },
      ],
    };
    const shift = schoolShift(home, "master-tool", { master: "1" });
    expect(shift).toBe(-402.88);
    expect(round(rebased(home, shift ?? 0))).toEqual({
      work: -402.88,
      tools: [
        { offset: "1", z: 0 },
        { offset: "2", z: -2.78 },
      ],
    });
    // Datum face 62.4 behind the part's face: the tools reach that much farther.
    const datum = rebased(home, schoolShift(home, "datum-face", { work: 62.4 }) ?? 0);
    expect(round(datum)).toMatchObject({ work: 62.4, tools: [{ z: -465.28 }, { z: -468.06 }] });
  });
  it("convert there and back to the last digit, between any two, with any master and work offset", () => {
    fc.assert(
      fc.property(tables, fc.constantFrom(...SCHOOLS), length, fc.nat(), (table, to, work, pick) => {
        const master = table.tools[pick % table.tools.length]?.offset;
        const shift = schoolShift(table, to, { master, work });
        if (shift === undefined) throw new Error("everything needed was told");
        const there = rebased(table, shift);
        for (const [index, { z }] of table.tools.entries())
          expect(there.work + (there.tools[index]?.z ?? Number.NaN)).toBeCloseTo(table.work + z, 9);
        expect(round(rebased(there, -shift))).toEqual(round(table));
        // Back by the school's own way: with the work offset that it had.
        const back = schoolShift(there, "setter", { work: table.work });
        expect(round(rebased(there, back ?? Number.NaN))).toEqual(round(table));
      }),
    );
  });
  it("say what they need, and wait for it", () => {
    expect(SCHOOLS.map(schoolNeeds)).toEqual([
      "nothing",
      "master",
      "work-offset",
      "work-offset",
      "work-offset",
      "work-offset",
    ]);
    expect(schoolShift({ work: 0, tools: [] }, "master-tool", { master: "1" })).toBeUndefined();
    expect(schoolShift({ work: 0, tools: [] }, "setter", {})).toBeUndefined();
  });
});

describe("re-basing in the ledger", () => {
  const master = (from: string, to: string, shift: number): Command => ({
    id: nextId(),
    kind: "master-changed",
    payload: { from, to, shift },
  });
  const school = (shift: number): Command => ({
    id: nextId(),
    kind: "school-changed",
    payload: { from: "home-referenced", to: "master-tool", shift, master: "1" },
  });
  const zs = (view: ReturnType<typeof viewOf>) =>
    view.tools.map(({ z }) => z && roundToResolution(z.exact, 0.001)).concat(view.workOffset.z);

  it("changes the master and back again to the identity, one entry each", () => {
    fc.assert(
      fc.property(length, length, (a, b) => {
        const base = [opened(), loaded("1"), loaded("2"), touched("1", "z", a), touched("2", "z", b), school(a)];
        const there = viewOf(...base, master("1", "2", b - a));
        expect(there.master).toBe("2");
        expect(there.tools[1]?.z?.exact).toBeCloseTo(0, 9);
        for (const [index, truth] of [a, b].entries())
          expect((there.tools[index]?.z?.exact ?? 0) + (there.workOffset.z ?? Number.NaN)).toBeCloseTo(truth, 9);
        const back = viewOf(...base, master("1", "2", b - a), master("2", "1", a - b));
        expect(zs(back).map((z) => (z ?? 0).toFixed(6))).toEqual(zs(viewOf(...base)).map((z) => (z ?? 0).toFixed(6)));
      }),
      { numRuns: 60 },
    );
  });
  it("is taken back like any entry, and leaves later touches alone", () => {
    const change = school(-402.88);
    const base = [opened(), loaded("1"), loaded("2"), touched("1", "z", -402.88)];
    const after = viewOf(...base, change, { ...touched("2", "z", -2.78) });
    expect(zs(after)).toEqual([0, -2.78, -402.88]);
    expect(after).toMatchObject({ school: "master-tool", master: "1" });
    const state = stateOf(...base, change);
    expect(decide(state, undone(change.id)).ok).toBe(true);
    expect(viewOf(...base, change, undone(change.id))).toMatchObject({
      school: "home-referenced",
      workOffset: { z: 0 },
    });
  });
});
