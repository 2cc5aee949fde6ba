import { describe, expect, it } from "vitest";
import { SLIPPED_RUNS, slippedRun } from "./slippedRun.ts";

describe("a recorded run with a slip", () => {
  it.each(Array.from({ length: SLIPPED_RUNS }, (_, number) => number))(
    "%d has just the one that was put in",
    (number) => {
      const found = slippedRun(number, 7);
      expect(found?.debrief.slips.map(({ kind }) => kind)).toEqual([found?.kind]);
      expect(found?.debrief.reached).toBe(false);
      const count = found?.run.acts.reduce((sum, [, times]) => sum + times, 0) ?? 0;
      expect(found?.act).toBeLessThanOrEqual(count);
    },
  );
  it("is the same again from the same seed, and another from another", () => {
    expect(slippedRun(0, 7)).toEqual(slippedRun(SLIPPED_RUNS, 7));
    expect(slippedRun(0, 7)?.debrief.goals).not.toEqual(slippedRun(0, 8)?.debrief.goals);
  });
});
