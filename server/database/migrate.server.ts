import { createHash } from "node:crypto";
import { readdir, readFile } from "node:fs/promises";
import path from "node:path";
import { type Pool, sqlOn } from "./pool.server.ts";

/** Says which applied migration does not agree with the file of that name. The start stops there. */
export class MigrationMismatch extends Error {}

/**
 * Applies the migrations of a folder that have not been applied yet, in the order of their names. Each file holds one
 * statement (DDL commits by itself) and is journaled with its hash: a changed or missing applied file stops the start.
 * Several processes may start at once; one migrates, the others wait.
 */
export async function migrate(pool: Pool, folder: string): Promise<readonly string[]> {
  const files = (await readdir(folder)).filter((name) => /^\d{4}-[a-z-]+\.sql$/.test(name)).sort();
  const connection = await pool.getConnection();
  const sql = sqlOn(connection);
  try {
    await sql.rows("SELECT GET_LOCK('luvrit-migrations', 60) AS got");
    await sql.run(
      "CREATE TABLE IF NOT EXISTS schema_migrations (name VARCHAR(100) NOT NULL PRIMARY KEY, hash CHAR(64) NOT NULL, applied_at DATETIME(3) NOT NULL)",
    );
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
      await connection.query(text);
      await sql.run("INSERT INTO schema_migrations (name, hash, applied_at) VALUES (?, ?, UTC_TIMESTAMP(3))", [
        name,
        hash,
      ]);
      applied.push(name);
    }
    return applied;
  } finally {
    await sql.rows("SELECT RELEASE_LOCK('luvrit-migrations') AS released");
    connection.release();
  }
}
