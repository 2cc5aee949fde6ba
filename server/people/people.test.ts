import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { IDLE_HOURS } from "../../core/deeds/index.ts";
import { database } from "../context.server.ts";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import { freshDatabase, somebody } from "../testing/freshDatabase.ts";
import { ownPath } from "./access.server.ts";
import { audit, readAudit } from "./auditRepository.server.ts";
import {
  ATTEMPTS_BEFORE_LOCK,
  addFirstLead,
  addPerson,
  changePerson,
  hasPeople,
  listPeople,
  SECRET_RULE,
  signIn,
} from "./peopleRepository.server.ts";
import { may } from "./person.server.ts";
import { beginSession, endSession, endSessionsOf, listSessions, personOfSession } from "./sessionRepository.server.ts";

let pool: Pool;
const HERE = { device: "tablet", address: "192.0.2.7" };
beforeAll(async () => {
  pool = await freshDatabase();
});
afterAll(async () => {
  await pool.end();
  if (process.env.DATABASE_URL) await database().end();
});

describe("signing in", () => {
  it("takes the right secret and no other, and stores neither", async () => {
    const sql = sqlOn(pool);
    const person = await addPerson(sql, {
      name: "Ines",
      role: "setter",
      secret: "a long passphrase",
      decimalMark: ",",
    });
    expect(await signIn(sql, "Ines", "a long passphrase")).toEqual({ outcome: "in", person });
    expect(await signIn(sql, "Ines", "another passphrase")).toEqual({ outcome: "wrong", known: "Ines" });
    expect(await signIn(sql, "Nobody", "a long passphrase")).toEqual({ outcome: "wrong" });
    expect(await signIn(sql, "' OR 1=1 -- ", "x")).toEqual({ outcome: "wrong" });
    const [row] = await sql.rows<{ secret_hash: string }>("SELECT secret_hash FROM people WHERE name = ?", ["Ines"]);
    expect(row?.secret_hash).toMatch(/^\$argon2id\$/);
  });

  it("locks a name after wrong secrets, the right one included, for longer each time", async () => {
    const sql = sqlOn(pool);
    const { name } = await somebody(pool);
    for (let attempt = 1; attempt < ATTEMPTS_BEFORE_LOCK; attempt++)
      expect(await signIn(sql, name, "0000")).toEqual({ outcome: "wrong", known: name });
    expect(await signIn(sql, name, "0000")).toEqual({ outcome: "locked", seconds: 30, known: name });
    expect(await signIn(sql, name, "2468")).toMatchObject({ outcome: "locked" });
    await sql.run("UPDATE people SET locked_until = UTC_TIMESTAMP(3) WHERE name = ?", [name]);
    expect(await signIn(sql, name, "0000")).toEqual({ outcome: "locked", seconds: 60, known: name });
    await sql.run("UPDATE people SET locked_until = UTC_TIMESTAMP(3) WHERE name = ?", [name]);
    expect(await signIn(sql, name, "2468")).toMatchObject({ outcome: "in" });
    expect(await signIn(sql, name, "0000")).toEqual({ outcome: "wrong", known: name });
  });

  it("wants a PIN of four digits or a passphrase of ten characters", () => {
    expect(["1234", "123456789012", "ten charac"].every((secret) => SECRET_RULE.test(secret))).toBe(true);
    expect(["123", "abcd", "nine char", ""].some((secret) => SECRET_RULE.test(secret))).toBe(false);
  });
});

describe("attempts from one address", () => {
  it("are held back after twenty in a minute, whoever they name; another address is not", async () => {
    process.env.DATABASE_URL = inject("databaseUrl");
    const { attemptSignIn } = await import("./signInAttempt.server.ts");
    for (let attempt = 0; attempt < 20; attempt++)
      expect(await attemptSignIn({ device: "tablet", address: "192.0.2.1" }, `nobody ${attempt}`, "0000")).toEqual({
        outcome: "wrong",
      });
    expect(await attemptSignIn({ device: "tablet", address: "192.0.2.1" }, "anybody", "0000")).toMatchObject({
      outcome: "locked",
    });
    expect(await attemptSignIn({ device: "tablet", address: "192.0.2.2" }, "anybody", "0000")).toEqual({
      outcome: "wrong",
    });
  });
});

describe("a session", () => {
  it("belongs to its person until it ends, and only its hash is stored", async () => {
    const sql = sqlOn(pool);
    const person = await somebody(pool, "lead");
    const token = await beginSession(sql, person.id, HERE);
    expect(await personOfSession(sql, token)).toEqual(person);
    expect(await personOfSession(sql, `${token}x`)).toBeUndefined();
    expect(await sql.rows("SELECT token_hash FROM sessions WHERE token_hash = ?", [token])).toEqual([]);
    await endSession(sql, token);
    expect(await personOfSession(sql, token)).toBeUndefined();
  });
  it("ends by itself", async () => {
    const sql = sqlOn(pool);
    const token = await beginSession(sql, (await somebody(pool)).id, HERE);
    await sql.run("UPDATE sessions SET expires_at = UTC_TIMESTAMP(3)");
    expect(await personOfSession(sql, token)).toBeUndefined();
  });
});

describe("a session that is not used", () => {
  it("ends, and one that is used goes on; how exactly that is known costs no write at each look", async () => {
    const sql = sqlOn(pool);
    const token = await beginSession(sql, (await somebody(pool)).id, HERE);
    const idleFor = (hours: number) =>
      sql.run(
        "UPDATE sessions SET seen_at = TIMESTAMPADD(SECOND, ?, UTC_TIMESTAMP(3)) WHERE expires_at > UTC_TIMESTAMP(3)",
        [-Math.round(hours * 3600)],
      );
    await idleFor(IDLE_HOURS - 0.01);
    expect(await personOfSession(sql, token)).toBeDefined();
    // That look counted as use, as soon as it is written.
    const sinceSeen = async () => {
      const [seen] = await sql.rows<{ age: number }>(
        "SELECT MIN(TIMESTAMPDIFF(SECOND, seen_at, UTC_TIMESTAMP(3))) AS age FROM sessions",
      );
      return Number(seen?.age);
    };
    await expect.poll(sinceSeen, { timeout: 5000 }).toBeLessThan(10);
    // A page that asks by itself keeps nobody signed in.
    await idleFor(IDLE_HOURS - 0.01);
    expect(await personOfSession(sql, token, false)).toBeDefined();
    const [left] = await sql.rows<{ age: number }>(
      "SELECT MAX(TIMESTAMPDIFF(SECOND, seen_at, UTC_TIMESTAMP(3))) AS age FROM sessions",
    );
    expect(Number(left?.age)).toBeGreaterThan(3600);
    await idleFor(IDLE_HOURS + 0.01);
    expect(await personOfSession(sql, token)).toBeUndefined();
  });
  it("is ended on every device at once, and is no one's when a role changes", async () => {
    const sql = sqlOn(pool);
    const [one, other] = [await somebody(pool, "lead"), await somebody(pool, "lead")];
    const tokens = [await beginSession(sql, one.id, HERE), await beginSession(sql, one.id, HERE)];
    expect((await listSessions(sql)).filter(({ personId }) => personId === one.id)).toMatchObject([HERE, HERE]);
    expect(await endSessionsOf(sql, one.id)).toBe(2);
    for (const token of tokens) expect(await personOfSession(sql, token)).toBeUndefined();
    const token = await beginSession(sql, other.id, HERE);
    const change = { id: other.id, version: 1, role: "viewer" as const, decimalMark: undefined, retired: false };
    expect(await changePerson(pool, change)).toEqual({ deeds: [["role-changed", "lead to viewer"]] });
    expect(await personOfSession(sql, token)).toBeUndefined();
  });
});

describe("what is kept about sign-ins", () => {
  it("says who failed and who was held back, and never what was typed", async () => {
    const sql = sqlOn(pool);
    const { attemptSignIn } = await import("./signInAttempt.server.ts");
    process.env.DATABASE_URL = inject("databaseUrl");
    const { name } = await somebody(pool);
    const whence = { device: "phone", address: "192.0.2.9" };
    for (let attempt = 0; attempt < ATTEMPTS_BEFORE_LOCK; attempt++)
      await attemptSignIn(whence, name, "my real secret");
    await attemptSignIn(whence, "a passphrase typed as a name", "x");
    const lines = (await readAudit(sql)).filter(({ address }) => address === whence.address);
    expect(lines.map(({ deed }) => deed)).toEqual([
      "locked-out",
      ...Array(ATTEMPTS_BEFORE_LOCK - 1).fill("sign-in-failed"),
    ]);
    expect(lines.every(({ person }) => person === name)).toBe(true);
    expect(JSON.stringify(await readAudit(sql))).not.toMatch(/real secret|passphrase typed/);
  });
  it("is the newest first, cut to what a line holds", async () => {
    await audit(
      sqlOn(pool),
      "role-changed",
      { name: "N".repeat(200) },
      { device: "d".repeat(200), address: "a".repeat(90) },
    );
    const [line] = await readAudit(sqlOn(pool), 1);
    expect(line).toMatchObject({ deed: "role-changed", person: "N".repeat(80), device: "d".repeat(80) });
  });
});

describe("the first lead", () => {
  it("is made while there is nobody, by one of two who try, and never after", async () => {
    const sql = sqlOn(pool);
    expect(await addFirstLead(pool, "Too late", "123456")).toBeUndefined();
    await sql.run("DELETE FROM sessions");
    await sql.run("DELETE FROM people");
    expect(await hasPeople(sql)).toBe(false);
    await addFirstLead(pool, "First", "123456");
    expect(await addFirstLead(pool, "Second", "123456")).toBeUndefined();
    expect(await listPeople(sql)).toMatchObject([{ name: "First", role: "lead" }]);
  });
});

describe("roles and places", () => {
  it("rank viewer, setter, lead", () => {
    expect([may("viewer", "setter"), may("setter", "setter"), may("lead", "setter"), may("setter", "lead")]).toEqual([
      false,
      true,
      true,
      false,
    ]);
  });
  it("list everybody by role", async () => {
    const roles = (await listPeople(sqlOn(pool))).map(({ role }) => role);
    expect(roles).toEqual(
      [...roles].sort((a, b) => ["setter", "lead", "viewer"].indexOf(a) - ["setter", "lead", "viewer"].indexOf(b)),
    );
  });
  it.each([
    ["/setups/1?x=1", "/setups/1?x=1"],
    ["//elsewhere.example", "/"],
    ["/\\elsewhere.example", "/"],
    ["https://elsewhere.example", "/"],
    ["/a\r\nSet-Cookie: x", "/"],
    ["/\t/elsewhere.example", "/"],
    ["/\u0000/elsewhere.example", "/"],
    ["", "/"],
  ])("goes on to %j as %j", (to, place) => {
    expect(ownPath(to)).toBe(place);
  });
});
