import { mkdtemp, readFile, stat, truncate, writeFile } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openPool, sqlOn } from "../../server/database/pool.server.ts";
import { freePort, startPrivateDatabase } from "../../server/private-database/privateDatabase.server.ts";
import { removeHome } from "../../server/testing/removeHome.ts";
import { LAUNCHER, type Running, run, start, untilReady } from "./processes.ts";

let home: string;
let port: number;
let address: string;
let running: Running;
const env = () => ({ LUVRIT_HOME: home, PORT: String(port) });

beforeAll(async () => {
  home = await mkdtemp(path.join(os.tmpdir(), "luvrit-operations-"));
  port = await freePort();
  address = `http://127.0.0.1:${port}`;
  running = start(LAUNCHER, ["start"], env());
  await untilReady(address, running);
});
afterAll(async () => {
  running.child.kill("SIGTERM");
  await running.ended;
  await removeHome(home);
});

const post = (to: string, fields: Readonly<Record<string, string>>, cookie = "") =>
  fetch(`${address}${to}`, {
    method: "POST",
    redirect: "manual",
    headers: { origin: address, cookie, "Content-Type": "application/x-www-form-urlencoded" },
    body: new URLSearchParams(fields),
  });

describe("a first start", () => {
  it("has no people and no password; its code makes the first lead, once", async () => {
    const code = /with this code: ([0-9a-f]{18})/.exec(running.said())?.[1] ?? "";
    expect(code).not.toBe("");
    const asked = await fetch(`${address}/sign-in`, { redirect: "manual" });
    expect(asked.headers.get("location")).toBe("/first");
    const lead = { name: "Odile", secret: "a long passphrase", again: "a long passphrase" };
    expect((await post("/first", { ...lead, code: "000000000000000000" })).status).toBe(422);
    expect((await post("/first", { ...lead, code, again: "another" })).status).toBe(422);
    const made = await post("/first", { ...lead, code });
    expect(made.headers.get("location")).toBe("/workshop");
    const cookie = made.headers.get("set-cookie") ?? "";
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Lax/);
    const people = await (await fetch(`${address}/workshop/people`, { headers: { cookie } })).text();
    expect(people).toContain("Odile");
    // The door is shut behind them.
    expect((await post("/first", { ...lead, name: "Nobody", code })).headers.get("location")).toBe("/sign-in");
  });
  it("keeps its secrets to itself: files that only their owner reads, a folder that other users cannot list", async () => {
    expect((await stat(home)).mode & 0o077).toBe(0);
    expect((await stat(path.join(home, "log"))).mode & 0o077).toBe(0);
    expect((await stat(path.join(home, "database/credentials.json"))).mode & 0o077).toBe(0);
    // The engine was handed no file with a password in it.
    await expect(stat(path.join(home, "database/init.sql"))).rejects.toThrow("ENOENT");
    const log = await readFile(path.join(home, "log/server.log"), "utf8");
    expect(log).not.toMatch(/a long passphrase|luvrit=/);
  });
});

describe("the administrator", () => {
  it("asks for health, readiness and metrics; a proxy's visitors see no metrics", async () => {
    expect((await fetch(`${address}/health`)).status).toBe(200);
    expect(await (await fetch(`${address}/ready`)).text()).toBe("ready\n");
    const metrics = await (await fetch(`${address}/metrics`)).text();
    expect(metrics).toMatch(/^luvrit_request_seconds_count\{method="GET",route="\/ready",status="200"\} \d+$/m);
    expect(metrics).toMatch(/^process_resident_memory_bytes \d+/m);
    expect(metrics).not.toMatch(/[0-9a-f]{8}-[0-9a-f]{4}/);
    const outside = { headers: { "X-Forwarded-For": "203.0.113.9" } };
    expect((await fetch(`${address}/metrics`, outside)).status).toBe(404);
  });
  it("takes a backup while it runs, and restores it whole, into nothing or over what is there", async () => {
    const file = path.join(home, "shop.luvrit");
    expect(await run(["backup", file], env())).toMatchObject({ code: 0, said: expect.stringMatching(/\d kB|MB/) });
    expect((await stat(file)).mode & 0o077).toBe(0);
    // No backup is overwritten, and none is restored into a folder that serves somebody.
    expect(await run(["backup", file], env())).toMatchObject({
      code: 1,
      said: expect.stringContaining("there already"),
    });
    expect(await run(["restore", file], env())).toMatchObject({
      code: 1,
      said: expect.stringContaining("runs in this folder"),
    });
    const other = await mkdtemp(path.join(os.tmpdir(), "luvrit-restored-"));
    try {
      const there = { LUVRIT_HOME: other, PORT: String(port) };
      const cut = path.join(other, "cut.gz");
      await writeFile(cut, await readFile(file));
      await truncate(cut, (await stat(file)).size - 40);
      expect(await run(["restore", cut], there)).toMatchObject({ code: 1, said: expect.stringContaining("cut off") });
      expect(await run(["restore", file], there)).toMatchObject({ code: 0, said: expect.stringContaining("0 setups") });
      expect(await run(["restore", file], there)).toMatchObject({
        code: 1,
        said: expect.stringContaining("--replace"),
      });
      expect(await run(["restore", file, "--replace"], there)).toMatchObject({ code: 0 });
      const database = await startPrivateDatabase(other);
      const pool = openPool(database.url, 1);
      expect(await sqlOn(pool).rows("SELECT name, role FROM people")).toEqual([{ name: "Odile", role: "lead" }]);
      await pool.end();
      await database.stop();
    } finally {
      await removeHome(other);
    }
  });
});
