import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { besideOwn, exerciseState, isClean, type PastRun, skillStates, slipHabits, tryNext } from "./progress.ts";
import { DEPTHS } from "./run.ts";
import { SHIPPED } from "./shipped/index.ts";

const run = (given: Partial<PastRun> = {}): PastRun => ({
  id: "r",
  exercise: "outside-by-skim",
  skill: "touch-outside",
  depth: "alone",
  reached: true,
  slips: [],
  hints: 0,
  seconds: 120,
  acts: 80,
  seed: 1,
  at: "2026-03-02T08:00:00.000Z",
  ...given,
});

describe("progress", () => {
  it("lets a thing rest longer each time it was done cleanly", () => {
    const once = exerciseState([run()], "outside-by-skim");
    expect(once).toMatchObject({ inARow: 1, due: "2026-03-03T08:00:00.000Z" });
    const twice = exerciseState([run({ seed: 2, at: "2026-03-03T09:00:00.000Z" }), run()], "outside-by-skim");
    expect(twice).toMatchObject({ inARow: 2, due: "2026-03-06T09:00:00.000Z" });
  });
  it("leaves out a goal that was tried again by itself", () => {
    const again = run({ isAgain: true, depth: "hints", at: "2026-03-06T08:00:00.000Z" });
    const slipped = run({ slips: ["paper-once"], reached: false, at: "2026-03-05T08:00:00.000Z" });
    expect(exerciseState([again, slipped], "outside-by-skim")).toMatchObject({ runs: 1, last: slipped });
    expect(besideOwn(run({ at: "2026-03-07T08:00:00.000Z" }), [again]).earlier).toBe(0);
  });
  it("does not count the same lathe twice", () => {
    expect(exerciseState([run(), run()], "outside-by-skim").inARow).toBe(1);
  });
  it("begins anew after a slip, and wants it at once", () => {
    const slipped = run({ slips: ["paper-once"], reached: false, at: "2026-03-05T08:00:00.000Z" });
    const state = exerciseState([slipped, run({ seed: 2 }), run()], "outside-by-skim");
    expect(state).toMatchObject({ inARow: 0, due: slipped.at });
    expect(tryNext(SHIPPED, [slipped], "2026-03-05T08:00:01.000Z")[0]).toMatchObject({
      why: "slipped",
      depth: "alone",
    });
  });
  it("puts the slip that comes back most first, and of what is due what has rested longest for its turn", () => {
    const at = (day: number) => `2026-03-${String(day).padStart(2, "0")}T08:00:00.000Z`;
    const slip = (exercise: string, kind: PastRun["slips"][number], day: number) =>
      run({ exercise, slips: [kind], reached: false, at: at(day) });
    const runs = [
      slip("outside-by-paper", "sign-lost", 9),
      slip("make-the-face", "paper-once", 8),
      slip("fixed-overhang", "paper-once", 7),
    ];
    // By hand on day 10, half-life 5 days: paper-once 2^(-2/5) + 2^(-3/5) = 0.758 + 0.660; sign-lost 2^(-1/5) = 0.871.
    expect(slipHabits(runs, at(10))[0]).toMatchObject({ kind: "paper-once", runs: 2 });
    expect(slipHabits(runs, at(10))[0]?.weight).toBeCloseTo(1.418, 2);
    expect(
      tryNext(SHIPPED, runs, at(10))
        .slice(0, 3)
        .map(({ exercise }) => exercise.id),
    ).toEqual(["make-the-face", "fixed-overhang", "outside-by-paper"]);
    // One clean run each: both turns are a day; the one of day 2 has rested eight of them, that of day 8 two.
    const clean = [run({ exercise: "outside-by-skim", at: at(8) }), run({ exercise: "outside-by-paper", at: at(2) })];
    const due = tryNext(SHIPPED, clean, at(10)).filter(({ why }) => why === "due");
    expect(due.map(({ exercise }) => exercise.id)).toEqual(["outside-by-paper", "outside-by-skim"]);
  });
  it("goes from shown to told to hints to alone", () => {
    const depthAfter = (depth: PastRun["depth"]) =>
      tryNext(SHIPPED, [run({ depth })], "2026-03-02T09:00:00.000Z").find(
        ({ exercise }) => exercise.id === "outside-by-skim",
      )?.depth;
    expect(depthAfter("shown")).toBe("told");
    expect(depthAfter("told")).toBe("hints");
    expect(depthAfter("hints")).toBe("alone");
    expect(depthAfter("alone")).toBeUndefined();
  });
  it("calls a skill ready only when each of its exercises was reached cleanly on two lathes", () => {
    const own = SHIPPED.filter(({ skill }) => skill === "touch-outside").map(({ id }) => id);
    const runs = own.flatMap((exercise) => [run({ exercise, seed: 1 }), run({ exercise, seed: 2 })]);
    const of = (some: readonly PastRun[]) => skillStates(SHIPPED, some).find(({ skill }) => skill === "touch-outside");
    expect(of(runs)).toMatchObject({ isReady: true, learned: own.length });
    expect(of(runs.slice(1))).toMatchObject({ isReady: false, learned: own.length - 1 });
  });
  it("holds a run beside one's own only", () => {
    const earlier = [
      run({ seconds: 200, at: "2026-03-01T08:00:00.000Z" }),
      run({ seconds: 90, at: "2026-02-01T08:00:00.000Z" }),
    ];
    expect(besideOwn(run(), earlier)).toMatchObject({ earlier: 2, before: { seconds: 200 }, fastest: { seconds: 90 } });
  });
  it("suggests every exercise at most once, and never one that rests", () => {
    const past = fc.record({
      exercise: fc.constantFrom(...SHIPPED.map(({ id }) => id)),
      depth: fc.constantFrom(...DEPTHS),
      reached: fc.boolean(),
      seed: fc.integer({ min: 1, max: 9 }),
      slips: fc.constantFrom<PastRun["slips"]>([], ["paper-once"]),
    });
    fc.assert(
      fc.property(fc.array(past, { maxLength: 40 }), (given) => {
        const runs = given.map((one, index) =>
          run({ ...one, at: new Date(Date.UTC(2026, 2, 2) - index * 3_600_000).toISOString() }),
        );
        const now = "2026-03-02T01:00:00.000Z";
        const next = tryNext(SHIPPED, runs, now);
        expect(new Set(next.map(({ exercise }) => exercise.id)).size).toBe(next.length);
        for (const { exercise, why } of next) {
          const { last, due } = exerciseState(runs, exercise.id);
          if (last && isClean(last)) expect([why, (due ?? "") <= now]).toEqual(["due", true]);
        }
      }),
    );
  });
});
