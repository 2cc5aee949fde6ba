import { randomUUID } from "node:crypto";
import path from "node:path";
import { inject } from "vitest";
import { migrate } from "../database/migrate.server.ts";
import { openPool, type Pool, sqlOn } from "../database/pool.server.ts";
import { addPerson } from "../people/peopleRepository.server.ts";

export const MIGRATIONS_FOLDER = path.resolve(import.meta.dirname, "../../db/migrations");

/** An empty, migrated database for one test file: tables of the one before are taken away. */
export async function freshDatabase(): Promise<Pool> {
  const pool = openPool(inject("databaseUrl"), 20);
  await dropEverything(pool);
  await migrate(pool, MIGRATIONS_FOLDER);
  return pool;
}

export async function dropEverything(pool: Pool): Promise<void> {
  const connection = await pool.getConnection();
  try {
    await connection.query("SET FOREIGN_KEY_CHECKS = 0");
    const [tables] = await connection.query(
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()",
    );
    for (const { name } of tables as { name: string }[]) await connection.query(`DROP TABLE \`${name}\``);
    await connection.query("SET FOREIGN_KEY_CHECKS = 1");
  } finally {
    connection.release();
  }
}

export async function somebody(pool: Pool, role: "setter" | "lead" | "viewer" = "setter") {
  // With a letter first: a name that began with digits would be found where a number is searched for.
  return addPerson(sqlOn(pool), { name: `Person x${randomUUID().slice(0, 8)}`, role, isGiven: false, secret: "2468" });
}
