import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from "vitest";
import { type SetupView, viewSetup } from "../../core/ledger/index.ts";
import { loaded, opened, touched } from "../../core/ledger/setup.fixture.ts";
import { database } from "../context.server.ts";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import { appendEntry } from "../ledger/ledgerRepository.server.ts";
import { readLedger } from "../ledger/ledgerRows.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";
import { noteSetupDevice, readSetupDevices } from "../news/devicesRepository.server.ts";
import type { Person } from "../people/person.server.ts";
import { replayForms } from "../setup/replay.server.ts";
import { runSetupForm } from "../setup/runSetupForm.server.ts";
import { freshDatabase, somebody } from "../testing/freshDatabase.ts";
import { decideLate, lateEntries, takeInLate } from "./lateForms.server.ts";
import { countLate, givenBackTo, putAway } from "./lateRepository.server.ts";

let pool: Pool;
let [ines, bruno, marit]: Person[] = [];
let setup = "";
const [tablet, other] = [randomUUID(), randomUUID()];
beforeAll(async () => {
  pool = await freshDatabase();
  process.env.DATABASE_URL = inject("databaseUrl");
  [ines, bruno, marit] = [await somebody(pool), await somebody(pool), await somebody(pool, "lead")];
});
afterAll(async () => {
  await pool.end();
  await database().end();
});
/** A person of the test: there from `beforeAll` on. */
const who = (person: Person | undefined): Person => {
  if (!person) throw new Error("the people are there");
  return person;
};

beforeEach(async () => {
  setup = randomUUID();
  const commands = [opened(), loaded("1"), touched("1", "x", -339.25, 54.2), touched("1", "z", -402, 0)];
  for (const [base, command] of commands.entries())
    await appendEntry(pool, setup, { ...command, id: randomUUID() }, { person: who(ines), device: "pc", base });
});

async function view(): Promise<SetupView> {
  const state = await readSetup(sqlOn(pool), setup);
  if (!state) throw new Error("the setup is there");
  return viewSetup(state);
}
const skim = (machine: string) =>
  ({ intent: "accept-touch", offset: "1", axis: "x", way: "skim", sizeUnit: "mm", machine, size: "54.2" }) as const;
const note = (text: string) => ({ intent: "add-note", text }) as const;

/** A form as a device keeps it, on what it knew then. */
const form = (fields: Readonly<Record<string, string>>, base: number) => ({
  fields: { ...fields, id: randomUUID(), base: String(base) },
  madeAt: new Date().toISOString(),
});
const sendFrom = (person: Person | undefined, device: string, items: readonly ReturnType<typeof form>[]) =>
  replayForms(setup, who(person), "tablet", { device, person: who(person).id, items });
async function now(person: Person | undefined, fields: Readonly<Record<string, string>>) {
  const { seq } = await view();
  const sent = { ...fields, id: randomUUID(), base: String(seq) };
  expect(await runSetupForm(setup, who(person), "computer", sent)).toMatchObject({ outcome: "kept" });
}
const waiting = async () => (await countLate(sqlOn(pool), [setup])).get(setup) ?? 0;
const xOf = async () => (await view()).tools[0]?.x;

/** The tablet of Ines has no server from here on; Bruno touches T01 again; Marit signs off. */
async function signedOffMeanwhile() {
  const { seq } = await view();
  // By hand: −285.06 − 54.2 = −339.26.
  await now(bruno, skim("-285.06"));
  await now(marit, { intent: "sign-off" });
  return seq;
}

describe("entries that come after the sign-off", () => {
  it("wait for a lead, all of them, once, and nothing of them is entered", async () => {
    const knew = await signedOffMeanwhile();
    const { seq } = await view();
    const items = [form(note("Jaws turned to 54.1"), knew), form(skim("-285.04"), knew), form(note("Soft jaws"), knew)];
    expect(await sendFrom(ines, tablet, items)).toEqual({ kept: 0, late: 3 });
    // The answer was lost: the same is sent again.
    expect(await sendFrom(ines, tablet, items)).toEqual({ kept: 0, late: 3 });
    expect(await waiting()).toBe(3);
    expect((await view()).seq).toBe(seq);
    // Both values are shown: hers by hand −285.04 − 54.2 = −339.24, his −339.26.
    expect(await lateEntries(setup)).toMatchObject([
      { what: "note", numbers: "Jaws turned to 54.1", becomes: { outcome: "entered" } },
      {
        numbers: expect.stringContaining("−339.240"),
        becomes: {
          outcome: "conflict",
          person: who(bruno).name,
          numbers: expect.stringContaining("−339.260"),
          isUnder: false,
        },
      },
      { numbers: "Soft jaws", becomes: { outcome: "entered" } },
    ]);
    // Looking has changed nothing.
    expect((await view()).seq).toBe(seq);
    expect((await xOf())?.exact).toBeCloseTo(-339.26, 9);
  });

  it("are taken in by one decision, under their authors' names; what is in the way is given back with why", async () => {
    const knew = await signedOffMeanwhile();
    await sendFrom(ines, tablet, [form(note("Jaws turned"), knew), form(skim("-285.04"), knew)]);
    await sendFrom(bruno, other, [form(note("Coolant low"), knew)]);
    const ids = (await lateEntries(setup)).map(({ id }) => id);
    const decision = { decision: "enter", reason: "Ines had no Wi-Fi", ids, over: [] } as const;
    expect(await decideLate(setup, who(marit), decision)).toEqual({ outcome: "done", entered: 2, givenBack: 1 });
    expect(await view()).toMatchObject({ signedOff: false });
    const said = (await readLedger(sqlOn(pool), setup)).slice(-3);
    expect(said.map(({ kind, person }) => [kind, person])).toEqual([
      ["reopened", who(marit).name],
      ["note-added", who(ines).name],
      ["note-added", who(bruno).name],
    ]);
    expect(said[1]?.madeAt).toBeDefined();
    expect((await xOf())?.exact).toBeCloseTo(-339.26, 9);
    expect(await waiting()).toBe(0);
    expect(await givenBackTo(sqlOn(pool), setup, who(ines).id)).toMatchObject([
      { said: expect.stringContaining("−339.240"), by: who(marit).name, reason: expect.stringContaining("−339.260") },
    ]);
    expect(await givenBackTo(sqlOn(pool), setup, who(bruno).id)).toEqual([]);
    await putAway(sqlOn(pool), setup, who(ines).id);
    expect(await givenBackTo(sqlOn(pool), setup, who(ines).id)).toEqual([]);
    // Sent once more by a device that never heard the answer: it is known, and not entered twice.
    expect(await decideLate(setup, who(marit), decision)).toMatchObject({ outcome: "refused" });
    expect((await readLedger(sqlOn(pool), setup)).at(-1)?.seq).toBe(said[2]?.seq);
  });

  it("replace what stands where the lead says so", async () => {
    const knew = await signedOffMeanwhile();
    await sendFrom(ines, tablet, [form(skim("-285.04"), knew)]);
    const ids = (await lateEntries(setup)).map(({ id }) => id);
    const decision = { decision: "enter", reason: "Hers was measured last", ids, over: ids } as const;
    expect(await decideLate(setup, who(marit), decision)).toEqual({ outcome: "done", entered: 1, givenBack: 0 });
    expect((await xOf())?.exact).toBeCloseTo(-339.24, 9);
    expect((await xOf())?.person).toBe(who(ines).name);
  });

  it("are given back by one decision, and the setup stays signed off", async () => {
    const knew = await signedOffMeanwhile();
    await sendFrom(ines, tablet, [form(note("Jaws turned"), knew), form(note("Soft jaws"), knew)]);
    const ids = (await lateEntries(setup)).map(({ id }) => id);
    const decision = { decision: "give-back", reason: "It belongs to the next job", ids, over: [] } as const;
    expect(await decideLate(setup, who(marit), { ...decision, ids: ids.slice(1) })).toMatchObject({
      outcome: "refused",
      message: expect.stringContaining("changed meanwhile"),
    });
    expect(await decideLate(setup, who(marit), decision)).toEqual({ outcome: "done", entered: 0, givenBack: 2 });
    expect(await view()).toMatchObject({ signedOff: true });
    expect(await givenBackTo(sqlOn(pool), setup, who(ines).id)).toMatchObject([
      { said: "note: Jaws turned", reason: "It belongs to the next job" },
      { said: "note: Soft jaws" },
    ]);
  });

  it("are decided once by two leads at the same moment", async () => {
    const knew = await signedOffMeanwhile();
    await sendFrom(ines, tablet, [form(note("Jaws turned"), knew)]);
    const ids = (await lateEntries(setup)).map(({ id }) => id);
    const decided = await Promise.all(
      (["enter", "give-back"] as const).map((decision) =>
        decideLate(setup, who(marit), { decision, reason: "now", ids, over: [] }),
      ),
    );
    expect(decided.map(({ outcome }) => outcome).sort()).toEqual(["done", "refused"]);
    const isIn = (await readLedger(sqlOn(pool), setup)).some(({ kind }) => kind === "note-added");
    const back = await givenBackTo(sqlOn(pool), setup, who(ines).id);
    expect(back).toHaveLength(isIn ? 0 : 1);
  });

  it("come in by themselves when the setup is opened again; what is in the way waits", async () => {
    const knew = await signedOffMeanwhile();
    await sendFrom(ines, tablet, [form(note("Jaws turned"), knew), form(skim("-285.04"), knew)]);
    await now(marit, { intent: "reopen", reason: "The job goes on" });
    await takeInLate(setup);
    expect((await readLedger(sqlOn(pool), setup)).at(-1)).toMatchObject({
      kind: "note-added",
      person: who(ines).name,
    });
    expect(await waiting()).toBe(1);
    const [left] = await lateEntries(setup);
    expect(left).toMatchObject({ becomes: { outcome: "conflict", person: who(bruno).name } });
    // It is decided on although the setup is open by now.
    const decision = { decision: "enter", reason: "Hers is right", ids: [left?.id ?? ""], over: [left?.id ?? ""] };
    expect(await decideLate(setup, who(marit), { ...decision, decision: "enter" })).toMatchObject({ entered: 1 });
    expect((await xOf())?.exact).toBeCloseTo(-339.24, 9);
  });

  it("are refused as before where the setup is open", async () => {
    const { seq } = await view();
    expect(await sendFrom(ines, tablet, [form(note("Jaws turned"), seq), form(skim("abc"), seq)])).toMatchObject({
      kept: 1,
      stopped: { outcome: "refused" },
    });
    expect(await waiting()).toBe(0);
  });

  it("that would enter nothing are shown as they were typed, with why", async () => {
    const knew = await signedOffMeanwhile();
    await sendFrom(ines, tablet, [form(skim("abc"), knew)]);
    expect(await lateEntries(setup)).toMatchObject([
      { what: "", numbers: expect.stringContaining("abc"), becomes: { outcome: "refused" } },
    ]);
  });
});

describe("the devices that have a setup open", () => {
  const say = (device: string, isOpen: boolean, count: number, person = ines) =>
    noteSetupDevice(sqlOn(pool), setup, { device, kind: "tablet", person: who(person), isOpen, waiting: count });
  const heard = async () => readSetupDevices(sqlOn(pool), setup);
  it("are named with what waits on them, and forgotten once they have left and hold nothing", async () => {
    await say(tablet, true, 0);
    await say(other, true, 2, bruno);
    expect((await heard()).map(({ person, waiting: count, isOpen }) => [person, count, isOpen]).sort()).toEqual(
      [
        [who(ines).name, 0, true],
        [who(bruno).name, 2, true],
      ].sort(),
    );
    await say(tablet, false, 0);
    await say(other, false, 2, bruno);
    expect(await heard()).toMatchObject([{ id: other, isOpen: false, waiting: 2 }]);
    await say(other, false, 0, bruno);
    expect(await heard()).toEqual([]);
  });
  it("are silent since they were last heard of, and open since they were opened", async () => {
    await say(tablet, true, 1);
    await sqlOn(pool).run(
      "UPDATE setup_devices SET opened_at = TIMESTAMPADD(HOUR, -2, opened_at), heard_at = TIMESTAMPADD(MINUTE, -12, heard_at) WHERE setup_id = ?",
      [setup],
    );
    const [silent] = await heard();
    expect(silent?.silentFor).toBeGreaterThanOrEqual(12 * 60);
    expect(silent?.silentFor).toBeLessThan(12 * 60 + 30);
    await say(tablet, true, 0);
    const [back] = await heard();
    expect(back?.silentFor).toBeLessThan(30);
    expect(back?.openedAt).toBe(silent?.openedAt);
  });
});
