import { randomUUID } from "node:crypto";
import { cp, mkdtemp, readdir, rm } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { type Command, type Entry, fold, viewSetup } from "../../core/ledger/index.ts";
import { loaded, opened, touched } from "../../core/ledger/setup.fixture.ts";
import { migrate } from "../../server/database/migrate.server.ts";
import { openPool, type Pool, sqlOn } from "../../server/database/pool.server.ts";
import { appendEntry, rebuildSnapshots } from "../../server/ledger/ledgerRepository.server.ts";
import { readLedger } from "../../server/ledger/ledgerRows.server.ts";
import { makeMissingWords, searchSetups } from "../../server/ledger/setupSearch.server.ts";
import { listSetups, readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { listPeople } from "../../server/people/peopleRepository.server.ts";
import { type PrivateDatabase, startPrivateDatabase } from "../../server/private-database/privateDatabase.server.ts";
import { removeHome } from "../../server/testing/removeHome.ts";
import { ROOT } from "../command/processes.ts";
import { isLong } from "./long.ts";

const MIGRATIONS = path.join(ROOT, "db/migrations");
/** The first schema that held setups with a ledger. */
const FIRST = 4;

let home: string;
let database: PrivateDatabase;
let pool: Pool;
beforeAll(async () => {
  home = await mkdtemp(path.join(os.tmpdir(), "luvrit-upgrade-"));
  database = await startPrivateDatabase(home);
  pool = openPool(database.url, 4);
});
afterAll(async () => {
  await pool.end();
  await database.stop();
  await removeHome(home);
});

/** An empty database with the first `count` migrations, as that Luvrit left it. */
async function asOf(count: number): Promise<void> {
  const connection = await pool.getConnection();
  await connection.query("DROP DATABASE luvrit");
  await connection.query("CREATE DATABASE luvrit CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci");
  connection.destroy();
  await pool.end();
  pool = openPool(database.url, 4);
  const folder = await mkdtemp(path.join(os.tmpdir(), "luvrit-earlier-"));
  const files = (await readdir(MIGRATIONS)).filter((name) => name.endsWith(".sql")).sort();
  for (const name of files.slice(0, count)) await cp(path.join(MIGRATIONS, name), path.join(folder, name));
  await migrate(pool, folder);
  await rm(folder, { recursive: true });
}

/** A person and a setup with three entries, written with the columns that there have been from the start. */
async function fillAsThen(): Promise<{ readonly person: string; readonly setup: string }> {
  const sql = sqlOn(pool);
  const [person, setup, at] = [randomUUID(), randomUUID(), new Date(Date.UTC(2026, 8, 1, 7))];
  await sql.run(
    "INSERT INTO people (id, name, role, secret_hash, decimal_mark, created_at) VALUES (?, 'Ines', 'setter', 'x', ',', ?)",
    [person, at],
  );
  const entries = [opened(), loaded("1"), touched("1", "x", -339.25, 54.2)].map(
    (command: Omit<Command, "id">, index) =>
      ({
        ...command,
        id: randomUUID(),
        seq: index + 1,
        base: index,
        person: "Ines",
        device: "pc",
        at: at.toISOString(),
      }) as Entry,
  );
  await sql.run(
    `INSERT INTO setups (id, machine_id, machine_name, job, part, operation, seq, signed_off, steps_done, steps_total, next_offset, next_kind, snapshot, opened_at, changed_at)
     VALUES (?, 'north', 'North turret lathe', 'F-052', 'Focuser drawtube 52', 'op 1', 3, FALSE, 1, 3, '01', 'z', ?, ?, ?)`,
    [setup, JSON.stringify(fold(entries)), at, at],
  );
  for (const { seq, id, kind, base, payload } of entries)
    await sql.run(
      `INSERT INTO ledger (setup_id, seq, id, machine_id, kind, version, base, person_id, person_name, device, recorded_at, payload)
       VALUES (?, ?, ?, 'north', ?, 1, ?, ?, 'Ines', 'pc', ?, ?)`,
      [setup, seq, id, kind, base, person, at, JSON.stringify(payload)],
    );
  return { person, setup };
}

describe("a shop that was kept by an earlier Luvrit", async () => {
  const all = (await readdir(MIGRATIONS)).filter((name) => name.endsWith(".sql")).sort();
  const releases = all.slice(FIRST - 1).map((name, index) => [name, index + FIRST] as const);
  // The first, the last and every fourth between in every run.
  const asked = releases.filter((_, index) => isLong || index % 4 === 0 || index === releases.length - 1);
  it.each(asked)("with everything up to %s, is carried on whole", async (_name, count) => {
    await asOf(count);
    const { person, setup } = await fillAsThen();
    await migrate(pool, MIGRATIONS);
    const sql = sqlOn(pool);
    await makeMissingWords(sql);
    expect(await listPeople(sql)).toMatchObject([{ id: person, name: "Ines", role: "setter", decimalMark: "," }]);
    expect(await listSetups(sql)).toMatchObject([{ id: setup, part: "Focuser drawtube 52", stepsDone: 1 }]);
    expect((await searchSetups(sql, { text: "drawtube" })).setups).toHaveLength(1);
    expect((await readLedger(sql, setup)).map(({ kind }) => kind)).toEqual([
      "setup-opened",
      "tool-loaded",
      "touch-accepted",
    ]);
    const command = { ...touched("1", "z", -402.88, 0), id: randomUUID() } as Command;
    const author = { person: { id: person, name: "Ines" }, device: "tablet", base: 3 };
    expect(await appendEntry(pool, setup, command, author)).toMatchObject({ outcome: "appended", entry: { seq: 4 } });
    const state = await readSetup(sql, setup);
    expect(state && viewSetup(state).tools[0]).toMatchObject({ x: { exact: -339.25 }, z: { exact: -402.88 } });
    expect((await rebuildSnapshots(pool)).differed).toEqual([]);
  });
});
