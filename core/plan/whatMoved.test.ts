import { describe, expect, it } from "vitest";
import type { Command, MachineEntry } from "../ledger/index.ts";
import { foldMachine } from "../ledger/index.ts";
import { asEntries, loaded, mounted, nextId, opened, toolFixture, touched, viewOf } from "../ledger/setup.fixture.ts";
import { whatMoved } from "./whatMoved.ts";

const history = (...commands: readonly Command[]): readonly MachineEntry[] =>
  asEntries(commands).map((entry) => ({ setupId: "before", entry }));
const moved = (offset: string, from: string, to: string): Command => ({
  id: nextId(),
  kind: "tool-moved",
  payload: { offset, from, to },
});
const indexed = (offset: string): Command => ({
  id: nextId(),
  kind: "insert-indexed",
  payload: { offset },
});
const past = [opened(), loaded("1"), touched("1", "x", -339, 54), touched("1", "z", -400, 0)];
const before = foldMachine(history(...past));
const advice = (...commands: readonly Command[]) =>
  whatMoved(viewOf(opened(), ...commands), before).map(
    ({ offset, advice: one, reason }) => `${offset} ${one}: ${reason}`,
  );

describe("whatMoved", () => {
  it("trusts what stands as it stood, with a check", () => {
    expect(advice(loaded("1"))).toEqual(["1 check: the same tool in the same station, its row as it was left"]);
  });
  it("has touched what is new, moved, of another insert, or unknown in the control", () => {
    expect(advice(loaded("2"))).toEqual([
      expect.stringMatching(/^2 touch: (it stood in station|nothing is on record)/),
    ]);
    expect(advice(mounted("1", { ...toolFixture, insert: "CNMG 120404" }))).toEqual([
      "1 touch: its insert is another: CNMG 120408 before, CNMG 120404 now",
    ]);
    expect(advice(loaded("1"), moved("1", "1", "8"))).toEqual(["1 touch: it was moved to station 8 in this setup"]);
    const untouched = whatMoved(viewOf(opened(), loaded("1")), foldMachine(history(opened(), loaded("1"))));
    expect(untouched).toMatchObject([{ advice: "touch", reason: "what its row holds is not recorded" }]);
  });
  it("asks for a measured cut after an index, and for nothing of what was touched here", () => {
    expect(advice(loaded("1"), indexed("1"))).toEqual([expect.stringMatching(/^1 check: its insert was indexed/)]);
    expect(advice(loaded("1"), touched("1", "x", -339, 54), touched("1", "z", -400, 0))).toEqual([
      "1 touched: touched in this setup",
    ]);
  });
});
