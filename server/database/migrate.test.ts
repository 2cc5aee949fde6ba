import { cp, mkdtemp, readdir, readFile, rm, unlink, writeFile } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { dropEverything, MIGRATIONS_FOLDER } from "../testing/freshDatabase.ts";
import { MigrationMismatch, migrate } from "./migrate.server.ts";
import { inTransaction, openPool, type Pool, sqlOn } from "./pool.server.ts";

let pool: Pool;
let folder: string;
beforeAll(async () => {
  pool = openPool(inject("databaseUrl"), 5);
  await dropEverything(pool);
  folder = await mkdtemp(path.join(os.tmpdir(), "luvrit-migrations-"));
  await cp(MIGRATIONS_FOLDER, folder, { recursive: true });
});
afterAll(async () => {
  await pool.end();
  await rm(folder, { recursive: true });
});

describe("migrations", () => {
  it("are applied once, in order, even by two processes at once", async () => {
    const [one, other] = await Promise.all([migrate(pool, folder), migrate(pool, folder)]);
    expect([...one, ...other].sort()).toEqual((await readdir(folder)).sort());
    expect(await migrate(pool, folder)).toEqual([]);
  });
  it("stop the start when an applied file has changed or is missing", async () => {
    await writeFile(path.join(folder, "0099-more.sql"), "CREATE TABLE more (id INT NOT NULL PRIMARY KEY)");
    expect(await migrate(pool, folder)).toEqual(["0099-more.sql"]);
    await writeFile(path.join(folder, "0099-more.sql"), "CREATE TABLE more (id BIGINT NOT NULL PRIMARY KEY)");
    await expect(migrate(pool, folder)).rejects.toThrow(MigrationMismatch);
    await unlink(path.join(folder, "0099-more.sql"));
    await expect(migrate(pool, folder)).rejects.toThrow(/0099-more.sql .* missing/);
  });
});

describe("migrations that were interrupted", () => {
  const all = async () => (await readdir(MIGRATIONS_FOLDER)).filter((name) => name.endsWith(".sql")).sort();

  it("are finished by the next start, wherever the kill came", async () => {
    for (const first of [0, 1]) {
      await dropEverything(pool);
      const earlier = await mkdtemp(path.join(os.tmpdir(), "luvrit-earlier-"));
      for (const [index, name] of (await all()).entries()) {
        await cp(path.join(MIGRATIONS_FOLDER, name), path.join(earlier, name));
        if (index === 0) {
          await migrate(pool, earlier);
          continue;
        }
        // The moment of the kill: begun is written, the statement was carried out or not, the journal knows nothing.
        await sqlOn(pool).run("INSERT INTO schema_begun (name) VALUES (?)", [name]);
        if (index % 2 === first) await carryOut(name);
        expect(await migrate(pool, earlier)).toContain(name);
        expect(await sqlOn(pool).rows("SELECT name FROM schema_begun")).toEqual([]);
      }
      await rm(earlier, { recursive: true });
    }
  });

  it("do not take a table for their own that somebody else has made", async () => {
    await dropEverything(pool);
    await sqlOn(pool).run("CREATE TABLE people (id INT NOT NULL PRIMARY KEY)");
    await expect(migrate(pool, MIGRATIONS_FOLDER)).rejects.toMatchObject({ code: "ER_TABLE_EXISTS_ERROR" });
  });

  it("let a lease run out that was left by a kill", async () => {
    await dropEverything(pool);
    await migrate(pool, MIGRATIONS_FOLDER);
    await sqlOn(pool).run(
      "UPDATE schema_lease SET holder = 'killed', until = TIMESTAMPADD(MICROSECOND, 400000, UTC_TIMESTAMP(3))",
    );
    const began = Date.now();
    await migrate(pool, MIGRATIONS_FOLDER);
    expect(Date.now() - began).toBeGreaterThan(250);
  });
});

async function carryOut(name: string): Promise<void> {
  const connection = await pool.getConnection();
  await connection.query(await readFile(path.join(MIGRATIONS_FOLDER, name), "utf8"));
  connection.release();
}

describe("a transaction", () => {
  it("leaves nothing behind when its work throws, and tries again after a deadlock", async () => {
    await sqlOn(pool).run("CREATE TABLE IF NOT EXISTS pairs (id INT NOT NULL PRIMARY KEY, value INT NOT NULL)");
    await sqlOn(pool).run("INSERT INTO pairs VALUES (1, 0), (2, 0)");
    await expect(
      inTransaction(pool, async (sql) => {
        await sql.run("UPDATE pairs SET value = 9");
        throw new Error("no");
      }),
    ).rejects.toThrow("no");
    // Two transactions lock the same rows in opposite order: one of them must lose and try again.
    let arrived = 0;
    let open: () => void = () => undefined;
    const both = new Promise<void>((resolve) => {
      open = resolve;
    });
    const cross = (first: number, second: number) =>
      inTransaction(pool, async (sql) => {
        await sql.run("UPDATE pairs SET value = value + 1 WHERE id = ?", [first]);
        if (++arrived >= 2) open();
        await both;
        await sql.run("UPDATE pairs SET value = value + 1 WHERE id = ?", [second]);
      });
    await Promise.all([cross(1, 2), cross(2, 1)]);
    expect(arrived).toBeGreaterThanOrEqual(3);
    expect(await sqlOn(pool).rows("SELECT value FROM pairs ORDER BY id")).toEqual([{ value: 2 }, { value: 2 }]);
  });
});
