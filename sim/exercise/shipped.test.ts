import { Ajv } from "ajv";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { isLong, longOr } from "../../tests/hard/long.ts";
import { advise } from "./advice/advice.ts";
import { exerciseSchema } from "./exercise.ts";
import { truthOf } from "./goals/index.ts";
import { open, type Played, play, type RecordedAct, record, replay } from "./run.ts";
import { SHIPPED } from "./shipped/index.ts";
import { SKILLS } from "./skills.ts";

const ajv = new Ajv({ allErrors: true, strict: true, allowUnionTypes: true, discriminator: true });
const validate = ajv.compile(exerciseSchema);
const SEEDS = longOr([1, 2, 3], [1]);

/** A setter who does just what Luvrit advises. */
function followAdvice(
  start: Played,
): Played & { readonly said: readonly string[]; readonly acts: readonly RecordedAct[] } {
  let now = start;
  const said: string[] = [];
  const acts: RecordedAct[] = [];
  for (let steps = 0; steps < 120; steps++) {
    const step = advise(now.bench, now.facts);
    if (!step) return { ...now, said, acts };
    said.push(step.say);
    for (const act of step.carryOut()) {
      record(acts, act, steps);
      now = play(now, act);
    }
  }
  throw new Error(`it never ends: ${said.slice(-6).join(" | ")}`);
}

describe.each(SHIPPED)("$id", (exercise) => {
  it("is a valid exercise", () => {
    expect(validate(exercise) ? [] : validate.errors).toEqual([]);
  });
  it.each(SEEDS)("is solved by following the advice (seed %i)", (seed) => {
    const { bench, facts, said } = followAdvice(open(exercise, seed));
    expect(facts.mishaps).toEqual([]);
    const missed = exercise.goals.flatMap((goal, index) => {
      const truth = truthOf(bench, facts, goal, index);
      return truth.reached ? [] : [{ goal, truth, said }];
    });
    expect(missed).toEqual([]);
  });
  it("is not solved before anything was done", () => {
    const { bench, facts } = open(exercise, 1);
    expect(exercise.goals.every((goal, index) => truthOf(bench, facts, goal, index).reached)).toBe(false);
  });
  it.runIf(isLong || SHIPPED.indexOf(exercise) % 4 === 0)("comes out again bit for bit from what was recorded", () => {
    const done = followAdvice(open(exercise, 4));
    const again = replay({ exercise, seed: 4, acts: done.acts });
    expect(JSON.stringify(again.bench.lathe)).toBe(JSON.stringify(done.bench.lathe));
    expect(again.facts).toEqual(done.facts);
  });
});

describe("where the school is free", () => {
  const SCHOOLS_OF_A_TURRET = longOr(
    ["home-referenced", "datum-face", "jog-from-preset"] as const,
    ["datum-face"] as const,
  );
  const free = SHIPPED.filter(
    ({ school, machine, goals }) =>
      school === undefined && machine === "turret" && goals.some((goal) => goal.goal === "offset" && !goal.kept),
  );
  it("there are exercises", () => expect(free.length).toBeGreaterThanOrEqual(8));
  it.each(free.flatMap(({ id }) => SCHOOLS_OF_A_TURRET.map((school) => [id, school] as const)))(
    "%s is solved by %s",
    (id, school) => {
      const exercise = SHIPPED.find((one) => one.id === id);
      if (!exercise) throw new Error("it comes along");
      const { bench, facts } = followAdvice(open({ ...exercise, school }, 11));
      expect(facts.mishaps).toEqual([]);
      const missed = exercise.goals.filter((goal, index) => !truthOf(bench, facts, goal, index).reached);
      expect(missed).toEqual([]);
    },
  );
});

describe("the sum decides", () => {
  it("whichever box a school puts it into: what goes from geometry to the work offset or to wear changes nothing", () => {
    const exercise = SHIPPED.find(({ id }) => id === "outside-by-paper");
    if (!exercise) throw new Error("it comes along");
    const done = followAdvice(open(exercise, 8));
    const missesOf = ({ bench, facts }: Played) =>
      exercise.goals.map((goal, index) => truthOf(bench, facts, goal, index).miss ?? Number.NaN);
    const before = missesOf(done);
    fc.assert(
      fc.property(fc.integer({ min: -50_000, max: 50_000 }), fc.integer({ min: -300, max: 300 }), (toWork, toWear) => {
        const [work, wear] = [toWork / 1000, toWear / 1000];
        const row = done.bench.lathe.rows["3"];
        if (!row) throw new Error("the row was entered");
        const entered = (register: "geometry" | "wear", number: number) =>
          ({ do: "enter-offset", offset: "3", axis: "z", register, as: "overwrite", number }) as const;
        let now: Played = done;
        now = play(now, { do: "enter-work", name: "G54", axis: "z", number: work });
        now = play(now, entered("wear", wear));
        now = play(now, entered("geometry", row.geometry.z - work - wear));
        for (const [index, miss] of missesOf(now).entries()) expect(miss).toBeCloseTo(before[index] ?? Number.NaN, 6);
      }),
      { numRuns: longOr(60, 20) },
    );
  });
});

describe("the exercises that come along", () => {
  it("leave no skill without one", () => {
    expect(SKILLS.map(({ id }) => id).filter((id) => !SHIPPED.some(({ skill }) => skill === id))).toEqual([]);
  });
  it("hide another truth with another seed", () => {
    const [one] = SHIPPED;
    if (!one) throw new Error("there are exercises");
    const at = (seed: number) => open(one, seed).bench.lathe.tools["1"]?.at.x;
    expect(at(1)).not.toBe(at(2));
    expect(at(1)).toBe(at(1));
  });
});
