import { randomBytes } from "node:crypto";
import { chmodSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import http from "node:http";
import path from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import v8 from "node:v8";
import type { Express } from "express";
import { DatabaseAway } from "./database/databaseAway.ts";
import { MigrationMismatch, migrate } from "./database/migrate.server.ts";
import { openPool, sqlOn } from "./database/pool.server.ts";
import { demoMachines, loadDemo } from "./demo/demo.server.ts";
import { rebuildSnapshots } from "./ledger/ledgerRepository.server.ts";
import { makeMissingWords } from "./ledger/setupSearch.server.ts";
import { BadFeeds, feedsOf } from "./machine-link/links.server.ts";
import { readMachineProfile, storeMachine } from "./machines/machinesRepository.server.ts";
import { BackupTrouble, backUp, restoreFrom } from "./operations/backup.server.ts";
import { addPerson, hasPeople, SECRET_RULE } from "./people/peopleRepository.server.ts";
import {
  DatabaseOutage,
  isFree,
  runningDatabase,
  startPrivateDatabase,
} from "./private-database/privateDatabase.server.ts";
import { startStandIn } from "./stand-in/standIn.server.ts";

// Memory is looked after a little more often than the engine does by itself: a server beside a machine is a small one.
// No hard limit: a long program may need much for a moment.
v8.setFlagsFromString("--heap-growing-percent=25");

/** Why nothing was started, in one line for the person at the terminal. */
class CannotStart extends Error {}

const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), "..");
const HOME = process.env.LUVRIT_HOME ?? path.join(ROOT, ".luvrit");
/** Loopback unless said otherwise: on another address a real start is reached from tablets, best behind a proxy with TLS. */
const HOST = process.env.LUVRIT_HOST ?? "127.0.0.1";
const LOOPBACK = ["127.0.0.1", "::1", "localhost"];
const DEFAULT_PORT = 4680;
/** How often it is looked for connections that take too long: the limits below hold as exactly as this. */
const CHECK_SLOW_MS = 2000;
/** How long open requests may take to finish once a stop was asked for. */
const FINISH_WITHIN_MS = 5000;

const say = (text: string) => process.stdout.write(`${text}\n`);

/** Undone in reverse order when the process ends, however it ends. */
const closing: (() => Promise<unknown> | unknown)[] = [];
let stopping: Promise<void> | undefined;

function stop(code: number): Promise<void> {
  stopping ??= (async () => {
    process.exitCode = code;
    for (const close of closing.reverse()) await close();
  })();
  return stopping;
}

async function hasAnybody(url: string): Promise<boolean> {
  const pool = openPool(url, 1);
  try {
    return await hasPeople(sqlOn(pool));
  } finally {
    await pool.end();
  }
}

/** The database to work on: the one that is named, the private one of a Luvrit that runs here, or a private one of our own. */
async function joinDatabase(): Promise<string> {
  return process.env.DATABASE_URL ?? (await runningDatabase(HOME)) ?? openDatabase();
}

async function openDatabase(): Promise<string> {
  const given = process.env.DATABASE_URL;
  if (given !== undefined) return given;
  claimHome();
  const database = await startPrivateDatabase(HOME);
  closing.push(() => database.stop());
  return database.url;
}

/** One launcher to a folder: two would fight over one database. A number left by a killed one does not count. */
function claimHome(): void {
  try {
    takeHome();
  } catch (failure) {
    const { code } = failure as { code?: string };
    if (code !== "EROFS" && code !== "EACCES" && code !== "EPERM" && code !== "ENOSPC") throw failure;
    const why =
      code === "EROFS"
        ? "its disk is read-only"
        : code === "ENOSPC"
          ? "its disk is full"
          : "its rights do not allow it";
    throw new CannotStart(
      `The folder ${HOME} cannot be written: ${why}. Nothing was changed. Set LUVRIT_HOME to another one, or mend this.`,
    );
  }
}

function takeHome(): void {
  // Others may pass through, as the database's own user must, but not look around.
  mkdirSync(HOME, { recursive: true });
  chmodSync(HOME, 0o711);
  mkdirSync(path.join(HOME, "log"), { recursive: true });
  chmodSync(path.join(HOME, "log"), 0o700);
  const file = path.join(HOME, "launcher.pid");
  const pid = existsSync(file) ? Number(readFileSync(file, "utf8")) : 0;
  if (pid > 1 && pid !== process.pid && isLauncher(pid))
    throw new CannotStart(`Luvrit runs in this folder already (process ${pid}). Stop that one first.`);
  writeFileSync(file, String(process.pid));
  closing.push(() => rmSync(file, { force: true }));
}

function isLauncher(pid: number): boolean {
  try {
    const state = readFileSync(`/proc/${pid}/stat`, "utf8").replace(/^.*\) /, "")[0];
    return state !== "Z" && readFileSync(`/proc/${pid}/cmdline`, "utf8").includes("launch");
  } catch {
    // No such process.
    return false;
  }
}

async function serve(words: readonly string[], demo: boolean): Promise<void> {
  const port = Number(process.env.PORT ?? DEFAULT_PORT);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new CannotStart(`PORT is ${process.env.PORT}; expected a number from 1 to 65535.`);
  if (demo && !LOOPBACK.includes(HOST))
    throw new CannotStart(`The demo lets anybody in, so it stays on this machine: LUVRIT_HOST cannot be ${HOST}.`);
  if (!(await isFree(port, HOST)))
    throw new CannotStart(
      `Port ${port} is in use. Choose another: PORT=${port + 1} ./luvrit ${demo ? "demo" : "start"}`,
    );

  const url = await openDatabase();
  process.env.DATABASE_URL = url;
  process.env.LUVRIT_DEMO = demo ? "1" : "0";
  process.env.LUVRIT_LOG_FILE ??= path.join(HOME, "log", "server.log");
  process.env.NODE_ENV = "production";
  const pool = openPool(url, 2);
  try {
    await migrate(pool, path.join(ROOT, "db", "migrations"));
    await makeMissingWords(sqlOn(pool));
    if (demo) await loadDemo(pool, path.join(ROOT, "db", "demo"), { fresh: words.includes("--fresh") });
  } finally {
    await pool.end();
  }

  if (!demo && !(await hasAnybody(url))) {
    process.env.LUVRIT_FIRST_CODE = randomBytes(9).toString("hex");
    say(
      `\n  Nobody can sign in yet. The first lead is made in the browser, with this code: ${process.env.LUVRIT_FIRST_CODE}`,
    );
  }
  if (demo) {
    const standIn = await startStandIn(path.join(ROOT, "build", "stand-in.mjs"), path.join(ROOT, "db", "demo"));
    closing.push(() => standIn.stop());
    process.env.LUVRIT_STANDIN = standIn.url;
    process.env.LUVRIT_FEEDS = JSON.stringify(
      Object.fromEntries(demoMachines(path.join(ROOT, "db", "demo")).map((id) => [id, `${standIn.url}/${id}`])),
    );
  } else feedsOf(process.env.LUVRIT_FEEDS);

  const { createServer } = await import("./http/frame.server.ts");
  const built = pathToFileURL(path.join(ROOT, "build/server/index.js")).href;
  const { app, endStreams, isReady } = (await import(built)) as {
    app: Express;
    endStreams: () => void;
    isReady: () => Promise<boolean>;
  };
  const server = http.createServer(
    { connectionsCheckingInterval: CHECK_SLOW_MS },
    createServer(app, path.join(ROOT, "build/client"), isReady),
  );
  server.requestTimeout = 30_000;
  server.headersTimeout = 10_000;
  // From one tool to the next takes seconds: the connection is still there then, and nothing is shaken hands on again.
  server.keepAliveTimeout = 65_000;
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, HOST, resolve);
  });
  closing.push(
    () =>
      new Promise((resolve) => {
        endStreams();
        server.close(resolve);
        // A connection that has had its answer is closed then; one that still waits gets its time.
        setInterval(() => server.closeIdleConnections(), 50).unref();
        setTimeout(() => server.closeAllConnections(), FINISH_WITHIN_MS).unref();
      }),
  );
  say(
    `\n  Luvrit is at http://${HOST}:${port}${demo ? "   (demo data; made-up people, one tap to sign in)" : ""}\n  Ctrl-C stops it.\n`,
  );
}

/** `./luvrit add-person NAME ROLE [MARK]`, the passphrase or PIN on standard input. */
async function addSomebody([name, role, mark]: readonly string[]): Promise<void> {
  const isRole = role === "setter" || role === "lead" || role === "viewer";
  if (!name || !isRole || (mark !== undefined && mark !== "." && mark !== ","))
    throw new CannotStart(
      "Say a name, a role and, if it is settled, the decimal mark: ./luvrit add-person NAME setter|lead|viewer [.|,] (passphrase or PIN on standard input)",
    );
  const secret = readFileSync(0, "utf8").replace(/\r?\n$/, "");
  if (!SECRET_RULE.test(secret))
    throw new CannotStart("A PIN has 4 to 12 digits, a passphrase at least 10 characters.");
  await withMigratedDatabase((pool) =>
    addPerson(sqlOn(pool), { name, role, secret, ...(mark && { decimalMark: mark }) }),
  );
  say(`${name} can sign in as ${role}.`);
}

/** `./luvrit add-machine FILE`: a machine's profile, new or changed. */
async function addMachine([file, ...rest]: readonly string[]): Promise<void> {
  if (file === undefined || rest.length > 0)
    throw new CannotStart("Say the profile's file: ./luvrit add-machine FILE (JSON; - for standard input)");
  let json: unknown;
  try {
    json = JSON.parse(readFileSync(file === "-" ? 0 : file, "utf8"));
  } catch (cause) {
    throw new CannotStart(`${file} cannot be read as JSON (${(cause as Error).message.split("\n")[0]}).`);
  }
  const profiles = (Array.isArray(json) ? json : [json]).map(readMachineProfile);
  for (const profile of profiles) if (!profile.ok) throw new CannotStart(`${file}: ${profile.refusal.message}`);
  await withMigratedDatabase(async (pool) => {
    for (const profile of profiles) if (profile.ok) await storeMachine(sqlOn(pool), profile.value);
  });
  for (const profile of profiles) if (profile.ok) say(`${profile.value.name} is in the workshop.`);
}

/** `./luvrit backup FILE`: everything, as it stood at one moment; while Luvrit runs too. */
async function backup([file, ...rest]: readonly string[]): Promise<void> {
  if (file === undefined || rest.length > 0)
    throw new CannotStart("Say where to: ./luvrit backup FILE (it must not be there yet)");
  try {
    const { bytes } = await backUp(await joinDatabase(), path.resolve(file));
    say(`${file}: ${(bytes / 1e6).toFixed(1)} MB. Keep it on another machine.`);
  } finally {
    await stop(process.exitCode === undefined ? 0 : Number(process.exitCode));
  }
}

/** `./luvrit restore FILE`: into an empty database, or over what is there where that is said. */
async function restore(given: readonly string[]): Promise<void> {
  const replace = given.includes("--replace");
  const [file, ...rest] = given.filter((word) => word !== "--replace");
  if (file === undefined || rest.length > 0) throw new CannotStart("Say from where: ./luvrit restore FILE [--replace]");
  try {
    // Nobody may write meanwhile: a private database that serves somebody is not restored into.
    const url = await openDatabase();
    await restoreFrom(url, path.resolve(file), replace);
    const pool = openPool(url, 2);
    try {
      await migrate(pool, path.join(ROOT, "db", "migrations"));
      const [{ setups, entries } = { setups: 0, entries: 0 }] = await sqlOn(pool).rows<{
        setups: number;
        entries: number;
      }>("SELECT (SELECT COUNT(*) FROM setups) AS setups, (SELECT COUNT(*) FROM ledger) AS entries");
      say(`${file} is restored: ${setups} setups with ${entries} entries.`);
    } finally {
      await pool.end();
    }
  } finally {
    await stop(process.exitCode === undefined ? 0 : Number(process.exitCode));
  }
}

async function rebuild(): Promise<void> {
  const { rebuilt, differed } = await withMigratedDatabase(rebuildSnapshots);
  say(
    `${rebuilt} setups rebuilt from the ledger, ${differed.length} differed${differed.length > 0 ? `: ${differed.join(", ")}` : ""}.`,
  );
}

async function withMigratedDatabase<Result>(
  work: (pool: ReturnType<typeof openPool>) => Promise<Result>,
): Promise<Result> {
  const pool = openPool(await openDatabase(), 2);
  try {
    await migrate(pool, path.join(ROOT, "db", "migrations"));
    return await work(pool);
  } finally {
    await pool.end();
    await stop(0);
  }
}

const [command = "", ...words] = process.argv.slice(2);
const runs: Readonly<Record<string, () => Promise<void>>> = {
  demo: () => serve(words, true),
  start: () => serve(words, false),
  "add-person": () => addSomebody(words),
  "add-machine": () => addMachine(words),
  rebuild,
  backup: () => backup(words),
  restore: () => restore(words),
};

for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) {
  process.on(signal, () => void stop(0).then(() => process.exit(0)));
}
try {
  const run = runs[command];
  if (!run) throw new CannotStart(`“${command}” is nothing that can be started.`);
  await run();
} catch (failure) {
  const expected =
    failure instanceof CannotStart ||
    failure instanceof DatabaseOutage ||
    failure instanceof MigrationMismatch ||
    failure instanceof DatabaseAway ||
    failure instanceof BackupTrouble ||
    failure instanceof BadFeeds;
  process.stderr.write(`luvrit: ${expected ? failure.message : ((failure as Error).stack ?? String(failure))}\n`);
  await stop(1);
  process.exit(1);
}
