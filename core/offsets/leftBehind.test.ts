import { describe, expect, it } from "vitest";
import type { Command, MachineEntry } from "../ledger/index.ts";
import { asEntries, loaded, nextId, opened, recorded, touched } from "../ledger/setup.fixture.ts";
import { leftBehind } from "./leftBehind.ts";

const setup = (setupId: string, ...commands: Command[]): MachineEntry[] =>
  asEntries(commands).map((entry) => ({ setupId, entry }));
const made = (kind: Command["kind"], payload: unknown): Command => ({ id: nextId(), kind, payload }) as Command;
const wear = (offset: string, column: string, to: number) =>
  made("table-edited", { edit: "corrected", cells: [{ offset, column, from: null, to }] });

describe("what the setups of a machine left in its control", () => {
  it("is geometry and wear as they ended, each from the setup that found it last", () => {
    const past = setup(
      "past",
      opened(),
      loaded("1"),
      touched("1", "x", -339.25, 51.48),
      touched("1", "z", -402.88),
      wear("1", "wear.x", -0.03),
    );
    const since = setup("since", opened(), loaded("1"), touched("1", "z", -403.1));
    // X was found by the past one and has worn to −0.03; Z was found anew, so that its wear began at 0.
    expect(leftBehind([...past, ...since]).rows).toEqual([
      { offset: "1", x: -339.25, wearX: -0.03, z: -403.1, wearZ: 0 },
    ]);
  });
  it("is wear as it was written down, where no touch has begun it anew; what is not known is left out", () => {
    expect(leftBehind(setup("past", opened(), loaded("1"), recorded("1", -341, -405))).rows).toEqual([
      { offset: "1", x: -341, wearX: -0.02, z: -405, wearZ: 0, noseRadius: 0.4, orientation: 3 },
    ]);
    const half = made("control-row-recorded", { offset: "2", z: -400 });
    expect(leftBehind(setup("past", opened(), loaded("2"), half)).rows).toEqual([{ offset: "2", z: -400 }]);
    expect(leftBehind(setup("past", opened(), loaded("2"))).rows).toEqual([]);
  });
  it("is the work offsets of the latest setup, each axis that is known", () => {
    const set = (name: string, axis: string, to: number, active: boolean) =>
      made("work-offset-set", { name, axis, means: "entered", active, from: null, to });
    const { work } = leftBehind(
      setup("past", opened(), loaded("1"), set("G54", "z", -12.5, true), set("G56", "z", 3.25, false)),
    );
    expect(work).toEqual([
      { name: "G54", x: 0, z: -12.5 },
      { name: "G56", z: 3.25 },
    ]);
  });
});
