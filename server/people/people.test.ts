import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { IDLE_HOURS } from "../../core/commands/index.ts";
import { type Pool, type Sql, sqlOn } from "../database/pool.server.ts";
import { freshDatabase, somebody } from "../testing/freshDatabase.ts";
import { ownPath } from "./access.server.ts";
import { audit, readAudit } from "./auditRepository.server.ts";
import { chooseOwnSecret } from "./ownSecret.server.ts";
import {
  addFirstLead,
  addPerson,
  changePerson,
  hasPeople,
  listKeptPeople,
  listPeople,
  SECRET_RULE,
} from "./peopleRepository.server.ts";
import { may } from "./person.server.ts";
import { beginSession, endSession, endSessionsOf, listSessions, readSession } from "./sessionRepository.server.ts";
import { attemptSignIn } from "./signInAttempt.server.ts";
import { keyOfPerson, noteDevice, unlockPerson } from "./signInCounts.server.ts";

let pool: Pool;
const HERE = { device: "tablet", address: "192.0.2.7" };
beforeAll(async () => {
  pool = await freshDatabase();
});
afterAll(async () => {
  await pool.end();
});

/** Each on an address of its own: what an address may is a test of its own. */
let addressesUsed = 0;
const tryIn = (name: string, secret: string, device?: string) =>
  attemptSignIn(
    sqlOn(pool),
    { origin: { device: "tablet", address: `198.51.100.${addressesUsed++ % 250}` }, device },
    name,
    secret,
  );
const lockEnds = (sql: Sql) => sql.run("UPDATE sign_in_counts SET locked_until = UTC_TIMESTAMP(3)");

describe("signing in", () => {
  it("takes the right secret and no other, and stores neither", async () => {
    const sql = sqlOn(pool);
    const person = await addPerson(sql, {
      name: "Ines",
      role: "setter",
      secret: "a long passphrase",
      isGiven: false,
      decimalMark: ",",
    });
    expect(await tryIn("Ines", "a long passphrase")).toEqual({ outcome: "in", person });
    expect(await tryIn("Ines", "another passphrase")).toEqual({ outcome: "wrong" });
    expect(await tryIn("Nobody", "a long passphrase")).toEqual({ outcome: "wrong" });
    expect(await tryIn("' OR 1=1 -- ", "x")).toEqual({ outcome: "wrong" });
    const [row] = await sql.rows<{ secret_hash: string }>("SELECT secret_hash FROM people WHERE name = ?", ["Ines"]);
    expect(row?.secret_hash).toMatch(/^\$argon2id\$/);
  });

  it.each([
    ["that somebody has", async () => (await somebody(pool)).name],
    ["that is unknown, so that it cannot be told from the others", async () => "Nobody at all"],
  ])("locks a name %s after five wrong secrets, for longer each time", async (_whose, nameOf) => {
    const sql = sqlOn(pool);
    const name = await nameOf();
    for (let attempt = 1; attempt < 5; attempt++) expect(await tryIn(name, "0000")).toEqual({ outcome: "wrong" });
    expect(await tryIn(name, "0000")).toEqual({ outcome: "locked", seconds: 30 });
    expect(await tryIn(name, "2468")).toMatchObject({ outcome: "locked" });
    await lockEnds(sql);
    expect(await tryIn(name, "0000")).toEqual({ outcome: "locked", seconds: 60 });
    await lockEnds(sql);
    expect(await tryIn(name, "0000")).toEqual({ outcome: "locked", seconds: 120 });
  });

  it("takes the right secret once the lock has ended, and counts from the start again", async () => {
    const { name } = await somebody(pool);
    for (let attempt = 0; attempt < 5; attempt++) await tryIn(name, "0000");
    await lockEnds(sqlOn(pool));
    expect(await tryIn(name, "2468")).toMatchObject({ outcome: "in" });
    expect(await tryIn(name, "0000")).toEqual({ outcome: "wrong" });
  });

  it("never locks a person out of a device on which they have signed in before; a lead unlocks the rest", async () => {
    const sql = sqlOn(pool);
    const { id, name } = await somebody(pool);
    const [tablet, strangers] = ["t".repeat(43), "s".repeat(43)];
    await noteDevice(sql, tablet, id);
    for (let attempt = 0; attempt < 8; attempt++) await tryIn(name, "0000", strangers);
    expect(await tryIn(name, "2468", strangers)).toMatchObject({ outcome: "locked" });
    expect(await tryIn(name, "2468")).toMatchObject({ outcome: "locked" });
    expect(await tryIn(name, "2468", tablet)).toMatchObject({ outcome: "in" });
    expect((await listKeptPeople(sql)).find((person) => person.id === id)?.lockedFor).toBeGreaterThan(20);
    expect(await unlockPerson(sql, id)).toBe(true);
    expect(await tryIn(name, "2468", strangers)).toMatchObject({ outcome: "in" });
    // On that device wrong ones are counted too.
    for (let attempt = 0; attempt < 5; attempt++) await tryIn(name, "0000", tablet);
    expect(await tryIn(name, "2468", tablet)).toMatchObject({ outcome: "locked" });
  });

  it("checks five of sixty guesses at the same moment, no more, and of all spellings of a name together", async () => {
    const person = await addPerson(sqlOn(pool), { name: "Zoë Quick", role: "setter", secret: "0042", isGiven: false });
    const results = await Promise.all(
      Array.from({ length: 60 }, (_, guess) =>
        tryIn(["Zoë Quick", "zoe quick", "ZOË QUICK "][guess % 3] ?? "", String(1000 + guess)),
      ),
    );
    const wrong = results.filter(({ outcome }) => outcome === "wrong");
    // The fifth locks the name; a fourth that is being checked beside it may hear of that already.
    expect([3, 4]).toContain(wrong.length);
    expect(results.filter(({ outcome }) => outcome === "locked")).toHaveLength(60 - wrong.length);
    const [count] = await sqlOn(pool).rows<{ failed: number }>("SELECT failed FROM sign_in_counts WHERE name_key = ?", [
      keyOfPerson(person.id),
    ]);
    expect(count?.failed).toBe(5);
    expect(await tryIn("Zoë Quick", "0042")).toMatchObject({ outcome: "locked" });
  });

  it("takes a secret that was given for one sign-in once; then its person chooses their own", async () => {
    const sql = sqlOn(pool);
    const { id, name } = await addPerson(sql, { name: "Given", role: "setter", secret: "1111", isGiven: true });
    expect(await tryIn(name, "1111")).toMatchObject({ outcome: "in" });
    const token = await beginSession(sql, id, HERE);
    expect(await readSession(sql, token)).toMatchObject({ mustChoose: true });
    expect(await tryIn(name, "1111")).toEqual({ outcome: "used" });
    const typed = (secret: string, again = secret) => ({ secret, again });
    const choose = async (secret: string, again?: string, now?: string) => {
      const session = await readSession(sql, token);
      if (!session) throw new Error("the session stands");
      const trying = { origin: HERE, device: undefined };
      return chooseOwnSecret(
        pool,
        sql,
        { ...session, token },
        { ...typed(secret, again), ...(now && { now }) },
        trying,
      );
    };
    expect(await choose("12")).toHaveProperty("secret");
    expect(await choose("2222", "2223")).toHaveProperty("again");
    expect(await choose("1111")).toHaveProperty("secret");
    const other = await beginSession(sql, id, HERE);
    expect(await choose("2222")).toBeUndefined();
    expect(await readSession(sql, token)).toMatchObject({ mustChoose: false });
    expect(await readSession(sql, other)).toBeUndefined();
    expect(await tryIn(name, "1111")).toEqual({ outcome: "wrong" });
    expect(await tryIn(name, "2222")).toMatchObject({ outcome: "in" });
    // From now on the present one is asked for first.
    expect(await choose("3333")).toHaveProperty("now");
    expect(await choose("3333", "3333", "2222")).toBeUndefined();
    // A lead who sets one anew gives it for one sign-in again.
    const lead = await somebody(pool, "lead");
    const [kept] = (await listKeptPeople(sql)).filter((one) => one.id === id);
    const change = { id, version: kept?.version ?? 0, role: "setter" as const, decimalMark: undefined, retired: false };
    expect(await changePerson(pool, { ...change, secret: "4444" }, lead)).toMatchObject({ name: "Given" });
    expect(await tryIn(name, "4444")).toMatchObject({ outcome: "in" });
    expect(await tryIn(name, "4444")).toEqual({ outcome: "used" });
  });

  it("wants a PIN of four digits or a passphrase of ten characters", () => {
    expect(["1234", "123456789012", "ten charac"].every((secret) => SECRET_RULE.test(secret))).toBe(true);
    expect(["123", "abcd", "nine char", ""].some((secret) => SECRET_RULE.test(secret))).toBe(false);
  });
});

describe("attempts from one address", () => {
  const from = (address: string) => ({ origin: { device: "tablet", address }, device: undefined });
  it("are held back after twenty wrong ones in a minute, of any name; another address is not", async () => {
    const sql = sqlOn(pool);
    for (let attempt = 0; attempt < 20; attempt++)
      expect(await attemptSignIn(sql, from("192.0.2.1"), `nobody ${attempt}`, "0000")).toEqual({ outcome: "wrong" });
    expect(await attemptSignIn(sql, from("192.0.2.1"), "anybody", "0000")).toMatchObject({ outcome: "locked" });
    expect(await attemptSignIn(sql, from("192.0.2.2"), "anybody", "0000")).toEqual({ outcome: "wrong" });
  });
  it("are not held back for right ones: a whole shop signs in at once behind one address", async () => {
    const people = await Promise.all(Array.from({ length: 45 }, () => somebody(pool)));
    const results = await Promise.all(
      people.map(({ name }) => attemptSignIn(sqlOn(pool), from("192.0.2.3"), name, "2468")),
    );
    expect(results.every(({ outcome }) => outcome === "in")).toBe(true);
  });
  it("are few in parallel too: of a hundred guesses at a hundred names at once about twenty are checked", async () => {
    const results = await Promise.all(
      Array.from({ length: 100 }, (_, index) => attemptSignIn(sqlOn(pool), from("192.0.2.4"), `many ${index}`, "0000")),
    );
    // Two are checked at a time, so that one more than twenty may be under way when the twentieth fails.
    expect(results.filter(({ outcome }) => outcome === "wrong").length).toBeLessThanOrEqual(21);
  });
});

describe("a session", () => {
  it("belongs to its person until it ends, and only its hash is stored", async () => {
    const sql = sqlOn(pool);
    const person = await somebody(pool, "lead");
    const token = await beginSession(sql, person.id, HERE);
    expect(await readSession(sql, token)).toEqual({ person, mustChoose: false });
    expect(await readSession(sql, `${token}x`)).toBeUndefined();
    expect(await sql.rows("SELECT token_hash FROM sessions WHERE token_hash = ?", [token])).toEqual([]);
    await endSession(sql, token);
    expect(await readSession(sql, token)).toBeUndefined();
  });
  it("ends by itself", async () => {
    const sql = sqlOn(pool);
    const token = await beginSession(sql, (await somebody(pool)).id, HERE);
    await sql.run("UPDATE sessions SET expires_at = UTC_TIMESTAMP(3)");
    expect(await readSession(sql, token)).toBeUndefined();
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
    expect(await readSession(sql, token)).toBeDefined();
    // That look counted as use, as soon as it is written.
    const sinceSeen = async () => {
      const [seen] = await sql.rows<{ age: number }>(
        "SELECT MIN(TIMESTAMPDIFF(SECOND, seen_at, UTC_TIMESTAMP(3))) AS age FROM sessions",
      );
      return Number(seen?.age);
    };
    await expect.poll(sinceSeen, { timeout: 5000 }).toBeLessThan(10);
    // A page that polls by itself does not keep its session.
    await idleFor(IDLE_HOURS - 0.01);
    expect(await readSession(sql, token, false)).toBeDefined();
    const [left] = await sql.rows<{ age: number }>(
      "SELECT MAX(TIMESTAMPDIFF(SECOND, seen_at, UTC_TIMESTAMP(3))) AS age FROM sessions",
    );
    expect(Number(left?.age)).toBeGreaterThan(3600);
    await idleFor(IDLE_HOURS + 0.01);
    expect(await readSession(sql, token)).toBeUndefined();
  });
  it("is ended on every device at once, and is no one's when a role changes", async () => {
    const sql = sqlOn(pool);
    const [one, other] = [await somebody(pool, "lead"), await somebody(pool, "lead")];
    const tokens = [await beginSession(sql, one.id, HERE), await beginSession(sql, one.id, HERE)];
    expect((await listSessions(sql)).filter(({ personId }) => personId === one.id)).toMatchObject([HERE, HERE]);
    expect(await endSessionsOf(sql, one.id)).toBe(2);
    for (const token of tokens) expect(await readSession(sql, token)).toBeUndefined();
    const token = await beginSession(sql, other.id, HERE);
    const change = { id: other.id, version: 1, role: "viewer" as const, decimalMark: undefined, retired: false };
    expect(await changePerson(pool, change, one)).toEqual({
      name: other.name,
      events: [["role-changed", "lead to viewer"]],
    });
    expect(await readSession(sql, token)).toBeUndefined();
  });
});

describe("what is kept about sign-ins", () => {
  it("says who failed and who was held back, and never what was typed", async () => {
    const sql = sqlOn(pool);
    const { name } = await somebody(pool);
    const origin = { device: "phone", address: "192.0.2.9" };
    const trying = { origin, device: undefined };
    for (let attempt = 0; attempt < 5; attempt++) await attemptSignIn(sql, trying, name, "my real secret");
    await attemptSignIn(sql, trying, "a passphrase typed as a name", "x");
    const lines = (await readAudit(sql)).filter(({ address }) => address === origin.address);
    expect(lines.map(({ event, person }) => [event, person])).toEqual([
      ["sign-in-failed", "a name that nobody has"],
      ["locked-out", name],
      ...Array(4).fill(["sign-in-failed", name]),
    ]);
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
    expect(line).toMatchObject({ event: "role-changed", person: "N".repeat(80), device: "d".repeat(80) });
  });
});

describe("the first lead", () => {
  it("is made while there are no people, by one of two attempts, and never after", async () => {
    const sql = sqlOn(pool);
    expect(await addFirstLead(pool, "Too late", "123456")).toBeUndefined();
    for (const table of ["sessions", "known_devices", "people"]) await sql.run(`DELETE FROM ${table}`);
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
  it("list all people by role", async () => {
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
