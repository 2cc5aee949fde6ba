import { type ChildProcess, spawn } from "node:child_process";
import { existsSync, readFileSync } from "node:fs";
import { mkdtemp, stat } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { type DatabasePlace, databasePlace } from "../../server/private-database/databasePlace.server.ts";
import { freePort } from "../../server/private-database/privateDatabase.server.ts";
import { removeHome } from "../../server/testing/removeHome.ts";
import { isLong } from "../hard/long.ts";

const LAUNCHER = path.resolve(import.meta.dirname, "../../build/launch.mjs");
let home: string;
let port: number;
const running: ChildProcess[] = [];
beforeEach(async () => {
  home = await mkdtemp(path.join(os.tmpdir(), "luvrit-start-"));
  place = await databasePlace(home);
  port = await freePort();
});
afterEach(async () => {
  for (const child of running.splice(0)) await ended(child, "SIGTERM");
  await stopDatabase();
  await removeHome(home);
});

interface Launched {
  readonly child: ChildProcess;
  readonly said: () => string;
}
function launch(words: readonly string[], input = ""): Launched {
  const child = spawn("node", [LAUNCHER, ...words], { env: { ...process.env, LUVRIT_HOME: home, PORT: String(port) } });
  let said = "";
  child.stdout.on("data", (piece) => {
    said += piece;
  });
  child.stderr.on("data", (piece) => {
    said += piece;
  });
  child.stdin.end(input);
  running.push(child);
  return { child, said: () => said };
}
const exitOf = (child: ChildProcess): Promise<number | null> =>
  child.exitCode !== null || child.signalCode !== null
    ? Promise.resolve(child.exitCode)
    : new Promise((resolve) => child.once("exit", resolve));
function ended(child: ChildProcess, signal: NodeJS.Signals): Promise<number | null> {
  if (child.exitCode === null && child.signalCode === null) child.kill(signal);
  return exitOf(child);
}
async function untilServing({ child, said }: Launched): Promise<void> {
  while (!said().includes("Luvrit is at")) {
    if (child.exitCode !== null) throw new Error(said());
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}
let place: DatabasePlace;
const databasePid = () => Number(readFileSync(place.pidFile, "utf8"));
function isAlive(pid: number): boolean {
  try {
    return readFileSync(`/proc/${pid}/stat`, "utf8").replace(/^.*\) /, "")[0] !== "Z";
  } catch {
    return false;
  }
}
async function stopDatabase(): Promise<void> {
  if (!existsSync(place.pidFile)) return;
  const pid = databasePid();
  if (isAlive(pid)) process.kill(pid, "SIGTERM");
  while (isAlive(pid)) await new Promise((resolve) => setTimeout(resolve, 20));
}
const page = (address: string) => fetch(`http://127.0.0.1:${port}${address}`, { redirect: "manual" });

describe("the demo", () => {
  it("serves, stops cleanly on SIGTERM and SIGINT with its database, and keeps its data", async () => {
    const first = launch(["demo"]);
    await untilServing(first);
    expect(await (await page("/sign-in")).text()).toContain("Who are you today?");
    const database = databasePid();
    expect((await stat(path.join(home, "database/credentials.json"))).mode & 0o777).toBe(0o600);
    expect(await ended(first.child, "SIGTERM")).toBe(0);
    expect(isAlive(database)).toBe(false);

    const second = launch(["demo"]);
    await untilServing(second);
    expect(await (await page("/sign-in")).text()).toContain("Ines");
    expect(await ended(second.child, "SIGINT")).toBe(0);
    expect(existsSync(place.pidFile)).toBe(false);
  });

  it("recovers after kill -9, though the database outlived it", async () => {
    const first = launch(["demo"]);
    await untilServing(first);
    const stranded = databasePid();
    await ended(first.child, "SIGKILL");
    expect(isAlive(stranded)).toBe(true);
    const second = launch(["demo"]);
    await untilServing(second);
    expect(isAlive(stranded)).toBe(false);
    expect((await page("/health")).status).toBe(200);
    // And after the database itself was killed in the middle.
    process.kill(databasePid(), "SIGKILL");
    await ended(second.child, "SIGTERM");
    await untilServing(launch(["demo"]));
    expect(await (await page("/sign-in")).text()).toContain("Ines");
  });

  it("says a busy port, a second start in one folder, and a port that is none", async () => {
    await untilServing(launch(["demo"]));
    const busy = launch(["demo"]);
    expect(await exitOf(busy.child)).toBe(1);
    expect(busy.said()).toBe(`luvrit: Port ${port} is in use. Choose another: PORT=${port + 1} ./luvrit demo\n`);
    const before = port;
    port = await freePort();
    const twice = launch(["demo"]);
    expect(await exitOf(twice.child)).toBe(1);
    expect(twice.said()).toMatch(
      /^luvrit: Luvrit runs in this folder already \(process \d+\)\. Stop that one first\.\n$/,
    );
    port = before;
    expect((await page("/health")).status).toBe(200);
    port = 99999;
    const none = launch(["start"]);
    expect(await exitOf(none.child)).toBe(1);
    expect(none.said()).toBe("luvrit: PORT is 99999; expected a number from 1 to 65535.\n");
  });
});

describe("the demo's doors", () => {
  it("open on this machine only", async () => {
    process.env.LUVRIT_HOST = "0.0.0.0";
    const open = launch(["demo"]);
    delete process.env.LUVRIT_HOST;
    expect(await exitOf(open.child)).toBe(1);
    expect(open.said()).toBe(
      "luvrit: The demo lets anybody in, so it stays on this machine: LUVRIT_HOST cannot be 0.0.0.0.\n",
    );
  });
});

describe("a real start", () => {
  it("offers no people until one is added, who then signs in; sets strict headers", async () => {
    const weak = launch(["add-person", "Ada", "lead"], "123\n");
    expect(await exitOf(weak.child)).toBe(1);
    expect(weak.said()).toBe("luvrit: A PIN has 4 to 12 digits, a passphrase at least 10 characters.\n");
    const added = launch(["add-person", "Ada", "lead"], "a long passphrase\n");
    expect(await exitOf(added.child)).toBe(0);
    await untilServing(launch(["start"]));
    const signIn = await page("/sign-in");
    expect(await signIn.text()).not.toContain("Who are you today?");
    const policy = signIn.headers.get("Content-Security-Policy") ?? "";
    expect(policy).toMatch(/script-src 'self' 'nonce-[^']+'(;|$)/);
    expect(policy).not.toMatch(/script-src[^;]*unsafe|unsafe-eval/);
    expect(signIn.headers.get("X-Request-Id")).toMatch(/^[0-9a-f-]{36}$/);

    const origin = `http://127.0.0.1:${port}`;
    const post = (secret: string) =>
      fetch(`${origin}/sign-in`, {
        method: "POST",
        redirect: "manual",
        headers: { Origin: origin },
        body: new URLSearchParams({ intent: "secret", name: "Ada", secret }),
      });
    expect((await post("wrong passphrase")).status).toBe(422);
    const cookie = (await post("a long passphrase")).headers.get("Set-Cookie") ?? "";
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Lax/);
    // What was set on the command line is good for one sign-in: nothing else opens before an own one is chosen.
    const headers = { Origin: origin, Cookie: cookie.split(";")[0] ?? "" };
    expect(await (await fetch(origin, { headers })).text()).toContain("Ada, choose your own");
    const own = new URLSearchParams({ secret: "another passphrase", again: "another passphrase" });
    const chosen = await fetch(`${origin}/secret`, { method: "POST", redirect: "manual", headers, body: own });
    expect(await chosen.text()).toContain("You sign in with the new one from now on.");
    expect(await (await fetch(origin, { headers })).text()).toContain("No setup is running.");
    expect((await post("a long passphrase")).status).toBe(422);
    expect((await post("another passphrase")).status).toBe(302);
  });

  it.runIf(isLong)("rebuilds snapshots by command", async () => {
    const demo = launch(["demo"]);
    await untilServing(demo);
    await ended(demo.child, "SIGTERM");
    const rebuilt = launch(["rebuild"]);
    expect(await exitOf(rebuilt.child)).toBe(0);
    expect(rebuilt.said()).toBe("9 setups rebuilt from the ledger, 0 differed.\n");
  });
});
