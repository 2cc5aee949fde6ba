import { describe, expect, it } from "vitest";
import { loaded, opened, touched, viewOf } from "../ledger/setup.fixture.ts";
import { plausibilityOfWork } from "./plausibilityOfWork.ts";

const setup = viewOf(opened(), loaded("1"), touched("1", "z", -402, 0));
const [tool] = setup.tools;
if (!tool) throw new Error("the setup has a tool");

/** Z of the work offset from where the display stood with tool 1 on the face: W = M − G. */
const taught = (machine: string, held: number | undefined) =>
  plausibilityOfWork(
    setup,
    tool,
    {
      axis: "z",
      exact: Number(machine) + 402,
      expanded: 0.01,
      spacers: [],
      touch: { axis: "z", way: "scratch", choice: {}, numbers: { machine: Number(machine), size: 0 } },
      texts: { machine },
    },
    held,
  );
const typed = (value: string, held: number | undefined) =>
  plausibilityOfWork(
    setup,
    undefined,
    { axis: "z", exact: Number(value), expanded: 0, spacers: [], touch: undefined, texts: { value } },
    held,
  );

describe("a work offset", () => {
  // It was −104.775: with G −402 the display stands at −506.775 on the face.
  it("asks about two digits of the reading that were swapped, with what it would be", () => {
    const { verdict, kinds, message, basis } = taught("-560.775", -104.775);
    expect({ verdict, basis }).toEqual({ verdict: "doubt", basis: "work-offset" });
    expect(kinds[0]).toMatchObject({ kind: "digits-swapped", corrected: -104.775 });
    expect(message).toMatch(/^54\.000 mm less than it was: were two digits swapped \(it would be −104\.775\)\?$/);
  });
  it("asks nothing where the face lies elsewhere than before, or nothing is known of it", () => {
    for (const machine of ["-533.402", "-506.780", "-480.915"])
      expect(taught(machine, -104.775).verdict).toBe("believable");
    expect(taught("-560.775", undefined)).toMatchObject({ verdict: "believable" });
    // A work offset of 0 was never set.
    expect(taught("-560.775", 0)).toMatchObject({ verdict: "believable" });
  });
  it("asks about a number by hand: its sign, its point, and one that belongs in a tool's row", () => {
    expect(typed("104.775", -104.775).kinds[0]).toMatchObject({ kind: "sign-lost", corrected: -104.775 });
    expect(typed("-10.4775", -104.775).kinds[0]?.kind).not.toBe("remounted");
    expect(typed("-402", -104.775).kinds[0]?.kind).toBe("other-row");
    expect(typed("-104.9", -104.775).verdict).toBe("believable");
  });
});
