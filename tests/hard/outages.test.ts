import { execFileSync, spawnSync } from "node:child_process";
import { randomUUID } from "node:crypto";
import { readFileSync } from "node:fs";
import { chmod, mkdir, mkdtemp, rm, statfs, writeFile } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { AWAY_WORDS } from "../../server/database/databaseAway.ts";
import { migrate } from "../../server/database/migrate.server.ts";
import { openPool, type Pool, sqlOn } from "../../server/database/pool.server.ts";
import { rebuildSnapshots } from "../../server/ledger/ledgerRepository.server.ts";
import { readLedger } from "../../server/ledger/ledgerRows.server.ts";
import {
  freePort,
  type PrivateDatabase,
  startPrivateDatabase,
} from "../../server/private-database/privateDatabase.server.ts";
import { ROOT, run } from "../command/processes.ts";
import { AppProcess, HardShop, openedSetup, personWithSession, sendTo } from "./hardShop.ts";

const note = (text = "x") => ({ intent: "add-note", id: randomUUID(), base: "1", text });

/** What a page is told: the status, and the words that it shows. */
async function told(answer: Response): Promise<{ status: number; text: string }> {
  return { status: answer.status, text: await answer.text() };
}

describe("a database that goes away for a while", () => {
  let shop: HardShop;
  let setup: string;
  let cookie: string;
  beforeAll(async () => {
    shop = await HardShop.open("away");
    await shop.addApps(1);
    const who = await shop.person();
    cookie = who.cookie;
    setup = await openedSetup(shop.pool, who.person);
  });
  afterAll(() => shop.close());
  const address = () => shop.apps[0]?.address ?? "";
  const engine = () => Number(readFileSync(shop.database.place.pidFile, "utf8"));
  const ids = async () => (await readLedger(sqlOn(shop.pool), setup)).map(({ id }) => id);

  it("is said in words, with a page of its own and 503, and readiness says so too; afterwards all is as before", async () => {
    expect((await sendTo(address(), setup, cookie, note())).status).toBe(200);
    process.kill(engine(), "SIGKILL");
    const fields = note();
    const away = await told(await sendTo(address(), setup, cookie, fields));
    expect(away.status).toBe(503);
    expect(away.text).toContain(AWAY_WORDS.unreachable);
    for (let tries = 0; (await fetch(`${address()}/ready`)).status !== 200; tries++) {
      if (tries > 300) throw new Error("it did not become ready again");
      await pause(50);
    }
    expect((await sendTo(address(), setup, cookie, fields)).status).toBe(200);
    expect((await ids()).filter((id) => id === fields.id)).toHaveLength(1);
  });

  it("that hangs, as on a disk that does not answer, does not delay answers for ever, and doubles nothing", async () => {
    process.kill(engine(), "SIGSTOP");
    const fields = note();
    // A page gives up after a few seconds and keeps the entry; the server is still waiting for its database then.
    await expect(sendTo(address(), setup, cookie, fields, AbortSignal.timeout(1500))).rejects.toThrow(/abort|timeout/i);
    process.kill(engine(), "SIGCONT");
    expect((await sendTo(address(), setup, cookie, fields)).status).toBe(200);
    expect((await ids()).filter((id) => id === fields.id)).toHaveLength(1);
  });

  it("that takes no changes is told apart: the page reads on, an entry is refused in words", async () => {
    const admin = (statement: string) => {
      const { socket } = shop.database.place;
      const done = spawnSync("mariadb", [
        "--no-defaults",
        `--socket=${socket}`,
        `--user=${process.getuid?.() === 0 ? "root" : os.userInfo().username}`,
        "-e",
        statement,
      ]);
      if (done.status !== 0) throw new Error(done.stderr.toString());
    };
    admin("SET GLOBAL read_only = 1");
    const fields = note();
    try {
      const refused = await told(await sendTo(address(), setup, cookie, fields));
      expect(refused.status).toBe(503);
      expect(refused.text).toContain("takes no changes");
      const page = await fetch(`${address()}/setups/${setup}/keep`, { headers: { cookie } });
      expect(page.status).toBe(200);
    } finally {
      admin("SET GLOBAL read_only = 0");
    }
    expect((await sendTo(address(), setup, cookie, fields)).status).toBe(200);
  });

  it("is stopped in the middle of an entry only after that entry has been answered", async () => {
    const lock = await shop.pool.getConnection();
    await lock.beginTransaction();
    await lock.execute("SELECT id FROM setups WHERE id = ? FOR UPDATE", [setup]);
    const fields = note();
    const answer = sendTo(address(), setup, cookie, fields);
    await pause(300);
    // The stop is asked for while the entry waits for its turn.
    const stopped = shop.apps[0]?.kill("SIGTERM");
    await pause(200);
    await lock.rollback();
    lock.release();
    expect((await answer).status).toBe(200);
    await stopped;
    expect(await ids()).toContain(fields.id);
    await shop.apps[0]?.up();
  });
});

/** A disk of its own can be made by root alone; elsewhere there is no small disk to fill. */
const canMount = process.getuid?.() === 0 && spawnSync("mount", ["--version"]).status === 0;

describe.runIf(canMount)("a disk of the server's own", () => {
  let disk: string;
  let database: PrivateDatabase;
  let pool: Pool;
  let app: AppProcess;
  let appHome: string;
  const home = () => path.join(disk, "home");
  beforeAll(async () => {
    disk = await mkdtemp(path.join(os.tmpdir(), "luvrit-disk-"));
    await chmod(disk, 0o755);
    execFileSync("mount", ["-t", "tmpfs", "-o", "size=420m,mode=755", "none", disk]);
    await mkdir(home());
    // Its log and what it receives are on the same disk.
    appHome = path.join(disk, "app");
    database = await startPrivateDatabase(home(), path.join(disk, "data"));
    pool = openPool(database.url, 4);
    await migrate(pool, path.join(ROOT, "db/migrations"));
    app = new AppProcess(await freePort(), appHome, () => ({ DATABASE_URL: database.url }));
    await app.up();
  });
  afterAll(async () => {
    await app.kill();
    await pool.end();
    await database.stop();
    execFileSync("umount", ["-l", disk]);
    await rm(disk, { recursive: true, force: true });
  });

  it("that is full is said in words, damages nothing, and goes on when there is room again", async () => {
    const { person, cookie } = await personWithSession(pool, "setter");
    const setup = await openedSetup(pool, person);
    // Filled to the last byte; what the engine has reserved it fills itself, entry by entry.
    const fill = path.join(disk, "fill");
    const { bavail, bsize } = await statfs(disk);
    await writeFile(fill, Buffer.alloc(Math.max(0, Number(bavail) * Number(bsize) - 65_536)));
    spawnSync("sh", ["-c", `cat /dev/zero > ${path.join(disk, "rest")}`]);
    const kept: string[] = [];
    let full: { status: number; text: string } | undefined;
    const text = "n".repeat(1900);
    for (let count = 0; count < 6000 && !full; count++) {
      const fields = note(text);
      const answer = await told(await sendTo(app.address, setup, cookie, fields, AbortSignal.timeout(20_000)));
      if (answer.status === 200) kept.push(fields.id);
      else full = answer;
    }
    expect(full?.status).toBe(503);
    expect(full?.text).toContain("disk is full");
    // It says that it is not ready, goes on answering although it cannot log, and tells so of a file too.
    await pause(1100);
    expect((await fetch(`${app.address}/ready`)).status).toBe(503);
    expect((await fetch(`${app.address}/health`)).status).toBe(200);
    expect((await fetch(`${app.address}/setups/${setup}/keep`, { headers: { cookie } })).status).toBe(200);
    const form = new FormData();
    form.set("program", new File(["%\nO1\nM30\n%".repeat(20_000)], "O1.nc"));
    const file = await fetch(`${app.address}/files`, {
      method: "POST",
      headers: { origin: app.address, cookie },
      body: form,
    });
    expect([file.status, await file.text()]).toEqual([503, expect.stringContaining("disk is full")]);
    for (const file of [fill, path.join(disk, "rest")]) await rm(file, { force: true });
    const fields = note();
    for (let tries = 0; ; tries++) {
      const answer = await sendTo(app.address, setup, cookie, fields, AbortSignal.timeout(20_000));
      if (answer.status === 200) break;
      if (tries > 50) throw new Error(`it did not go on: ${await answer.text()}`);
      await pause(100);
    }
    await pause(1100);
    expect((await fetch(`${app.address}/ready`)).status).toBe(200);
    const entries = await readLedger(sqlOn(pool), setup);
    expect(entries.map(({ id }) => id).slice(1)).toEqual([...kept, fields.id]);
    expect((await rebuildSnapshots(pool)).differed).toEqual([]);
  }, 240_000);

  it("that takes no changes stops a start with a word of why, and leaves what is on it as it was", async () => {
    const stopped = await mkdtemp(path.join(os.tmpdir(), "luvrit-read-only-"));
    execFileSync("mount", ["-t", "tmpfs", "-o", "size=1m", "none", stopped]);
    execFileSync("mount", ["-o", "remount,ro", stopped]);
    try {
      const started = await run(["start"], { LUVRIT_HOME: stopped, PORT: String(await freePort()) });
      expect(started.code).toBe(1);
      expect(started.said).toMatch(/luvrit: .*(read-only|cannot be written)/i);
      expect(started.said).not.toMatch(/at .*\.mjs/);
    } finally {
      execFileSync("umount", [stopped]);
      await rm(stopped, { recursive: true });
    }
  });
});
