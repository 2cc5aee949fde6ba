import { describe, expect, it } from "vitest";
import { handlingOver } from "./handling.ts";
import type { PastRun } from "./progress.ts";

const run = (day: number, more: Partial<PastRun>): PastRun => ({
  id: String(day),
  exercise: "one",
  skill: "touch-outside",
  depth: "alone",
  reached: true,
  slips: [],
  hints: 0,
  seconds: 300,
  acts: 40,
  seed: day,
  at: `2026-11-${String(day).padStart(2, "0")}T08:00:00.000Z`,
  ...more,
});
const heads = [{ id: "one", title: "One", skill: "touch-outside", minutes: 5 }] as const;

describe("handling over the runs", () => {
  it("compares the first runs with the last ones, none of them in both", () => {
    // Newest first: 0.01, 0.02, 0.03, 0.06, 0.08. Two at each end: (0.08 + 0.06) / 2 and (0.02 + 0.01) / 2.
    const runs = [0.01, 0.02, 0.03, 0.06, 0.08].map((past, index) => run(20 - index, { past }));
    const { past } = handlingOver(runs, heads);
    expect(past.values.map(({ value }) => value)).toEqual([0.08, 0.06, 0.03, 0.02, 0.01]);
    expect(past.change?.of).toBe(2);
    expect(past.change?.first).toBeCloseTo(0.07, 12);
    expect(past.change?.last).toBeCloseTo(0.015, 12);
  });

  it("takes five at each end at most", () => {
    const runs = Array.from({ length: 14 }, (_, index) => run(28 - index, { past: index < 5 ? 0.01 : 0.05 }));
    expect(handlingOver(runs, heads).past.change).toMatchObject({ of: 5 });
    expect(handlingOver(runs, heads).past.change?.last).toBeCloseTo(0.01, 12);
    expect(handlingOver(runs, heads).past.change?.first).toBeCloseTo(0.05, 12);
  });

  it("compares nothing of a single run, and leaves out what was not measured", () => {
    const { past, pace } = handlingOver([run(2, { past: 0.02 }), run(1, {})], heads);
    expect(past).toEqual({ values: [{ at: "2026-11-02T08:00:00.000Z", value: 0.02 }], change: undefined });
    expect(pace.values.map(({ value }) => value)).toEqual([1, 1]);
  });

  it("takes the pace from whole runs that were reached without being led, of exercises whose time is known", () => {
    const runs = [
      run(6, { seconds: 450 }),
      run(5, { depth: "shown" }),
      run(4, { reached: false }),
      run(3, { isAgain: true }),
      run(2, { exercise: "own" }),
      run(1, { depth: "hints", seconds: 600 }),
    ];
    // 600 s of 300 s, then 450 s of 300 s.
    expect(handlingOver(runs, heads).pace.values.map(({ value }) => value)).toEqual([2, 1.5]);
  });
});
