import { createHash, randomUUID } from "node:crypto";
import { existsSync } from "node:fs";
import { mkdtemp, readFile, rm, truncate, writeFile } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { gunzipSync, gzipSync } from "node:zlib";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openPool, type Pool, sqlOn } from "../../server/database/pool.server.ts";
import { rebuildSnapshots } from "../../server/ledger/ledgerRepository.server.ts";
import { readLedger } from "../../server/ledger/ledgerRows.server.ts";
import { BackupTrouble } from "../../server/operations/backupTrouble.ts";
import { restoreFrom } from "../../server/operations/restore.server.ts";
import { databasePlace } from "../../server/private-database/databasePlace.server.ts";
import { type PrivateDatabase, startPrivateDatabase } from "../../server/private-database/privateDatabase.server.ts";
import { storeProgram } from "../../server/program/programsRepository.server.ts";
import { removeHome } from "../../server/testing/removeHome.ts";
import { LAUNCHER, ROOT, run, start } from "../command/processes.ts";
import { openedSetup, personWithSession } from "./hardShop.ts";
import { chance, isLong, longOr, report } from "./long.ts";

/** Each of restore, backup and migration is killed this often: 200 times in all, or a few. */
const KILLS = longOr({ restore: 120, backup: 40, start: 40 }, { restore: 1, backup: 1, start: 1 });
const SEED = 20261128;

/** A shop in a folder, as somebody has it who runs `./luvrit start`; written to while nothing runs. */
class Shop {
  private constructor(readonly home: string) {}
  static async make(name: string, setups: number): Promise<Shop> {
    const shop = new Shop(await mkdtemp(path.join(os.tmpdir(), "luvrit-shop-")));
    expect(await run(["add-person", name, "lead"], shop.env, "a long passphrase")).toMatchObject({ code: 0 });
    await shop.on(async (pool) => {
      const { person } = await personWithSession(pool, "setter");
      for (let count = 0; count < setups; count++) await openedSetup(pool, person);
      const program = Buffer.from(`%\nO1 (${name})\n\u0000\u0080\u00ffM30\n%`.repeat(2000), "latin1");
      await storeProgram(sqlOn(pool), createHash("sha256").update(program).digest("hex"), program);
    });
    return shop;
  }
  get env() {
    return { LUVRIT_HOME: this.home };
  }
  async on<Result>(work: (pool: ReturnType<typeof openPool>) => Promise<Result>): Promise<Result> {
    const database = await startPrivateDatabase(this.home);
    const pool = openPool(database.url, 4);
    try {
      return await work(pool);
    } finally {
      await pool.end();
      await database.stop();
    }
  }
  describe = () => this.on(describeShop);
  remove = () => removeHome(this.home);
}

/** What a person would find: who works here, how many setups, and whether every one of them is whole. */
async function describeShop(pool: Pool) {
  const people = await sqlOn(pool).rows<{ name: string }>("SELECT name FROM people WHERE role = 'lead'");
  const setups = await sqlOn(pool).rows<{ id: string }>("SELECT id FROM setups ORDER BY id");
  for (const { id } of setups) expect((await readLedger(sqlOn(pool), id)).length).toBeGreaterThan(0);
  expect((await rebuildSnapshots(pool)).differed).toEqual([]);
  const programs = await sqlOn(pool).rows<{ fingerprint: string; content: Buffer }>(
    "SELECT fingerprint, content FROM programs",
  );
  const whole = programs.filter(
    ({ fingerprint, content }) => createHash("sha256").update(content).digest("hex") === fingerprint,
  );
  return { leads: people.map(({ name }) => name), setups: setups.length, programs: whole.length };
}

let folder: string;
let theirs: Shop;
let ours: Shop;
let file: string;
beforeAll(async () => {
  folder = await mkdtemp(path.join(os.tmpdir(), "luvrit-backups-"));
  theirs = await Shop.make("Theirs", 60);
  ours = await Shop.make("Ours", 3);
  file = path.join(folder, "theirs.luvrit");
  expect(await run(["backup", file], theirs.env)).toMatchObject({ code: 0 });
}, 60_000);
afterAll(async () => {
  await theirs.remove();
  await ours.remove();
  await rm(folder, { recursive: true, force: true });
});
const OURS = { leads: ["Ours"], setups: 3, programs: 1 };
const THEIRS = { leads: ["Theirs"], setups: 60, programs: 1 };

/** The lines of the backup, changed and packed again. */
async function changed(name: string, change: (lines: string[]) => readonly string[]): Promise<string> {
  const lines = gunzipSync(await readFile(file))
    .toString("utf8")
    .trimEnd()
    .split("\n");
  const other = path.join(folder, name);
  await writeFile(other, gzipSync(`${change(lines).join("\n")}\n`));
  return other;
}

describe("a backup that is not as it must be", () => {
  let database: PrivateDatabase;
  beforeAll(async () => {
    database = await startPrivateDatabase(ours.home);
  });
  afterAll(() => database.stop());
  /** Why it is not restored, in words. */
  const refusal = (from: string): Promise<string> =>
    restoreFrom(database.url, from, { replace: true, migrations: path.join(ROOT, "db/migrations") }).then(
      () => "it was restored",
      (failure: unknown) => (failure instanceof BackupTrouble ? failure.message : `a fault: ${String(failure)}`),
    );
  const stillOurs = async () => {
    const pool = openPool(database.url, 2);
    try {
      expect(await describeShop(pool)).toEqual(OURS);
      expect(await sqlOn(pool).rows("SHOW DATABASES LIKE 'luvrit\\\\_%'")).toEqual([]);
    } finally {
      await pool.end();
    }
  };
  const isRow = (line: string) => line.startsWith("[");
  it.each<[string, (lines: string[]) => readonly string[], RegExp]>([
    ["without its last part", (lines) => lines.slice(0, -3), /cut off/],
    ["without its manifest", (lines) => lines.slice(0, -1), /cut off/],
    [
      "with a row less",
      (lines) => lines.filter((_line, at) => at !== lines.findIndex(isRow)),
      /does not agree with the manifest/,
    ],
    [
      "with a row more",
      (lines) => lines.flatMap((line, at) => (at === lines.findIndex(isRow) ? [line, line] : [line])),
      /does not agree/,
    ],
    [
      "with a value changed",
      (lines) => lines.map((line) => line.replace('"Theirs"', '"Somebody"')),
      /people does not agree/,
    ],
    [
      "with a line of something else",
      (lines) => [...lines.slice(0, 3), "\\! touch /tmp/luvrit-ran", ...lines.slice(3)],
      /not JSON/,
    ],
    ["with something behind its end", (lines) => [...lines, '["x"]'], /behind its end/],
    [
      "of a later version",
      (lines) => [(lines[0] ?? "").replace('"version":1', '"version":2'), ...lines.slice(1)],
      /version 2/,
    ],
    [
      "of a later Luvrit",
      (lines) => [(lines[0] ?? "").replace(/0001-people\.sql/, "0001-persons.sql"), ...lines.slice(1)],
      /later Luvrit/,
    ],
    [
      "with another schema under the same name",
      (lines) => [(lines[0] ?? "").replace(/"hash":"[0-9a-f]{4}/, '"hash":"0000'), ...lines.slice(1)],
      /another Luvrit/,
    ],
    [
      "that names a table that there is not",
      (lines) => lines.map((line) => line.replaceAll('"photos"', '"photoz"')),
      /photoz is not a table/,
    ],
    [
      "that names a part twice",
      (lines) => [(lines[0] ?? "").replaceAll('"photos"', '"people"'), ...lines.slice(1)],
      /twice/,
    ],
    [
      "that is a dump of statements",
      () => ["-- Dump", "\\! touch /tmp/luvrit-ran", "DROP TABLE people;", "-- Dump completed"],
      /dump of statements/,
    ],
    ["that is empty", () => [], /no backup|cut off/],
  ])("%s is refused in words, and nothing is changed or carried out", async (name, change, words) => {
    const other = await changed(`${name.replaceAll(" ", "-")}.luvrit`, change);
    expect(await refusal(other)).toMatch(words);
    expect(existsSync("/tmp/luvrit-ran")).toBe(false);
    await stillOurs();
  });
  it("cut at any byte, or not packed at all, leaves what is there", async () => {
    const bytes = await readFile(file);
    const next = chance(SEED);
    for (let turn = 0; turn < longOr(400, 40); turn++) {
      const cut = path.join(folder, "cut.luvrit");
      await writeFile(cut, bytes);
      await truncate(cut, Math.floor(next() * (bytes.length - 1)));
      expect(await refusal(cut)).toMatch(/cut off|no backup/);
    }
    const plain = path.join(folder, "plain");
    await writeFile(plain, gunzipSync(bytes));
    expect(await refusal(plain)).toMatch(/no backup/);
    expect(await refusal(path.join(folder, "none"))).toMatch(/There is no file/);
    await stillOurs();
  });
  it("that breaks a rule of the tables only when it is loaded leaves what is there", async () => {
    // Whole by its manifest, but its practice run belongs to nobody: made by hand, as no database would give it.
    const other = await changed("orphan.luvrit", (lines) => {
      const head = JSON.parse(lines[0] ?? "") as { parts: { name: string; columns: string[] }[] };
      const columns = head.parts.find(({ name }) => name === "skill_signs")?.columns ?? [];
      const values: Readonly<Record<string, string>> = { deed: "signed", at: "2026-11-28 10:00:00.000" };
      const row = JSON.stringify(columns.map((column) => values[column] ?? randomUUID()));
      const manifest = JSON.parse(lines.at(-1) ?? "") as { manifest: { name: string; rows: number; sha256: string }[] };
      const sums = manifest.manifest.map((sum) =>
        sum.name === "skill_signs"
          ? { ...sum, rows: 1, sha256: createHash("sha256").update(`${row}\n`).digest("hex") }
          : sum,
      );
      const at = lines.indexOf('{"part":"skill_signs"}');
      return [...lines.slice(0, at + 1), row, ...lines.slice(at + 1, -1), JSON.stringify({ manifest: sums })];
    });
    expect(await refusal(other)).toMatch(/refused what the backup holds/);
    await stillOurs();
  });
  it("is not loaded while somebody else works on the database, nor over a shop without being told so", async () => {
    const other = openPool(database.url, 1);
    await sqlOn(other).rows("SELECT 1");
    expect(await refusal(file)).toMatch(/Somebody works on this database \(1 connection\)/);
    await other.end();
    const refused = restoreFrom(database.url, file, { replace: false, migrations: path.join(ROOT, "db/migrations") });
    await expect(refused).rejects.toThrow(/holds a shop already/);
    await stillOurs();
  });
});

describe("kills in the middle", () => {
  it(
    "of a restore leave the former data or the new, never neither",
    async () => {
      const next = chance(SEED);
      const ends = { former: 0, new: 0 };
      const target = await Shop.make("Ours", 3);
      const own = path.join(folder, "own.luvrit");
      await run(["backup", own], target.env);
      try {
        const began = Date.now();
        await run(["restore", file, "--replace"], target.env);
        const whole = Date.now() - began;
        let isNew = true;
        for (let kill = 0; kill < KILLS.restore; kill++) {
          if (isNew) await run(["restore", own, "--replace"], target.env);
          const restoring = start(LAUNCHER, ["restore", file, "--replace"], target.env);
          await pause(whole * (0.25 + 0.75 * next()));
          restoring.child.kill("SIGKILL");
          await restoring.ended;
          const found = await target.describe();
          isNew = found.setups === THEIRS.setups;
          expect(found).toEqual(isNew ? THEIRS : OURS);
          ends[isNew ? "new" : "former"]++;
        }
        // The engine itself dies in the middle, too.
        for (let kill = 0; kill < Math.ceil(KILLS.restore / 4); kill++) {
          await run(["restore", own, "--replace"], target.env);
          const restoring = start(LAUNCHER, ["restore", file, "--replace"], target.env);
          await pause(whole * (0.35 + 0.65 * next()));
          const pid = Number(await readFile((await databasePlace(target.home)).pidFile, "utf8").catch(() => "0"));
          if (pid > 1 && restoring.child.exitCode === null) {
            try {
              process.kill(pid, "SIGKILL");
            } catch {
              // It has ended meanwhile.
            }
          }
          await restoring.ended;
          const found = await target.describe();
          expect(found).toEqual(found.setups === THEIRS.setups ? THEIRS : OURS);
        }
        report(`${KILLS.restore} kills of a restore: former ${ends.former}, new ${ends.new}, neither 0`);
        expect(await run(["restore", file, "--replace"], target.env)).toMatchObject({ code: 0 });
        expect(await target.describe()).toEqual(THEIRS);
      } finally {
        await target.remove();
      }
    },
    longOr(60 * 60_000, 150_000),
  );

  it.runIf(isLong)(
    "of a backup leave no file under its name, or a whole one",
    async () => {
      const next = chance(SEED + 1);
      const began = Date.now();
      await run(["backup", path.join(folder, "timed.luvrit")], theirs.env);
      const whole = Date.now() - began;
      for (let kill = 0; kill < KILLS.backup; kill++) {
        const target = path.join(folder, `killed-${kill}.luvrit`);
        const backing = start(LAUNCHER, ["backup", target], theirs.env);
        await pause(whole * (0.4 + 0.6 * next()));
        backing.child.kill("SIGKILL");
        await backing.ended;
        if (!existsSync(target)) expect(await run(["backup", target], theirs.env)).toMatchObject({ code: 0 });
        // What is there under the name can be restored.
        expect(await run(["restore", target, "--replace"], ours.env)).toMatchObject({
          code: 0,
          said: expect.stringContaining("60 setups"),
        });
      }
      expect(await theirs.describe()).toEqual(THEIRS);
    },
    longOr(60 * 60_000, 120_000),
  );

  it(
    "of a first start, while tables are made, are made good by the next one",
    async () => {
      const next = chance(SEED + 2);
      for (let turn = 0; turn < KILLS.start; turn++) {
        const home = await mkdtemp(path.join(os.tmpdir(), "luvrit-first-"));
        try {
          const env = { LUVRIT_HOME: home, PORT: "0" };
          const adding = start(LAUNCHER, ["add-person", "Killed", "lead"], env, "a long passphrase");
          await pause(300 + 1500 * next());
          adding.child.kill("SIGKILL");
          await adding.ended;
          const again = await run(["add-person", "After", "lead"], env, "a long passphrase");
          expect(again, again.said).toMatchObject({ code: 0 });
          expect(await run(["rebuild"], env)).toMatchObject({ code: 0, said: expect.stringContaining("0 setups") });
        } finally {
          await removeHome(home);
        }
      }
    },
    longOr(20 * 60_000, 60_000),
  );
});
