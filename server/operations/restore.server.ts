import { createHash } from "node:crypto";
import { readdir, readFile } from "node:fs/promises";
import path from "node:path";
import { DatabaseAway } from "../database/databaseAway.ts";
import { MIGRATION_FILE, migrate } from "../database/migrate.server.ts";
import { openPool, type Pool, type PoolConnection } from "../database/pool.server.ts";
import type { BackupHead, BackupRow, Part, PartSum } from "./backupFormat.ts";
import { BackupTrouble } from "./backupTrouble.ts";
import { lineOf, linesOf, partsOf } from "./partsOfDatabase.server.ts";
import { readBackup } from "./readBackup.server.ts";

/** A server that is not ours may have a database beside ours; its name says whose it is. */
const besideOf = (database: string) => `${database}_restoring`;
const formerOf = (database: string) => `${database}_former`;

/**
 * Puts a backup in place of what the database holds; where it holds people or setups, only where `replace` says so.
 *
 * The file is checked to its end first. It is then loaded into a database beside the present one, migrated, counted and held
 * against the file's digests there, and put in place by one statement, which the engine carries out whole or not at all.
 * Only then is what was there before dropped. A kill at any moment, a full disk or a file that is wrong leaves the former
 * data in place. No other process may write meanwhile.
 */
export async function restoreFrom(
  url: string,
  file: string,
  { replace, migrations }: { readonly replace: boolean; readonly migrations: string },
): Promise<void> {
  const { head, sums } = await check(file);
  const until = await fittingMigration(file, head, migrations);
  const here = openPool(url, 2);
  const database = new URL(url.split(",")[0] ?? url).pathname.slice(1);
  const beside = besideOf(database);
  try {
    await onConnection(here, async (connection) => {
      await refuseWhileServed(connection);
      if (!replace && (await holdsShop(connection)))
        throw new BackupTrouble(
          "This database holds a shop already. Make a backup of it, then say --replace to put this one in its place.",
        );
      await clearLeftovers(connection, database);
      await makeDatabase(connection, beside);
    });
    await load(withDatabase(url, beside), file, { head, sums, until, migrations });
    await onConnection(here, (connection) => swap(connection, database));
  } catch (failure) {
    await onConnection(here, (connection) => connection.query(`DROP DATABASE IF EXISTS \`${beside}\``)).catch(
      // Cleared away by the next start or restore.
      () => undefined,
    );
    throw inWords(failure);
  } finally {
    await here.end();
  }
}

/** Removes what a restore that was killed has left beside the database. */
async function clearLeftovers(connection: PoolConnection, database: string): Promise<void> {
  for (const name of [besideOf(database), formerOf(database)]) {
    const [found] = (await connection.query(
      "SELECT schema_name FROM information_schema.schemata WHERE schema_name = ?",
      [name],
    )) as unknown as [unknown[]];
    if (found.length > 0) await connection.query(`DROP DATABASE \`${name}\``);
  }
}

/** The same on an address of its own. */
export async function clearLeftoversOf(url: string): Promise<void> {
  const pool = openPool(url, 1);
  try {
    await onConnection(pool, (connection) => clearLeftovers(connection, new URL(url).pathname.slice(1)));
  } finally {
    await pool.end();
  }
}

async function onConnection<Result>(pool: Pool, work: (connection: PoolConnection) => Promise<Result>) {
  const connection = await pool.getConnection();
  try {
    return await work(connection);
  } finally {
    connection.release();
  }
}

function withDatabase(url: string, database: string): string {
  const changed = new URL(url.split(",")[0] ?? url);
  changed.pathname = `/${database}`;
  return changed.href;
}

/** Reads the file to its end; nothing is touched by then. */
async function check(file: string): Promise<{ readonly head: BackupHead; readonly sums: readonly PartSum[] }> {
  let head: BackupHead | undefined;
  let sums: readonly PartSum[] | undefined;
  for await (const piece of readBackup(file)) {
    if (piece.kind === "head") head = piece.head;
    if (piece.kind === "manifest") sums = piece.sums;
  }
  if (!head || !sums) throw new BackupTrouble(`${file} is no backup of Luvrit.`);
  return { head, sums };
}

/** The last migration that the backup's database had; refused where it had others than this Luvrit. */
async function fittingMigration(file: string, { schema }: BackupHead, folder: string): Promise<string> {
  const ours = (await readdir(folder)).filter((name) => MIGRATION_FILE.test(name)).sort();
  for (const [index, { name, hash }] of schema.entries()) {
    if (ours[index] !== name)
      throw new BackupTrouble(`${file} was made by a later Luvrit (${name}). Restore it with that version.`);
    const own = createHash("sha256")
      .update(await readFile(path.join(folder, name), "utf8"))
      .digest("hex");
    if (own !== hash) throw new BackupTrouble(`${file} was made by another Luvrit: ${name} is not the same there.`);
  }
  const last = schema.at(-1);
  if (!last) throw new BackupTrouble(`${file} is broken: it names no migrations.`);
  return last.name;
}

async function holdsShop(connection: PoolConnection): Promise<boolean> {
  for (const table of ["people", "setups"]) {
    const [there] = (await connection.query(
      "SELECT 1 FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = ?",
      [table],
    )) as unknown as [unknown[]];
    if (there.length === 0) continue;
    const [rows] = (await connection.query(`SELECT 1 FROM \`${table}\` LIMIT 1`)) as unknown as [unknown[]];
    if (rows.length > 0) return true;
  }
  return false;
}

/** An account sees its own connections: others of the same account are a Luvrit that works on this database. */
async function refuseWhileServed(connection: PoolConnection): Promise<void> {
  const [others] = (await connection.query(
    "SELECT id FROM information_schema.processlist WHERE db = DATABASE() AND id <> CONNECTION_ID()",
  )) as unknown as [unknown[]];
  if (others.length > 0)
    throw new BackupTrouble(
      `Somebody works on this database (${others.length} ${others.length === 1 ? "connection" : "connections"}). Stop every Luvrit that uses it, then restore.`,
    );
}

async function makeDatabase(connection: PoolConnection, name: string): Promise<void> {
  try {
    await connection.query(`CREATE DATABASE \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci`);
  } catch (cause) {
    if ((cause as { code?: string }).code !== "ER_DBACCESS_DENIED_ERROR") throw cause;
    throw new BackupTrouble(
      `The account in DATABASE_URL may not make the database ${name}, into which a backup is loaded before it is put in place. Grant it all rights on that and on ${name.replace(/_restoring$/, "_former")}.`,
      { cause },
    );
  }
}

interface Loading {
  readonly head: BackupHead;
  readonly sums: readonly PartSum[];
  readonly until: string;
  readonly migrations: string;
}

/** Fills the database beside the present one and brings it to this version's schema. */
async function load(url: string, file: string, { head, sums, until, migrations }: Loading): Promise<void> {
  const pool = openPool(url, 2);
  try {
    await migrate(pool, migrations, until);
    await onConnection(pool, async (connection) => {
      const parts = await partsOf(connection);
      for (const { name, columns, binary } of head.parts) {
        const own = parts.find((part) => part.name === name);
        if (!own || own.columns.join() !== columns.join() || own.binary.join() !== binary.join())
          throw new BackupTrouble(`${file} is broken: ${name} is not a table of that version.`);
      }
      const filler = new Filler(connection);
      await connection.query("SET autocommit = 0");
      const read = new Map(head.parts.map(({ name }) => [name, new RowSum()]));
      for await (const piece of readBackup(file)) {
        if (piece.kind !== "row") continue;
        read.get(piece.part.name)?.add(lineOf(piece.row));
        await filler.add(piece.part, piece.row);
      }
      await filler.finish();
      await connection.query("SET autocommit = 1");
      // Read back from the tables: what was loaded is what the file holds, to the last byte.
      for (const [index, part] of head.parts.entries()) {
        const { lines, sum } = linesOf(connection, part);
        const loaded = new RowSum();
        for await (const line of lines()) loaded.add(line);
        if (sums[index]?.rows !== sum().rows || !read.get(part.name)?.equals(loaded))
          throw new BackupTrouble(`${part.name} did not come out as it stands in ${file}. Nothing was changed.`);
      }
    });
    await migrate(pool, migrations);
  } finally {
    await pool.end();
  }
}

/** Rows as one number that does not depend on their order, which the engine chooses: the sum of their digests. */
class RowSum {
  private sum = 0n;
  add(line: string): void {
    const digest = createHash("sha256").update(line).digest("hex");
    this.sum = BigInt.asUintN(256, this.sum + BigInt(`0x${digest}`));
  }
  equals = (other: RowSum): boolean => this.sum === other.sum;
}

/** Bytes and rows of one statement, and rows of one transaction, at most. */
const MOST_BYTES = 1_000_000;
const MOST_ROWS = 64;
const ROWS_A_COMMIT = 20_000;

/** Writes rows in statements of several, which a table's next rows use again. */
class Filler {
  private part: Part | undefined;
  private rows: BackupRow[] = [];
  private bytes = 0;
  private uncommitted = 0;
  constructor(private readonly connection: PoolConnection) {}

  async add(part: Part, row: BackupRow): Promise<void> {
    if (part !== this.part) await this.flush();
    this.part = part;
    this.rows.push(row);
    for (const value of row) this.bytes += value?.length ?? 0;
    if (this.rows.length === MOST_ROWS || this.bytes > MOST_BYTES) await this.flush();
  }

  async finish(): Promise<void> {
    await this.flush();
    await this.connection.query("COMMIT");
  }

  private async flush(): Promise<void> {
    const { part, rows } = this;
    if (!part || rows.length === 0) return;
    [this.rows, this.bytes] = [[], 0];
    const isBinary = part.columns.map((column) => part.binary.includes(column));
    for (let from = 0; from < rows.length; ) {
      // Powers of two: few different statements to prepare.
      const count = 2 ** Math.floor(Math.log2(rows.length - from));
      const some = rows.slice(from, from + count);
      const one = `(${part.columns.map(() => "?").join(", ")})`;
      await this.connection.execute(
        `INSERT INTO \`${part.name}\` (${part.columns.map((column) => `\`${column}\``).join(", ")}) VALUES ${some.map(() => one).join(", ")}`,
        some.flatMap((row) =>
          row.map((value, index) => (value !== null && isBinary[index] ? Buffer.from(value, "base64") : value)),
        ),
      );
      from += count;
    }
    this.uncommitted += rows.length;
    if (this.uncommitted < ROWS_A_COMMIT) return;
    this.uncommitted = 0;
    await this.connection.query("COMMIT");
  }
}

/** Puts the tables beside in place of the present ones, in one statement; then drops the former ones. */
async function swap(connection: PoolConnection, database: string): Promise<void> {
  const [beside, former] = [besideOf(database), formerOf(database)];
  await connection.query(`CREATE DATABASE \`${former}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci`);
  const tablesOf = async (schema: string) => {
    const [rows] = (await connection.query(
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ? AND table_type = 'BASE TABLE'",
      [schema],
    )) as unknown as [{ name: string }[]];
    return rows.map(({ name }) => name.replaceAll("`", ""));
  };
  const moves = [
    ...(await tablesOf(database)).map((name) => `\`${database}\`.\`${name}\` TO \`${former}\`.\`${name}\``),
    ...(await tablesOf(beside)).map((name) => `\`${beside}\`.\`${name}\` TO \`${database}\`.\`${name}\``),
  ];
  await connection.query("SET FOREIGN_KEY_CHECKS = 0");
  await connection.query(`RENAME TABLE ${moves.join(", ")}`);
  await connection.query("SET FOREIGN_KEY_CHECKS = 1");
  for (const name of [former, beside]) await connection.query(`DROP DATABASE \`${name}\``);
}

/** A failure of the engine in words; everything else as it is. */
function inWords(failure: unknown): unknown {
  const { code, sqlMessage } = failure as { code?: string; sqlMessage?: string };
  if (failure instanceof DatabaseAway)
    return new BackupTrouble(
      "The database went away in the middle. Either what was there before or the whole backup is in place; restore again.",
      { cause: failure },
    );
  if (code === undefined || sqlMessage === undefined) return failure;
  return new BackupTrouble(
    `The database refused what the backup holds (${sqlMessage}). What was there before is in place.`,
    {
      cause: failure,
    },
  );
}
