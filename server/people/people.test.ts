import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { database } from "../context.server.ts";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import { freshDatabase, somebody } from "../testing/freshDatabase.ts";
import { ownPath } from "./access.server.ts";
import { ATTEMPTS_BEFORE_LOCK, addPerson, listPeople, SECRET_RULE, signIn } from "./peopleRepository.server.ts";
import { may } from "./person.server.ts";
import { beginSession, endSession, personOfSession } from "./sessionRepository.server.ts";

let pool: Pool;
beforeAll(async () => {
  pool = await freshDatabase();
});
afterAll(() => pool.end());

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
    expect(await signIn(sql, "Ines", "another passphrase")).toEqual({ outcome: "wrong" });
    expect(await signIn(sql, "Nobody", "a long passphrase")).toEqual({ outcome: "wrong" });
    expect(await signIn(sql, "' OR 1=1 -- ", "x")).toEqual({ outcome: "wrong" });
    const [row] = await sql.rows<{ secret_hash: string }>("SELECT secret_hash FROM people WHERE name = ?", ["Ines"]);
    expect(row?.secret_hash).toMatch(/^\$argon2id\$/);
  });

  it("locks a name after wrong secrets, the right one included, for longer each time", async () => {
    const sql = sqlOn(pool);
    const { name } = await somebody(pool);
    for (let attempt = 1; attempt < ATTEMPTS_BEFORE_LOCK; attempt++)
      expect(await signIn(sql, name, "0000")).toEqual({ outcome: "wrong" });
    expect(await signIn(sql, name, "0000")).toEqual({ outcome: "locked", seconds: 30 });
    expect(await signIn(sql, name, "2468")).toMatchObject({ outcome: "locked" });
    await sql.run("UPDATE people SET locked_until = UTC_TIMESTAMP(3) WHERE name = ?", [name]);
    expect(await signIn(sql, name, "0000")).toEqual({ outcome: "locked", seconds: 60 });
    await sql.run("UPDATE people SET locked_until = UTC_TIMESTAMP(3) WHERE name = ?", [name]);
    expect(await signIn(sql, name, "2468")).toMatchObject({ outcome: "in" });
    expect(await signIn(sql, name, "0000")).toEqual({ outcome: "wrong" });
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
      expect(await attemptSignIn("192.0.2.1", `nobody ${attempt}`, "0000")).toEqual({ outcome: "wrong" });
    expect(await attemptSignIn("192.0.2.1", "anybody", "0000")).toMatchObject({ outcome: "locked" });
    expect(await attemptSignIn("192.0.2.2", "anybody", "0000")).toEqual({ outcome: "wrong" });
    await database().end();
  });
});

describe("a session", () => {
  it("belongs to its person until it ends, and only its hash is stored", async () => {
    const sql = sqlOn(pool);
    const person = await somebody(pool, "lead");
    const token = await beginSession(sql, person.id);
    expect(await personOfSession(sql, token)).toEqual(person);
    expect(await personOfSession(sql, `${token}x`)).toBeUndefined();
    expect(await sql.rows("SELECT token_hash FROM sessions WHERE token_hash = ?", [token])).toEqual([]);
    await endSession(sql, token);
    expect(await personOfSession(sql, token)).toBeUndefined();
  });
  it("ends by itself", async () => {
    const sql = sqlOn(pool);
    const token = await beginSession(sql, (await somebody(pool)).id);
    await sql.run("UPDATE sessions SET expires_at = UTC_TIMESTAMP(3)");
    expect(await personOfSession(sql, token)).toBeUndefined();
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
    ["", "/"],
  ])("goes on to %j as %j", (to, place) => {
    expect(ownPath(to)).toBe(place);
  });
});
