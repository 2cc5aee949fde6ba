import { describe, expect, it } from "vitest";
import { toControl, zoneOf } from "../../core/machine/index.ts";
import type { BenchAct } from "./bench.ts";
import { debriefOf } from "./debrief.ts";
import { freshSeed } from "./freshSeed.ts";
import { truthOf } from "./goals/index.ts";
import { open, play, type RecordedAct, record } from "./run.ts";
import { SHIPPED, shippedExercise } from "./shipped/index.ts";

const withOffsets = SHIPPED.filter(({ goals }) => goals.some(({ goal }) => goal === "offset"));

/** Somebody who knows the truth and types it, without touching anything. */
function cheat(exercise: (typeof SHIPPED)[number], seed: number) {
  let now = open(exercise, seed);
  const acts: RecordedAct[] = [];
  const act = (one: BenchAct) => {
    record(acts, one, acts.length);
    now = play(now, one);
  };
  // A work offset that is put right shifts the others: a few rounds settle all of them.
  for (let round = 0; round < 3; round++)
    for (const [index, goal] of exercise.goals.entries()) {
      if (goal.goal === "nose") continue;
      if (goal.goal !== "offset") continue;
      const { miss = 0 } = truthOf(now.bench, now.facts, goal, index);
      const { machine } = now.bench.lathe.config;
      const tool = Object.values(now.bench.lathe.tools).find(({ offset }) => offset === (goal.copyOf ?? goal.offset));
      const zone = zoneOf(machine, tool?.station ?? "");
      const row = now.bench.lathe.rows[goal.offset]?.geometry[goal.axis] ?? 0;
      const number = row - toControl(machine, goal.axis, miss, "tool-offset", zone);
      act({
        do: "enter-offset",
        offset: goal.offset,
        axis: goal.axis,
        register: "geometry",
        as: "overwrite",
        number,
      });
    }
  return { now, debrief: debriefOf({ exercise, seed, depth: "alone", acts, hints: [] }) };
}

describe("numbers that nobody touched for", () => {
  it.each(withOffsets)("do not reach $id, though every one of them is right", (exercise) => {
    const { now, debrief } = cheat(exercise, 5);
    expect(debrief.reached).toBe(false);
    for (const [index, goal] of exercise.goals.entries()) {
      if (goal.goal !== "offset" || goal.kept || goal.inWear) continue;
      const { miss = Number.NaN, reached, lacks } = truthOf(now.bench, now.facts, goal, index);
      // Where the control takes a typed number as it is, it stands right and still does not count.
      if (Math.abs(miss) <= goal.within) expect({ reached, lacks }).toEqual({ reached: false, lacks: "untouched" });
    }
  });
  it("are named so, and not as a slip that the record disproves", () => {
    const exercise = shippedExercise("outside-by-paper");
    if (!exercise) throw new Error("it comes along");
    const { debrief } = cheat(exercise, 5);
    expect(debrief.slips.map(({ kind }) => kind)).toEqual(["untouched", "untouched"]);
    expect(debrief.goals.map(({ miss }) => miss)).toEqual(["0.000", "0.000"]);
    expect(debrief.touches).toBe(0);
  });
});

describe("a lathe that is drawn", () => {
  let state = 7;
  const random = () => {
    state = (state * 48_271) % 2_147_483_647;
    return state / 2_147_483_647;
  };
  const right = (exercise: (typeof SHIPPED)[number], seed: number) => {
    const { bench, facts } = open(exercise, seed);
    return exercise.goals.filter(
      (goal, index) =>
        goal.goal === "offset" &&
        !goal.kept &&
        Math.abs(truthOf(bench, facts, goal, index).miss ?? Number.NaN) <= goal.within,
    ).length;
  };
  it("has something to find for every offset, wherever its holder comes back farther off than is wanted", () => {
    const drawn = withOffsets.map((exercise) => right(exercise, freshSeed(exercise, random)));
    // A collet brings a drill back within what is wanted of it on every lathe: its goal counts by the touch alone.
    const always = withOffsets.map((exercise) =>
      Math.min(...Array.from({ length: 12 }, (_, seed) => right(exercise, seed + 1))),
    );
    for (const [index, { id }] of withOffsets.entries())
      expect(drawn[index], id).toBeLessThanOrEqual(always[index] ?? 0);
    expect(drawn.filter((count) => count > 0).length).toBeLessThan(withOffsets.length / 4);
  });
});
