import { describe, expect, it } from "vitest";
import type { Command } from "../ledger/index.ts";
import { loaded, nextId, opened, touched, viewOf } from "../ledger/setup.fixture.ts";
import { evidenceWanted, quickestEvidence } from "./secondEvidence.ts";
import { nextStep, touchingOrder } from "./touchingOrder.ts";
import { unprovenOf } from "./unproven.ts";

const SEAT = "00000000-0000-4000-8000-00000000f001";
/** A seat that may lie so far from its middle. */
const seat = (plusMinus: number): Command => ({
  id: nextId(),
  kind: "feature-recorded",
  payload: { feature: SEAT, name: "Seat", offset: "1", axis: "x", nominal: 38, lower: -plusMinus, upper: plusMinus },
});
const measured: Command = {
  id: nextId(),
  kind: "feature-measured",
  payload: { feature: SEAT, part: 1, measured: 38.01, uncertainty: 0.003 },
};
/** X of tool 1 by paper of 0.09, which would change the diameter by 0.18 and would not have shown. */
function byPaper(): Command {
  const skim = touched("1", "x", -339.25, 54.2);
  const payload = { ...skim.payload, way: "paper", spacer: 0.09, hidden: { kind: "paper-ignored", by: 0.18 } };
  return { ...skim, payload } as Command;
}
const setup = (...entries: readonly Command[]) => viewOf(opened(), loaded("1"), ...entries);
function wanted(...entries: readonly Command[]) {
  const view = setup(...entries);
  const [tool] = view.tools;
  return tool && evidenceWanted(view, tool, "x");
}

describe("a second piece of evidence", () => {
  it("is wanted where the hidden slip would take a dimension out of its limits", () => {
    expect(wanted(seat(0.025), byPaper())).toMatchObject({ by: 0.18, feature: { name: "Seat" } });
    expect(wanted(seat(0.18), byPaper())).toBeUndefined();
    expect(wanted(byPaper())).toBeUndefined();
    expect(wanted(seat(0.025), touched("1", "x", -339.25, 54.2))).toBeUndefined();
  });
  it("is a step of the plan, and what is left of a sign-off", () => {
    const view = setup(seat(0.025), byPaper());
    expect(nextStep(touchingOrder(view))).toMatchObject({
      offset: "1",
      kind: "x",
      state: "redo",
      reason: "a slip of 0.18 mm would not show: touch it a second way",
    });
    expect(unprovenOf(view)).toContain("T01: X to be redone, a slip of 0.18 mm would not show: touch it a second way");
  });
  it("is there once it was touched another way, or the dimension was measured", () => {
    expect(wanted(seat(0.025), byPaper(), touched("1", "x", -339.252, 54.2))).toBeUndefined();
    expect(wanted(seat(0.025), byPaper(), measured)).toBeUndefined();
    // Measured before, it says nothing of this touch.
    expect(wanted(seat(0.025), measured, byPaper())).toBeDefined();
  });
  it("is found quickest without a spacer, by another way than the first", () => {
    expect(quickestEvidence(["paper", "scratch", "skim"], "paper")).toBe("scratch");
    expect(quickestEvidence(["paper", "skim", "setter"], "paper")).toBe("setter");
    expect(quickestEvidence(["paper", "block", "eye"], "paper")).toBe("block");
    expect(quickestEvidence(["paper", "eye"], "paper")).toBeUndefined();
  });
});
