import { describe, expect, it } from "vitest";
import type { SetupSummary } from "../../server/ledger/setupsRepository.server.ts";
import { chainsOf, currentOf } from "./chains.ts";

const setup = (id: string, follows?: string, signedOff = false): SetupSummary => ({
  id,
  follows,
  signedOff,
  machineName: "North turret lathe",
  job: "F-060",
  part: "Clamp",
  operation: id,
  stepsDone: 0,
  stepsTotal: 4,
  next: undefined,
  attention: undefined,
  seq: 1,
  changedAt: "2026-01-01T08:00:00.000Z",
});
const shown = (...setups: readonly SetupSummary[]) => chainsOf(setups).map((chain) => chain.map(({ id }) => id));

describe("operations in one line", () => {
  it("stand in their order, in whichever order they are listed", () => {
    expect(shown(setup("op 2", "op 1"), setup("other"), setup("op 3", "op 2"), setup("op 1"))).toEqual([
      ["op 1", "op 2", "op 3"],
      ["other"],
    ]);
  });
  it("keep a second plan of the same operation, the older first", () => {
    expect(shown(setup("newer", "op 1"), setup("older", "op 1"), setup("op 1"))).toEqual([["op 1", "older", "newer"]]);
  });
  it("begin with what follows a setup that is not listed", () => {
    expect(shown(setup("op 2", "gone"))).toEqual([["op 2"]]);
  });
  it("lose none, and end, where two follow each other", () => {
    const chains = shown(setup("a", "b"), setup("b", "a"));
    expect(new Set(chains.flat())).toEqual(new Set(["a", "b"]));
  });
  it("are worked on at the first that is not signed off", () => {
    const [chain] = chainsOf([setup("op 1", undefined, true), setup("op 2", "op 1"), setup("op 3", "op 2")]);
    expect(chain && currentOf(chain).id).toBe("op 2");
    const [kept] = chainsOf([setup("op 1", undefined, true), setup("op 2", "op 1", true)]);
    expect(kept && currentOf(kept).id).toBe("op 2");
  });
});
