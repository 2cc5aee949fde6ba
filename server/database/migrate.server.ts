import { createHash, randomUUID } from "node:crypto";
import { readdir, readFile } from "node:fs/promises";
import path from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { inTransaction, type Pool, sqlOn } from "./pool.server.ts";

/** Says which applied migration does not agree with the file of that name. The start stops there. */
export class MigrationMismatch extends Error {}

/** What a migration's file is called. */
export const MIGRATION_FILE = /^\d{4}-[a-z-]+\.sql$/;

const JOURNALS = [
  "CREATE TABLE IF NOT EXISTS schema_migrations (name VARCHAR(100) NOT NULL PRIMARY KEY, hash CHAR(64) NOT NULL, applied_at DATETIME(3) NOT NULL)",
  // What was begun and not yet journaled: after a kill its statement may have been carried out or not.
  "CREATE TABLE IF NOT EXISTS schema_begun (name VARCHAR(100) NOT NULL PRIMARY KEY)",
  "CREATE TABLE IF NOT EXISTS schema_lease (id TINYINT NOT NULL PRIMARY KEY, holder CHAR(36) NOT NULL, until DATETIME(3) NOT NULL)",
];

/**
 * Applies the migrations of a folder that have not been applied yet, in the order of their names. Each file holds one
 * statement (DDL commits by itself) and is journaled with its hash: a changed or missing applied file stops the start.
 * Several processes may start at once, on several nodes; one migrates, the others wait. May be killed at any moment: what
 * was begun is finished by the next start. `until`: the last one to apply, for the tables of an older version.
 */
export async function migrate(pool: Pool, folder: string, until?: string): Promise<readonly string[]> {
  const all = (await readdir(folder)).filter((name) => MIGRATION_FILE.test(name)).sort();
  const files = until === undefined ? all : all.filter((name) => name <= until);
  const sql = sqlOn(pool);
  for (const statement of JOURNALS) await sql.run(statement);
  return underLease(pool, async () => {
    const journal = await sql.rows<{ name: string; hash: string }>(
      "SELECT name, hash FROM schema_migrations ORDER BY name",
    );
    const applied: string[] = [];
    for (const { name } of journal)
      if (!files.includes(name))
        throw new MigrationMismatch(`${name} was applied to this database but its file is missing.`);
    for (const name of files) {
      const text = await readFile(path.join(folder, name), "utf8");
      const hash = createHash("sha256").update(text).digest("hex");
      const known = journal.find((row) => row.name === name);
      if (known && known.hash !== hash)
        throw new MigrationMismatch(
          `${name} has changed since it was applied to this database. Add a new migration instead.`,
        );
      if (known) continue;
      await applyOne(pool, name, text);
      await sql.run("INSERT INTO schema_migrations (name, hash, applied_at) VALUES (?, ?, UTC_TIMESTAMP(3))", [
        name,
        hash,
      ]);
      await sql.run("DELETE FROM schema_begun WHERE name = ?", [name]);
      applied.push(name);
    }
    return applied;
  });
}

/** What the engine says where a statement was carried out before: tables, columns and keys that are there already. */
const THERE_ALREADY: readonly (string | undefined)[] = [
  "ER_TABLE_EXISTS_ERROR",
  "ER_DUP_FIELDNAME",
  "ER_DUP_KEYNAME",
  "ER_DUP_ENTRY",
  "ER_CANT_DROP_FIELD_OR_KEY",
];

/** Carries out one file's statement, which the engine does whole or not at all; after a kill it may be there already. */
async function applyOne(pool: Pool, name: string, text: string): Promise<void> {
  const sql = sqlOn(pool);
  const begun = (await sql.rows("SELECT name FROM schema_begun WHERE name = ?", [name])).length > 0;
  if (!begun) await sql.run("INSERT INTO schema_begun (name) VALUES (?)", [name]);
  const connection = await pool.getConnection();
  try {
    await connection.query(text);
  } catch (failure) {
    if (!begun || !THERE_ALREADY.includes((failure as { code?: string }).code)) throw failure;
  } finally {
    connection.release();
  }
}

/** A lease outlives the process that was killed with it by this long at most. */
const LEASE_SECONDS = 8;
const RENEW_MS = 2000;
const WAIT_MS = 120_000;

/**
 * One process migrates at a time. A row of the database, not a lock of the engine's: locks by name are not shared by the
 * nodes of a cluster.
 */
async function underLease<Result>(pool: Pool, work: () => Promise<Result>): Promise<Result> {
  const holder = randomUUID();
  const take = () =>
    inTransaction(pool, async (sql) => {
      await sql.run("INSERT IGNORE INTO schema_lease (id, holder, until) VALUES (1, '', '2000-01-01')");
      const { affected } = await sql.run(
        `UPDATE schema_lease SET holder = ?, until = TIMESTAMPADD(SECOND, ?, UTC_TIMESTAMP(3))
          WHERE id = 1 AND (holder = ? OR until < UTC_TIMESTAMP(3))`,
        [holder, LEASE_SECONDS, holder],
      );
      return affected === 1;
    });
  const until = Date.now() + WAIT_MS;
  while (!(await take())) {
    if (Date.now() > until)
      throw new Error("Another process has been changing the database for two minutes. Look at what it does.");
    await pause(100);
  }
  const renewing = setInterval(() => {
    // A renewal that fails is tried again with the next one.
    take().catch(() => undefined);
  }, RENEW_MS);
  try {
    return await work();
  } finally {
    clearInterval(renewing);
    await sqlOn(pool).run("UPDATE schema_lease SET until = '2000-01-01' WHERE id = 1 AND holder = ?", [holder]);
  }
}
