import { randomUUID } from "node:crypto";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { loaded, opened, recorded } from "../../core/ledger/setup.fixture.ts";
import { advise } from "../../sim/exercise/advice/advice.ts";
import { exerciseOfSetup } from "../../sim/exercise/authored.ts";
import type { Exercise } from "../../sim/exercise/exercise.ts";
import { truthOf } from "../../sim/exercise/goals/index.ts";
import { open, type Played, play, type RecordedAct, record } from "../../sim/exercise/run.ts";
import { MOST_ACTS } from "../../sim/exercise/runSchema.ts";
import { SHIPPED, shippedExercise } from "../../sim/exercise/shipped/index.ts";
import { FINDABLE, slippedRun, slippedRunOf } from "../../sim/exercise/slippedRun.ts";
import { longOr } from "../../tests/hard/long.ts";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import { loadDemo } from "../demo/demo.server.ts";
import { appendEntry } from "../ledger/ledgerRepository.server.ts";
import { listSetups } from "../ledger/setupsRepository.server.ts";
import type { Person } from "../people/person.server.ts";
import { freshDatabase, somebody } from "../testing/freshDatabase.ts";
import { drawLathe, openLathe } from "./drawnLathe.server.ts";
import { finishRun } from "./finishRun.server.ts";
import { idOf, ownExerciseForm } from "./ownExerciseForm.server.ts";
import {
  allExercises,
  findExercise,
  listRuns,
  listSigns,
  listSlippedRuns,
  readRun,
  storeRun,
} from "./practiceRepository.server.ts";
import { readExercise } from "./readExercise.server.ts";
import { setupToAuthor, viewToAuthor } from "./setupToAuthor.server.ts";
import { signSkill } from "./signSkill.server.ts";

let pool: Pool;
let learner: Person;
let lead: Person;
beforeAll(async () => {
  pool = await freshDatabase();
  learner = await somebody(pool);
  lead = await somebody(pool, "lead");
});
afterAll(() => pool.end());

const exerciseCalled = (id: string): Exercise => {
  const found = shippedExercise(id);
  if (!found) throw new Error(`no exercise ${id}`);
  return found;
};

/** A run by the advice, as a page would send it. */
function runOf(exercise: Exercise, seed: number, skip: (say: string) => boolean = () => false) {
  let now: Played = open(exercise, seed);
  const acts: RecordedAct[] = [];
  for (let steps = 0; steps < 80; steps++) {
    const step = advise(now.bench, now.facts);
    if (!step || skip(step.say)) break;
    for (const one of step.carryOut()) {
      record(acts, one, steps * 1000);
      now = play(now, one);
    }
  }
  return { played: now, form: { id: randomUUID(), seed, depth: "hints", acts, hints: [] } };
}

describe("a run", () => {
  const exercise = exerciseCalled("outside-by-paper");
  it("is played again, judged and kept once however often it is sent", async () => {
    const { form } = runOf(exercise, 11);
    const kept = await finishRun(sqlOn(pool), learner, exercise, form);
    expect(kept).toMatchObject({ ok: true, value: { id: form.id, debrief: { reached: true, slips: [] } } });
    expect(await finishRun(sqlOn(pool), learner, exercise, form)).toEqual(kept);
    const runs = await listRuns(sqlOn(pool), learner.id);
    expect(runs).toMatchObject([{ id: form.id, exercise: exercise.id, reached: true, seed: 11, depth: "hints" }]);
    // It crept into the paper once on X and once on Z.
    expect(runs[0]?.touches).toBe(2);
    expect((await readRun(sqlOn(pool), form.id))?.run.acts).toEqual(form.acts);
  });
  it("alone is kept on the lathe that was drawn for it, once, and on no other", async () => {
    const drawn = await drawLathe(sqlOn(pool), learner.id, exercise);
    const alone = { ...runOf(exercise, drawn.seed).form, id: drawn.id, depth: "alone" };
    const refusal = { ok: false, refusal: { code: "not-drawn" } };
    const finish = (form: object, person = learner) => finishRun(sqlOn(pool), person, exercise, form);
    // Without a lathe of its own, on another seed, by somebody else.
    expect(await finish({ ...alone, id: randomUUID() })).toMatchObject(refusal);
    expect(await finish({ ...runOf(exercise, 12).form, id: drawn.id, depth: "alone" })).toMatchObject(refusal);
    expect(await finish(alone, lead)).toMatchObject(refusal);
    expect(await openLathe(sqlOn(pool), drawn.id, learner.id, exercise.id)).toEqual(drawn);
    // One goal by itself, with everything before it left out of the debrief, is no evidence.
    expect(await finish({ ...alone, again: { goal: 0, from: 60_000 } })).toMatchObject({
      ok: false,
      refusal: { code: "again-alone" },
    });
    expect(await finish(alone)).toMatchObject({ ok: true, value: { debrief: { reached: true } } });
    // What its debrief shows is of no use for another run: the lathe is gone.
    expect(await openLathe(sqlOn(pool), drawn.id, learner.id, exercise.id)).toBeUndefined();
  });
  it("that types what is right without touching is not reached", async () => {
    const { form } = runOf(exercise, 15);
    const typed = form.acts.filter(([, , act]) => act.do === "enter-offset");
    expect(typed).toHaveLength(2);
    expect(await finishRun(sqlOn(pool), learner, exercise, { ...form, acts: typed })).toMatchObject({
      ok: true,
      value: { debrief: { reached: false, touches: 0, slips: [{ kind: "untouched" }, { kind: "untouched" }] } },
    });
  });
  it("that moves a tool where nothing is to be moved is judged all the same", async () => {
    const { form } = runOf(exercise, 14);
    const moved = { ...form, acts: [...form.acts, [90_000, 1, { do: "move-tool", offset: "3", to: "1" }]] };
    expect(await finishRun(sqlOn(pool), learner, exercise, moved)).toMatchObject({ ok: true });
  });
  it("of somebody else is not taken over", async () => {
    const { form } = runOf(exercise, 12);
    await finishRun(sqlOn(pool), learner, exercise, form);
    expect(await finishRun(sqlOn(pool), lead, exercise, form)).toMatchObject({
      ok: false,
      refusal: { code: "id-in-use" },
    });
    expect(await listRuns(sqlOn(pool), lead.id)).toEqual([]);
  });
  it("that was given up is kept with what is missing", async () => {
    const { form } = runOf(exercise, 13, (say) => say.startsWith("Enter"));
    const kept = await finishRun(sqlOn(pool), learner, exercise, form);
    expect(kept).toMatchObject({ ok: true, value: { debrief: { reached: false } } });
    expect((await listRuns(sqlOn(pool), learner.id))[0]).toMatchObject({ reached: false, slips: ["left-out"] });
  });
  it.each([
    ["nothing", undefined],
    ["an unknown act", { ...runOf(exercise, 1).form, acts: [[0, 1, { do: "fly" }]] }],
    ["an act with more than belongs to it", { ...runOf(exercise, 1).form, acts: [[0, 1, { do: "home", now: true }]] }],
    ["a seed that is none", { ...runOf(exercise, 1).form, seed: 0.5 }],
    ["endless time", { ...runOf(exercise, 1).form, acts: [[0, 2000, { do: "advance", milliseconds: 60_000 }]] }],
    [
      "endless turning",
      {
        ...runOf(exercise, 1).form,
        acts: [
          [0, MOST_ACTS, { do: "home" }],
          [0, MOST_ACTS, { do: "home" }],
        ],
      },
    ],
  ])("is refused where it holds %s, and nothing is kept", async (_what, form) => {
    const before = await listRuns(sqlOn(pool), learner.id);
    expect(await finishRun(sqlOn(pool), learner, exercise, form)).toMatchObject({ ok: false });
    expect(await listRuns(sqlOn(pool), learner.id)).toEqual(before);
  });
  it("is looked back at within 300 ms on a machine that is not held up", async () => {
    const times: number[] = [];
    const tried = longOr(
      SHIPPED,
      SHIPPED.filter((_, index) => index % 3 === 0),
    );
    for (const one of tried) {
      const { form } = runOf(one, 3);
      const began = performance.now();
      expect(await finishRun(sqlOn(pool), lead, one, form)).toMatchObject({ ok: true });
      times.push(performance.now() - began);
    }
    const median = [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? Number.NaN;
    expect(median).toBeLessThan(300);
  });
});

describe("runs to look for a slip in", () => {
  const slipped = slippedRun(0, 5);
  it("are those of others that failed by one slip that can be looked for", async () => {
    if (!slipped) throw new Error("there is one");
    const maker = await somebody(pool);
    const { run, debrief } = slipped;
    const id = randomUUID();
    await storeRun(sqlOn(pool), maker.id, id, run, debrief);
    // Of another kind, of two kinds, and one goal again: not to be looked for.
    const [slip] = debrief.slips;
    if (!slip) throw new Error("it has a slip");
    const withSlips = (slips: (typeof debrief)["slips"]) => ({ ...debrief, slips });
    await storeRun(sqlOn(pool), maker.id, randomUUID(), run, withSlips([{ ...slip, kind: "crash" }]));
    await storeRun(sqlOn(pool), maker.id, randomUUID(), run, withSlips([slip, { ...slip, kind: "sign-lost" }]));
    await storeRun(sqlOn(pool), maker.id, randomUUID(), { ...run, again: { goal: 0, from: 1 } }, debrief);
    expect(await listSlippedRuns(sqlOn(pool), learner.id, FINDABLE)).toEqual([id]);
    expect(await listSlippedRuns(sqlOn(pool), maker.id, FINDABLE)).toEqual([]);
    const kept = await readRun(sqlOn(pool), id);
    expect(kept && slippedRunOf(kept.run, kept.debrief)).toMatchObject({ kind: slipped.kind, act: slipped.act });
  });
  it("are none where looking back names nothing, or more", () => {
    if (!slipped) throw new Error("there is one");
    const { run, debrief } = slipped;
    expect(slippedRunOf(run, { ...debrief, slips: [] })).toBeUndefined();
    expect(slippedRunOf(run, { ...debrief, slips: [...debrief.slips, ...debrief.slips] })).toBeUndefined();
  });
});

describe("a skill", () => {
  it("that the record does not show as learned is signed with a reason alone, which is kept", async () => {
    const sign = { skill: "prove", action: "signed" };
    expect(await signSkill(sqlOn(pool), lead, learner.id, { ...sign, note: "  " })).toMatchObject({
      outcome: "refused",
      skill: "prove",
      message: expect.stringMatching(/^By the record 0 of \d+ exercises/),
    });
    expect(await listSigns(sqlOn(pool), learner.id)).toEqual([]);
  });
  it("is signed by a lead by name and taken back, and all of it stays on record", async () => {
    expect(
      await signSkill(sqlOn(pool), lead, learner.id, {
        skill: "prove",
        action: "signed",
        note: " at the north lathe ",
      }),
    ).toEqual({ outcome: "done" });
    expect(await signSkill(sqlOn(pool), lead, learner.id, { skill: "prove", action: "withdrawn" })).toEqual({
      outcome: "done",
    });
    expect(await listSigns(sqlOn(pool), learner.id)).toMatchObject([
      { skill: "prove", action: "withdrawn", by: lead.name },
      { skill: "prove", action: "signed", by: lead.name, note: "at the north lathe", againstRecord: true },
    ]);
  });
  it("is refused for oneself, for an unknown person and under another name", async () => {
    const sign = { skill: "prove", action: "signed" };
    expect(await signSkill(sqlOn(pool), lead, lead.id, sign)).toMatchObject({ outcome: "refused" });
    expect(await signSkill(sqlOn(pool), lead, randomUUID(), sign)).toMatchObject({ outcome: "refused" });
    expect(await signSkill(sqlOn(pool), lead, learner.id, { ...sign, skill: "flying" })).toMatchObject({
      outcome: "refused",
    });
  });
});

describe("an exercise of the shop's own", () => {
  const own = (change: Readonly<Record<string, unknown>> = {}): unknown => ({
    ...JSON.parse(JSON.stringify(exerciseCalled("outside-by-paper"))),
    id: "our-own",
    title: "Our own",
    ...change,
  });
  const take = (json: unknown) =>
    ownExerciseForm(sqlOn(pool), lead, { intent: "take-file", text: JSON.stringify(json) });

  it("is taken in from a file, found, changed and taken away", async () => {
    expect(await take(own())).toEqual({ outcome: "kept", id: "our-own", title: "Our own" });
    expect(await take(own({ title: "Our own, changed" }))).toMatchObject({ outcome: "kept" });
    expect((await findExercise(sqlOn(pool), "our-own"))?.title).toBe("Our own, changed");
    expect((await allExercises(sqlOn(pool))).at(-1)?.id).toBe("our-own");
    expect(await ownExerciseForm(sqlOn(pool), lead, { intent: "retire", id: "our-own" })).toEqual({
      outcome: "retired",
    });
    expect(await findExercise(sqlOn(pool), "our-own")).toBeUndefined();
  });
  it.each([
    ["an id that comes along", own({ id: "outside-by-skim" }), "id"],
    ["a machine that is not known", own({ machine: "spaceship" }), "machine"],
    ["a goal about no tool", own({ goals: [{ goal: "offset", offset: "77", axis: "x", within: 0.1 }] }), "goals"],
    ["a question without an answer", own({ goals: [{ goal: "answer", question: "Why?" }] }), "goals"],
    [
      "a choice that is not there",
      own({ goals: [{ goal: "answer", question: "Why?", choices: ["a", "b"], right: 4 }] }),
      "goals",
    ],
    [
      "two tools in one station",
      own({ tools: [0, 1].map((n) => ({ ...exerciseCalled("outside-by-paper").tools[0], offset: String(n + 3) })) }),
      "tools",
    ],
    ["a later version", own({ version: 2 }), "version"],
    ["more than belongs to it", own({ secret: true }), ""],
  ])("with %s is refused", (_what, json, field) => {
    const read = readExercise(json);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(Object.keys(read.refusal.fields)).toContain(field);
  });
  it("that is no JSON is refused where it was chosen", async () => {
    expect(await ownExerciseForm(sqlOn(pool), lead, { intent: "take-file", text: "{" })).toMatchObject({
      outcome: "refused",
      fields: { text: expect.stringContaining("not JSON") },
    });
  });
  it("is made from a setup, and solved by following the advice", async () => {
    const id = randomUUID();
    const commands = [opened(), loaded("1"), recorded("1", -340.2, -400.4)];
    for (const [base, command] of commands.entries())
      await appendEntry(pool, id, { ...command, id: randomUUID() }, { person: lead, device: "desk", base });
    expect(await setupToAuthor(sqlOn(pool), id)).toMatchObject({ units: "mm", tools: [{ offset: "1" }] });
    const form = { intent: "from-setup", setup: id, title: "Drawtube, anew", task: "Set it.", skill: "touch-outside" };
    const refused = await ownExerciseForm(sqlOn(pool), lead, { ...form, tools: "", withinX: "0", withinZ: "x" });
    expect(refused).toMatchObject({
      outcome: "refused",
      fields: { tools: expect.any(String), withinX: expect.any(String), withinZ: expect.any(String) },
    });
    const kept = await ownExerciseForm(sqlOn(pool), lead, {
      ...form,
      tools: "1",
      withinX: "0,04",
      withinZ: "0.06",
      nose: "yes",
    });
    expect(kept).toMatchObject({ outcome: "kept", id: "drawtube-anew" });
    const exercise = await findExercise(sqlOn(pool), "drawtube-anew");
    if (!exercise) throw new Error("it was kept");
    const { played } = runOf(exercise, 6);
    expect(exercise.goals.map((goal, index) => truthOf(played.bench, played.facts, goal, index).reached)).toEqual([
      true,
      true,
      true,
    ]);
  });
  it("is made like another one, told anew and held to other tolerances", async () => {
    const form = {
      intent: "from-exercise",
      like: "first-part",
      title: "Roller, corrected",
      task: "Make 46.00.",
      skill: "first-part",
      withinX: "0.01",
      withinZ: "",
      paper: "0,05",
      gauges: "micrometer",
    };
    const make = (change: Readonly<Record<string, string>> = {}) =>
      ownExerciseForm(sqlOn(pool), lead, { ...form, ...change });
    expect(await make({ withinX: "-1", paper: "thin", title: " " })).toMatchObject({
      outcome: "refused",
      fields: { withinX: expect.any(String), paper: expect.any(String), title: expect.any(String) },
    });
    expect(await make({ like: "nothing" })).toMatchObject({ outcome: "refused" });
    expect(await make()).toMatchObject({ outcome: "kept", id: "roller-corrected" });
    expect(await make()).toMatchObject({ outcome: "refused", fields: { title: expect.stringContaining("already") } });
    const made = await findExercise(sqlOn(pool), "roller-corrected");
    const other = exerciseCalled("first-part");
    expect(made).toMatchObject({
      task: "Make 46.00.",
      gauges: ["micrometer"],
      spacers: [{ kind: "paper", thickness: 0.05 }],
    });
    expect(made?.goals.map((goal) => ("within" in goal ? goal.within : 0))).toEqual([0.01, 0.01]);
    expect(made?.tools).toEqual(other.tools);
  });
  it("can be made from every setup of the demo that has tools, and its lathe put up", async () => {
    await loadDemo(pool, path.resolve(import.meta.dirname, "../../db/demo"), { fresh: true });
    let made = 0;
    for (const { id, part } of await listSetups(sqlOn(pool))) {
      const setup = await viewToAuthor(sqlOn(pool), id);
      if (!setup || setup.tools.length === 0) continue;
      const exercise = exerciseOfSetup(setup, {
        id: idOf(part),
        title: part,
        task: "Set it.",
        skill: "touch-outside",
        toSet: setup.tools.filter(({ second }) => second === undefined).map(({ offset }) => offset),
        within: { x: 0.04, z: 0.06 },
        withNose: true,
        withProof: true,
      });
      const read = readExercise(JSON.parse(JSON.stringify(exercise)));
      expect([part, read.ok ? "" : read.refusal.message]).toEqual([part, ""]);
      made++;
    }
    expect(made).toBeGreaterThan(6);
  });
  it("has an address made of its title", () => {
    expect(idOf("Würfel & Ösen, 2. Seite")).toBe("wu-rfel-o-sen-2-seite");
    expect(idOf("…")).toBe("exercise");
  });
});
