import { describe, expect, it } from "vitest";
import type { Command, Payload } from "../ledger/index.ts";
import { loaded, nextId, opened, touched, viewOf } from "../ledger/setup.fixture.ts";
import { disprovedTouch } from "./disprovedTouch.ts";

type Cell = Payload<"table-edited">["cells"][number];
const SAFETY: Command = { id: nextId(), kind: "safety-wear-set", payload: { offset: "1", x: 0.2, z: 0.1 } };
const edited = (cell: Omit<Cell, "offset">, edit: Payload<"table-edited">["edit"] = "corrected") =>
  ({ edit, cells: [{ offset: "1", ...cell }] }) satisfies Payload<"table-edited">;

/** Whether an edit shows the touch of X at −339.25 ± 0.02 to be wrong, after these entries. */
function isDisproved(edit: Payload<"table-edited">, ...entries: readonly Command[]) {
  const setup = viewOf(opened(), loaded("1"), touched("1", "x", -339.25, 54.2), ...entries);
  const [view] = setup.tools;
  const [cell] = edit.cells;
  if (!view || !cell) throw new Error("the setup has a tool and the edit a cell");
  const x = view.x && { ...view.x, expectedError: 0.02 };
  return disprovedTouch({ ...view, x }, edit, cell) !== undefined;
}

describe("a touch and its first correction", () => {
  // √(0.02² + (2·0.02)²) = 0.0447.
  it("is wrong where the correction is larger than expected error and first cut together", () => {
    expect(isDisproved(edited({ column: "wear.x", from: 0, to: -0.044 }))).toBe(false);
    expect(isDisproved(edited({ column: "wear.x", from: 0, to: -0.046 }))).toBe(true);
    expect(isDisproved(edited({ column: "wear.x", from: 0, to: 0.3 }, "added"))).toBe(true);
    expect(isDisproved(edited({ column: "geometry.x", from: -339.25, to: -339.28 }))).toBe(false);
    expect(isDisproved(edited({ column: "geometry.x", from: -339.25, to: -339.55 }))).toBe(true);
  });
  it("is not where a cell was cleared, copied or entered by hand: nothing was measured", () => {
    for (const edit of ["entered", "copied", "wear-cleared", "taken-over"] as const)
      expect(isDisproved(edited({ column: "wear.x", from: 0, to: 0.3 }, edit))).toBe(false);
  });
  it("does not count safety wear, which was put in to be measured away", () => {
    // 0.2 was put in and 0.21 taken out: 0.01 in the wrong.
    expect(isDisproved(edited({ column: "wear.x", from: 0.2, to: -0.01 }), SAFETY)).toBe(false);
    // As geometry: −339.46 is 0.21 less, 0.2 of which is the safety wear.
    expect(isDisproved(edited({ column: "geometry.x", from: -339.25, to: -339.46 }), SAFETY)).toBe(false);
    expect(isDisproved(edited({ column: "wear.x", from: 0.2, to: -0.2 }), SAFETY)).toBe(true);
  });
  it("is not shown wrong by later corrections, which follow the wear of the edge", () => {
    const first: Command = {
      id: nextId(),
      kind: "table-edited",
      payload: edited({ column: "wear.x", from: 0, to: -0.01 }),
    };
    expect(isDisproved(edited({ column: "wear.x", from: -0.01, to: -0.3 }), first)).toBe(false);
  });
});
