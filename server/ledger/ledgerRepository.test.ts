import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { newId } from "../../app/shell/newId.ts";
import type { Command } from "../../core/ledger/index.ts";
import { fold, SNAPSHOT_VERSION, viewSetup } from "../../core/ledger/index.ts";
import { loaded, opened, recorded, touched, undone } from "../../core/ledger/setup.fixture.ts";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import type { Person } from "../people/person.server.ts";
import { freshDatabase, somebody } from "../testing/freshDatabase.ts";
import { appendEntry, readMachineLedger, rebuildSnapshots } from "./ledgerRepository.server.ts";
import { readLedger } from "./ledgerRows.server.ts";
import { listSetups, readSetup } from "./setupsRepository.server.ts";

let pool: Pool;
let ines: Person;
let bruno: Person;
beforeAll(async () => {
  pool = await freshDatabase();
  ines = await somebody(pool);
  bruno = await somebody(pool);
});
afterAll(() => pool.end());

/** The fixtures count their ids; on one database over many setups they must be unique. */
const unique = (command: Command): Command => ({ ...command, id: randomUUID() });
const append = (setup: string, command: Command, base: number, person = ines) =>
  appendEntry(pool, setup, command, { person, device: "tablet", base });

async function runningSetup(): Promise<string> {
  const setup = randomUUID();
  for (const [base, command] of [
    opened(),
    loaded("1"),
    loaded("3", { faces: false }),
    recorded("1", -339.432, -402.514),
  ].entries())
    expect(await append(setup, unique(command), base)).toMatchObject({ outcome: "appended" });
  return setup;
}

describe("appending to a ledger", () => {
  it("numbers entries without gaps and keeps the snapshot equal to the fold", async () => {
    const setup = await runningSetup();
    const result = await append(setup, unique(touched("1", "x", -339.25, 51.48)), 4);
    expect(result).toMatchObject({
      outcome: "appended",
      entry: { seq: 5, base: 4, person: ines.name, device: "tablet" },
    });
    const entries = await readLedger(sqlOn(pool), setup);
    expect(entries.map(({ seq }) => seq)).toEqual([1, 2, 3, 4, 5]);
    expect(await readSetup(sqlOn(pool), setup)).toEqual(fold(entries));
  });

  it("answers a repeated UUID with the first result, even when sent at the same moment", async () => {
    const setup = await runningSetup();
    const command = unique(touched("1", "x", -339.25));
    const results = await Promise.all(Array.from({ length: 6 }, () => append(setup, command, 4)));
    expect(results.map(({ outcome }) => outcome).sort()).toEqual([
      "appended",
      ...Array.from({ length: 5 }, () => "repeated"),
    ]);
    // From a page that has seen its own entry by now, and one that nothing would let in a second time.
    expect(await append(setup, command, 5)).toMatchObject({ outcome: "repeated", entry: { id: command.id, seq: 5 } });
    const first = (await readLedger(sqlOn(pool), setup))[0] as Command;
    expect(await append(setup, first, 5)).toMatchObject({ outcome: "repeated", entry: { id: first.id, seq: 1 } });
    expect(await readLedger(sqlOn(pool), setup)).toHaveLength(5);
    expect(await readSetup(sqlOn(pool), setup)).toMatchObject({ seq: 5 });
    expect(await append(await runningSetup(), command, 4)).toMatchObject({
      outcome: "refused",
      refusal: { code: "id-in-use" },
    });
  });

  it("keeps no setup whose first entry's id another one takes in the same moment", async () => {
    const [running, opening] = [await runningSetup(), { ...opened(), id: randomUUID() }];
    const other = await pool.getConnection();
    try {
      await other.beginTransaction();
      await other.execute(
        `INSERT INTO ledger (setup_id, seq, id, machine_id, kind, version, base, person_id, person_name, device, recorded_at, payload)
         SELECT setup_id, 5, ?, machine_id, kind, version, base, person_id, person_name, device, recorded_at, payload
           FROM ledger WHERE setup_id = ? AND seq = 4`,
        [opening.id, running],
      );
      const setup = randomUUID();
      const kept = append(setup, opening, 0).then(
        ({ outcome }) => outcome,
        () => "rolled back",
      );
      // Past its own look at the ledger, it waits for what the other one is doing with this id.
      await vi.waitUntil(async () => {
        const [waiting] = await sqlOn(pool).rows<{ n: number }>(
          "SELECT COUNT(*) AS n FROM information_schema.PROCESSLIST WHERE INFO LIKE 'INSERT INTO ledger%'",
        );
        return waiting?.n === 1;
      });
      await other.commit();
      expect(await kept).toBe("rolled back");
      expect(await readSetup(sqlOn(pool), setup)).toBeUndefined();
      expect(await append(setup, opening, 0)).toMatchObject({ outcome: "refused", refusal: { code: "id-in-use" } });
    } finally {
      other.release();
      await sqlOn(pool).run("DELETE FROM ledger WHERE id = ?", [opening.id]);
    }
  });

  it("opens many setups in one moment, the same one sent twice among them, and none is turned back", async () => {
    const deadlocks = async () => {
      const [row] = await sqlOn(pool).rows<{ n: string }>(
        "SELECT VARIABLE_VALUE AS n FROM information_schema.GLOBAL_STATUS WHERE VARIABLE_NAME = 'INNODB_DEADLOCKS'",
      );
      return Number(row?.n);
    };
    const before = await deadlocks();
    // As browsers make them: all of one moment side by side in the table.
    const setups = Array.from({ length: 30 }, () => ({ id: newId(), command: unique(opened()) }));
    const twice = setups.slice(-1);
    const results = await Promise.all([...setups, ...twice].map(({ id, command }) => append(id, command, 0)));
    expect(results.map(({ outcome }) => outcome).sort()).toEqual([...setups.map(() => "appended"), "repeated"]);
    expect((await deadlocks()) - before).toBe(0);
  });

  it("lets entries of other cells through and asks only about the same cell, with both values", async () => {
    const setup = await runningSetup();
    await append(setup, unique(touched("1", "x", -339.25)), 4, bruno);
    expect(await append(setup, unique(touched("1", "z", -402.9)), 4)).toMatchObject({
      outcome: "appended",
      entry: { seq: 6, base: 4 },
    });
    const conflict = await append(setup, unique(touched("1", "x", -339.11)), 4);
    expect(conflict).toMatchObject({
      outcome: "conflict",
      cell: "geometry/1/x",
      theirs: { person: bruno.name, payload: { exact: -339.25 } },
    });
    expect(await append(setup, unique(touched("1", "x", -339.11)), 6)).toMatchObject({ outcome: "appended" });
  });

  it("treats taking back as a change of the same cell", async () => {
    const setup = await runningSetup();
    const touch = unique(touched("1", "x", -339.25));
    await append(setup, touch, 4);
    await append(setup, unique(undone(touch.id)), 5, bruno);
    expect(await append(setup, unique(touched("1", "x", -339.3)), 5)).toMatchObject({
      outcome: "conflict",
      theirs: { kind: "entry-undone" },
    });
    const state = await readSetup(sqlOn(pool), setup);
    expect(state && viewSetup(state).tools[0]?.x).toBeUndefined();
  });

  it("keeps every entry of many people at once, in one order", async () => {
    const setup = await runningSetup();
    const commands = Array.from({ length: 24 }, (_, index) =>
      unique(touched(index % 2 === 0 ? "1" : "3", index % 4 < 2 ? "x" : "z", -300 - index)),
    );
    const results = await Promise.all(commands.map((command) => append(setup, command, 28)));
    // A device that claims to know what does not exist yet is refused; with an honest base all but same-cell ones stand.
    expect(
      results.every(({ outcome }) => outcome === "refused" || outcome === "appended" || outcome === "conflict"),
    ).toBe(true);
    const honest = await Promise.all(commands.map((command) => append(setup, command, 4)));
    const entries = await readLedger(sqlOn(pool), setup);
    expect(honest.filter(({ outcome }) => outcome === "appended")).toHaveLength(4);
    expect(entries.map(({ seq }) => seq)).toEqual(Array.from({ length: 8 }, (_, index) => index + 1));
    expect(await readSetup(sqlOn(pool), setup)).toEqual(fold(entries));
  });

  it("refuses what the schema or the history forbids, and stores nothing of it", async () => {
    const setup = await runningSetup();
    const bad = unique(touched("1", "x", -1));
    const broken = { ...bad, payload: { ...bad.payload, exact: "many" } } as unknown as Command;
    expect(await append(setup, broken, 4)).toMatchObject({ outcome: "refused", refusal: { code: "schema" } });
    expect(await append(setup, unique(touched("9", "x", -1)), 4)).toMatchObject({
      outcome: "refused",
      refusal: { code: "no-such-tool" },
    });
    expect(await append(randomUUID(), unique(touched("1", "x", -1)), 0)).toMatchObject({
      outcome: "refused",
      refusal: { code: "no-such-setup" },
    });
    expect(await append(setup, unique(touched("1", "x", -1)), 99)).toMatchObject({
      outcome: "refused",
      refusal: { code: "ahead-of-ledger" },
    });
    expect(await readLedger(sqlOn(pool), setup)).toHaveLength(4);
  });
});

describe("what is read back", () => {
  it("lists running setups first, each with what is next", async () => {
    const setup = await runningSetup();
    await append(setup, unique(touched("1", "x", -339.25)), 4);
    await append(setup, { id: randomUUID(), kind: "signed-off", payload: { unproven: [] } }, 5);
    const running = await runningSetup();
    const list = await listSetups(sqlOn(pool));
    const at = (id: string) => list.findIndex((one) => one.id === id);
    expect(at(running)).toBeLessThan(at(setup));
    expect(list[at(running)]).toMatchObject({
      stepsDone: 0,
      stepsTotal: 6,
      next: { offset: "01", kind: "x" },
      signedOff: false,
    });
    expect(list[at(setup)]).toMatchObject({ stepsDone: 1, signedOff: true });
  });

  it("gives a machine's history over its setups in the order in which it was made", async () => {
    const machine = `m${randomUUID().slice(0, 8)}`;
    const [first, second] = [randomUUID(), randomUUID()];
    const at = (minute: number) => () => new Date(Date.UTC(2026, 0, 1, 8, minute));
    const author = (base: number) => ({ person: ines, device: "desk", base });
    await appendEntry(pool, first, unique(opened({ id: machine })), author(0), at(0));
    await appendEntry(pool, second, unique(opened({ id: machine })), author(0), at(1));
    await appendEntry(pool, first, unique(loaded("1")), author(1), at(2));
    const history = await readMachineLedger(sqlOn(pool), machine);
    expect(history.map(({ setupId, entry }) => [setupId, entry.kind])).toEqual([
      [first, "setup-opened"],
      [second, "setup-opened"],
      [first, "tool-loaded"],
    ]);
  });

  it("keeps the order of a machine's history through a clock that is set back, or was far ahead for a while", async () => {
    const machine = `m${randomUUID().slice(0, 8)}`;
    const [first, second] = [randomUUID(), randomUUID()];
    const clock = (hour: number) => () => new Date(Date.UTC(2026, 0, 1, hour));
    const author = (base: number) => ({ person: ines, device: "desk", base });
    await appendEntry(pool, first, unique(opened({ id: machine })), author(0), clock(8));
    await appendEntry(pool, first, unique(loaded("1")), author(1), clock(23));
    await appendEntry(pool, second, unique(opened({ id: machine })), author(0), clock(9));
    await appendEntry(pool, first, unique(loaded("3")), author(2), clock(2));
    const history = await readMachineLedger(sqlOn(pool), machine);
    expect(history.map(({ setupId, entry }) => [setupId, entry.seq])).toEqual([
      [first, 1],
      [first, 2],
      [second, 1],
      [first, 3],
    ]);
    expect(history.map(({ entry }) => entry.at.slice(11))).toEqual([
      "08:00:00.000Z",
      "23:00:00.000Z",
      "23:00:00.001Z",
      "23:00:00.002Z",
    ]);
  });

  it("takes what waited on one device as that device's own: its later entries meet none of its earlier ones", async () => {
    const setup = await runningSetup();
    const made = { at: new Date(Date.UTC(2026, 0, 1, 7)), on: randomUUID() };
    const send = (command: Command, by = ines, from: typeof made | undefined = made) =>
      appendEntry(pool, setup, command, { person: by, device: "tablet", base: 4, made: from });
    expect(await send(unique(touched("1", "x", -339.25)))).toMatchObject({ outcome: "appended" });
    expect(await send(unique(touched("1", "x", -339.26)))).toMatchObject({
      outcome: "appended",
      entry: { madeAt: made.at.toISOString() },
    });
    // Another device that knew neither of them is asked.
    expect(await send(unique(touched("1", "x", -339.3)), ines, { ...made, on: randomUUID() })).toMatchObject({
      outcome: "conflict",
    });
    expect((await readLedger(sqlOn(pool), setup)).at(-1)?.madeAt).toBe(made.at.toISOString());
  });

  it("rebuilds snapshots from the ledger alone, and finds the one that was damaged", async () => {
    const setup = await runningSetup();
    await append(setup, unique(touched("1", "x", -339.25)), 4);
    const before = await readSetup(sqlOn(pool), setup);
    expect((await rebuildSnapshots(pool)).differed).toEqual([]);
    await sqlOn(pool).run("UPDATE setups SET snapshot = ?, steps_done = 99 WHERE id = ?", [
      '{"seq":0,"cells":{},"undone":{}}',
      setup,
    ]);
    expect((await rebuildSnapshots(pool)).differed).toEqual([setup]);
    expect(await readSetup(sqlOn(pool), setup)).toEqual(before);
    expect((await listSetups(sqlOn(pool))).find(({ id }) => id === setup)).toMatchObject({ stepsDone: 1 });
  });

  it("folds a snapshot of another version anew, for reading and under the lock, and stores it with its own", async () => {
    const setup = await runningSetup();
    await append(setup, unique(touched("1", "x", -339.25)), 4);
    const before = await readSetup(sqlOn(pool), setup);
    const age = () =>
      sqlOn(pool).run("UPDATE setups SET snapshot = ?, snapshot_version = 0, steps_done = 99 WHERE id = ?", [
        '{"stacks":"as an earlier version kept them"}',
        setup,
      ]);
    const version = async () =>
      (await sqlOn(pool).rows<{ v: number }>("SELECT snapshot_version AS v FROM setups WHERE id = ?", [setup]))[0]?.v;

    await age();
    expect(await readSetup(sqlOn(pool), setup)).toEqual(before);
    expect(await version()).toBe(0);
    const appended = await append(setup, unique(touched("1", "z", -402.5)), 5);
    expect(appended).toMatchObject({ outcome: "appended", entry: { seq: 6 } });
    expect(await version()).toBe(SNAPSHOT_VERSION);

    await age();
    expect(await rebuildSnapshots(pool, { onlyOld: true })).toEqual({ rebuilt: 1, differed: [] });
    expect(await rebuildSnapshots(pool, { onlyOld: true })).toEqual({ rebuilt: 0, differed: [] });
    expect((await listSetups(sqlOn(pool))).find(({ id }) => id === setup)).toMatchObject({ stepsDone: 2 });
  });

  it("stops at an entry that a later version of Luvrit wrote, and says so", async () => {
    const setup = await runningSetup();
    await sqlOn(pool).run("UPDATE ledger SET version = 7 WHERE setup_id = ? AND seq = 1", [setup]);
    await expect(readLedger(sqlOn(pool), setup)).rejects.toThrow(/“setup-opened” of version 7 .* versions 1 to 1/);
  });
});
