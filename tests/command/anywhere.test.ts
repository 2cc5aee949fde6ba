import { execFileSync, spawn } from "node:child_process";
import {
  chmod,
  chown,
  lstat,
  mkdir,
  mkdtemp,
  readFile,
  realpath,
  rename,
  rm,
  stat,
  symlink,
  writeFile,
} from "node:fs/promises";
import net from "node:net";
import os from "node:os";
import path from "node:path";
import mysql from "mysql2/promise";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openPool, sqlOn } from "../../server/database/pool.server.ts";
import { databasePlace, folderInTheWay } from "../../server/private-database/databasePlace.server.ts";
import {
  freePort,
  runningDatabase,
  startPrivateDatabase,
} from "../../server/private-database/privateDatabase.server.ts";
import { removeHome } from "../../server/testing/removeHome.ts";
import { isLong, slowness } from "../hard/long.ts";
import { LAUNCHER, ROOT, type Running, run, start, untilReady } from "./processes.ts";

const isRoot = process.getuid?.() === 0;
/** An ordinary user who is on every machine. */
const NOBODY = { uid: 65534, gid: 65534 };

let base: string;
const homes: string[] = [];
beforeAll(async () => {
  base = await mkdtemp(path.join(os.tmpdir(), "luvrit-anywhere-"));
});
afterAll(async () => {
  for (const home of homes) await removeHome(home);
  await rm(base, { recursive: true, force: true });
});
/** A folder of this name that only its owner enters, in one that others do not enter either. */
async function closed(...names: readonly string[]): Promise<string> {
  const folder = path.join(base, ...names);
  await mkdir(folder, { recursive: true, mode: 0o700 });
  for (let at = folder; at !== path.dirname(base); at = path.dirname(at)) await chmod(at, 0o700);
  homes.push(folder);
  return folder;
}

/** Starts in a folder, twice: serves, and is soon there the second time. `keeps`: also what was entered in between. */
async function startsIn(home: string, { keeps = false } = {}): Promise<void> {
  const env = { LUVRIT_HOME: home, PORT: String(await freePort()) };
  const address = `http://127.0.0.1:${env.PORT}`;
  const first = start(LAUNCHER, ["start"], env);
  await untilReady(address, first);
  expect(first.said()).toContain("with this code");
  await stopped(first);
  if (keeps) expect(await run(["add-person", "Ada", "lead"], env, "a long passphrase")).toMatchObject({ code: 0 });
  const slower = slowness();
  const began = Date.now();
  const second = start(LAUNCHER, ["start"], env);
  await untilReady(address, second);
  expect(Date.now() - began).toBeLessThan(5000 * slower);
  if (keeps) expect(second.said()).not.toContain("with this code");
  await stopped(second);
}
async function stopped(running: Running): Promise<void> {
  running.child.kill("SIGTERM");
  expect(await running.ended).toBe(0);
}

describe("a start", () => {
  it.runIf(isLong)("from a folder that others cannot enter, as a home folder is", async () => {
    const home = await closed("home folder");
    await startsIn(home);
    const place = await databasePlace(home);
    // Nobody but this user and the engine's sees anything of the data; the password is this user's alone.
    expect((await stat(place.folder)).mode & 0o007).toBe(0);
    expect((await stat(place.data)).mode & 0o077).toBe(0);
    expect((await stat(place.credentials)).mode & 0o077).toBe(0);
    expect((await stat(place.credentials)).uid).toBe(process.getuid?.());
    if (isRoot) expect(place.folder.startsWith(home)).toBe(false);
  });
  it.each([
    ["with blanks and signs in its path", ["a b", "c'd", 'e"f', "ü $HOME"]],
    ["deeper than a socket's path may be long", [...Array(9).fill("a-folder-of-some-length"), "luvrit"]],
  ])("in a folder %s", async (_name, names) => {
    await startsIn(await closed(...names));
  });
  it.runIf(isLong)("by way of a link finds the same data as without", async () => {
    const home = await closed("behind a link");
    const link = path.join(base, "link");
    await symlink(home, link);
    await startsIn(link, { keeps: true });
    expect(await run(["add-person", "Ada", "lead"], { LUVRIT_HOME: home }, "a long passphrase")).toMatchObject({
      code: 1,
      said: expect.stringContaining("Ada already"),
    });
  });
  it.runIf(isLong)("beside another one, and beside another database on the usual port", async () => {
    const usual = net.createServer();
    await new Promise<void>((resolve) => {
      // Where a database listens there already, that one serves as well.
      usual.once("error", () => resolve());
      usual.listen(3306, "127.0.0.1", resolve);
    });
    const [one, other] = [await closed("one"), await closed("other")];
    const running = await Promise.all(
      [one, other].map(async (home) => {
        const port = await freePort();
        const started = start(LAUNCHER, ["start"], { LUVRIT_HOME: home, PORT: String(port) });
        await untilReady(`http://127.0.0.1:${port}`, started);
        return started;
      }),
    );
    for (const started of running) await stopped(started);
    usual.close();
  });
  it.runIf(isRoot)(
    "as an ordinary user, in a folder of their own with a blank in its path",
    async () => {
      const root = await reachableRoot();
      const home = await mkdtemp(path.join(os.tmpdir(), "luvrit ordinary "));
      try {
        await chown(home, NOBODY.uid, NOBODY.gid);
        const port = await freePort();
        const child = spawn("node", [path.join(root, "build/launch.mjs"), "start"], {
          ...NOBODY,
          cwd: "/",
          env: { PATH: process.env.PATH, HOME: home, LUVRIT_HOME: path.join(home, "luvrit"), PORT: String(port) },
        });
        let said = "";
        for (const stream of [child.stdout, child.stderr])
          stream.on("data", (piece) => {
            said += piece;
          });
        const ended = new Promise<number | null>((resolve) => child.once("exit", resolve));
        await untilReady(`http://127.0.0.1:${port}`, { child, said: () => said, ended });
        // Everything stays in their own folder.
        expect((await stat(path.join(home, "luvrit/database/data/mysql"))).uid).toBe(NOBODY.uid);
        expect((await stat(path.join(home, "luvrit/database"))).mode & 0o077).toBe(0);
        child.kill("SIGTERM");
        expect(await ended).toBe(0);
      } finally {
        await rm(home, { recursive: true, force: true });
      }
    },
    120_000,
  );
  it("by the command itself, from a checkout in a closed folder with a blank in its path", async () => {
    const checkout = await closed("check out", "luvrit");
    // Linked, not copied: the modules are many.
    const names = execFileSync("git", ["ls-files", "-z"], { cwd: ROOT, encoding: "utf8" }).split("\0").filter(Boolean);
    const top = [...new Set(names.map((name) => name.split("/")[0] ?? ""))].filter((name) => name !== ".git");
    copy(await Promise.all([...top, "build", "node_modules"].map((name) => realpath(path.join(ROOT, name)))), checkout);
    const port = await freePort();
    const child = spawn("./luvrit", ["start"], {
      cwd: checkout,
      env: { ...process.env, PORT: String(port), LUVRIT_HOME: "" },
    });
    homes.push(path.join(checkout, ".luvrit"));
    let said = "";
    for (const stream of [child.stdout, child.stderr])
      stream.on("data", (piece) => {
        said += piece;
      });
    const ended = new Promise<number | null>((resolve) => child.once("exit", resolve));
    await untilReady(`http://127.0.0.1:${port}`, { child, said: () => said, ended });
    if (isRoot) expect(said).toMatch(/^Started by root: the private database is in \S+, and runs as user mysql\.$/m);
    child.kill("SIGTERM");
    expect(await ended).toBe(0);
  }, 120_000);
});

/** Hard links where the disk allows them, copies elsewhere. */
function copy(from: readonly string[], to: string): void {
  try {
    execFileSync("cp", ["-al", ...from, to], { stdio: "ignore" });
  } catch {
    execFileSync("cp", ["-a", ...from, to]);
  }
}

/** This checkout, or a copy that an ordinary user can read. */
async function reachableRoot(): Promise<string> {
  if ((await folderInTheWay(path.join(ROOT, "build/launch.mjs"), NOBODY)) === undefined) return ROOT;
  const readable = await mkdtemp(path.join(os.tmpdir(), "luvrit-readable-"));
  homes.push(readable);
  await chmod(readable, 0o755);
  execFileSync("cp", [
    "-aL",
    ...["build", "db", "node_modules", "package.json"].map((name) => path.join(ROOT, name)),
    readable,
  ]);
  return readable;
}

describe("data of an earlier version", () => {
  it.runIf(isRoot && isLong)("that root kept in its folder is moved to its place, whole, and said", async () => {
    const home = await closed("earlier");
    const env = { LUVRIT_HOME: home };
    expect(await run(["add-person", "Before", "lead"], env, "a long passphrase")).toMatchObject({ code: 0 });
    // As that version had it: the engine's user owns the folder, and there are its other files.
    const place = await databasePlace(home);
    const older = path.join(home, "database");
    await rename(place.data, path.join(older, "data"));
    await rm(place.folder, { recursive: true });
    await chown(older, place.owner.uid, place.owner.gid);
    await chmod(older, 0o755);
    for (const name of ["init.sql", "error.log"]) await writeFile(path.join(older, name), "x");
    const again = await run(["add-person", "Before", "lead"], env, "a long passphrase");
    expect(again).toMatchObject({ code: 1, said: expect.stringContaining("Before already") });
    expect(again.said).toContain(`The data in ${path.join(older, "data")} has moved to ${place.data}.`);
    expect((await lstat(older)).uid).toBe(0);
    await expect(stat(path.join(older, "init.sql"))).rejects.toThrow("ENOENT");
    await expect(stat(path.join(older, "data"))).rejects.toThrow("ENOENT");
    expect((await run(["add-person", "Before", "lead"], env, "a long passphrase")).said).not.toContain("moved");
  });
});

describe("what stands in the way", () => {
  it.runIf(isRoot)("of the engine's user is named, with the engine's own last words", async () => {
    const [home, root] = [await closed("way", "home"), await closed("way", "closed data")];
    const refused = await run(["rebuild"], { LUVRIT_HOME: home, LUVRIT_DATA_ROOT: root });
    expect(refused.code).toBe(1);
    expect(refused.said).toContain("The user mysql cannot enter");
    expect(refused.said).toContain(path.join(root).split(path.sep).slice(0, 3).join(path.sep));
    expect(refused.said).toMatch(/last words: .*(denied|[Cc]an't)/);
    expect(refused.said).not.toMatch(/installed\?|\n\s+at /);
  });
  it.runIf(isLong)("in the data is said in the engine's own last words", async () => {
    const home = await closed("broken data");
    const database = await startPrivateDatabase(home);
    await database.stop();
    await writeFile(path.join(database.place.data, "ibdata1"), Buffer.alloc(12 * 1024 * 1024, 7));
    const refused = await run(["rebuild"], { LUVRIT_HOME: home });
    expect(refused.code).toBe(1);
    expect(refused.said).toMatch(/The database did not start\. The engine's last words: .*\[ERROR\]/);
    expect(refused.said).toContain(database.place.errorLog);
  });
  it.runIf(isLong)("as a link is never followed, and never written through", async () => {
    const home = await closed("links");
    const target = path.join(base, "target");
    await writeFile(target, "untouched");
    await mkdir(path.join(home, "database"), { mode: 0o700 });
    await symlink(target, path.join(home, "database/credentials.json"));
    await symlink(target, path.join(home, "launcher.pid"));
    expect(await run(["rebuild"], { LUVRIT_HOME: home })).toMatchObject({ code: 0 });
    expect(await readFile(target, "utf8")).toBe("untouched");
    expect((await lstat(path.join(home, "database/credentials.json"))).isSymbolicLink()).toBe(false);
    // A folder of the data that is a link is refused by name.
    const place = await databasePlace(home);
    await rm(place.temporary, { recursive: true });
    await symlink(base, place.temporary);
    expect(await run(["rebuild"], { LUVRIT_HOME: home })).toMatchObject({
      code: 1,
      said: expect.stringContaining(`${place.temporary} is a symbolic link`),
    });
  });
  it("of an engine without its account, as a kill in a first start leaves it, is not taken for a database that serves", async () => {
    const home = await closed("no account");
    const database = await startPrivateDatabase(home);
    try {
      expect(await runningDatabase(home)).toBe(database.url);
      const { socket, isRoots, user } = database.place;
      const admin = await mysql.createConnection({ socketPath: socket, user: isRoots ? "root" : user });
      await admin.query("DROP USER 'luvrit'@'localhost', 'luvrit'@'127.0.0.1'");
      await admin.end();
      expect(await runningDatabase(home)).toBeUndefined();
    } finally {
      await database.stop();
    }
  });
  it("of the credentials, cut off or written by another, makes new ones", async () => {
    const home = await closed("credentials");
    const database = await startPrivateDatabase(home);
    const before = await readFile(database.place.credentials, "utf8");
    await database.stop();
    for (const spoil of [
      () => writeFile(database.place.credentials, before.slice(0, 20)),
      () => chmod(database.place.credentials, 0o644),
      () => writeFile(database.place.credentials, JSON.stringify({ port: 3306, password: "x'; DROP USER root; --" })),
    ]) {
      await spoil();
      const again = await startPrivateDatabase(home);
      const pool = openPool(again.url, 1);
      expect(await sqlOn(pool).rows("SELECT 1 AS one")).toEqual([{ one: 1 }]);
      await pool.end();
      await again.stop();
      expect((await stat(database.place.credentials)).mode & 0o777).toBe(0o600);
      expect(await readFile(database.place.credentials, "utf8")).not.toBe(before);
    }
  });
});
