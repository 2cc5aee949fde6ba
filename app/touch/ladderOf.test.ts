import { describe, expect, it } from "vitest";
import { loaded, opened, recorded, touched, viewOf } from "../../core/ledger/setup.fixture.ts";
import { readTypedTouch } from "../../core/touch/index.ts";
import { ladderOf } from "./ladderOf.ts";

const setup = viewOf(opened(), loaded("1"), recorded("1", -339.432, -402.514), touched("1", "x", -339.2, 54.2));
const [tool] = setup.tools;
if (!tool) throw new Error("the fixture has a tool");
const ladder = (machine: string, size: string, way: "skim" | "paper" = "skim", spacer = "") => {
  const task = { axis: "x", way, solveFor: "geometry" } as const;
  const reading = readTypedTouch(setup, tool, { ...task, sizeUnit: "mm" }, { machine, size, spacer });
  return ladderOf(setup, tool, task, reading, machine === "" ? tool.x : undefined);
};
const sum = ({ rungs }: ReturnType<typeof ladder>) =>
  rungs.reduce((total, { value }) => total + (value ?? Number.NaN), 0);

describe("ladderOf", () => {
  it("adds up to the geometry that is found, and closes", () => {
    const typed = ladder("-284.25", "54.8", "paper", "0.1");
    expect(sum(typed)).toBeCloseTo(typed.found ?? Number.NaN, 9);
    expect(typed).toMatchObject({ isKept: false, closes: true, keyed: { value: -339.25, before: -339.432 } });
    expect(typed.rungs.map(({ label }) => label)).toContain("spacer, twice");
  });
  it("shows what is on record while nothing new is typed", () => {
    const kept = ladder("", "");
    expect(sum(kept)).toBeCloseTo(-339.2, 9);
    expect(kept).toMatchObject({ isKept: true, found: undefined, closes: true, keyed: { value: -339.2 } });
  });
  it("never shows an old result beside a new readout that has none yet", () => {
    for (const typed of [ladder("-284.25", ""), ladder("-284.25", "548"), ladder("text", "54.8")])
      expect(typed).toMatchObject({ keyed: undefined, found: undefined, closes: undefined });
  });
});
