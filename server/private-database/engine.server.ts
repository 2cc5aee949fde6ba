import { type ChildProcess, execFile, spawn } from "node:child_process";
import { existsSync, readFileSync } from "node:fs";
import net from "node:net";
import os from "node:os";
import { setTimeout as pause } from "node:timers/promises";
import { promisify } from "node:util";
import { DatabaseOutage } from "./databaseOutage.ts";
import { type DatabasePlace, folderInTheWay } from "./databasePlace.server.ts";
import { readOwnFile, readTail } from "./ownFiles.server.ts";

const run = promisify(execFile);

/** The engine, where Debian puts it. */
export const MARIADBD =
  ["/usr/sbin/mariadbd", "/usr/local/sbin/mariadbd", "/usr/bin/mariadbd"].find((file) => existsSync(file)) ??
  "mariadbd";

/** As the engine's own user from the first instruction on; a process that is not root keeps its own user. */
const asEngine = ({ isRoots, owner, folder }: DatabasePlace) => ({ cwd: folder, ...(isRoots && owner) });

/**
 * Creates the engine's own tables in an empty folder. It runs as the owner of that folder already: told a user, the installer would
 * hand the folder over by a command of the shell that breaks at a blank in its path.
 */
export async function installDatabase(place: DatabasePlace): Promise<void> {
  try {
    await run(
      "mariadb-install-db",
      [
        "--no-defaults",
        "--basedir=/usr",
        `--datadir=${place.data}`,
        "--auth-root-authentication-method=socket",
        `--auth-root-socket-user=${place.user}`,
        "--skip-test-db",
        "--skip-name-resolve",
      ],
      // An engine that starts clears the common folder of temporary tables, those of another one that is being installed too.
      { ...asEngine(place), env: { ...process.env, TMPDIR: place.temporary } },
    );
  } catch (cause) {
    const { code, stdout = "", stderr = "" } = cause as { code?: unknown; stdout?: string; stderr?: string };
    const said =
      code === "ENOENT"
        ? "The program mariadb-install-db is not on this machine; Debian's package mariadb-server brings it."
        : lastWords(`${stdout}\n${stderr}`);
    throw new DatabaseOutage(`The database could not be created in ${place.data}. ${await inTheWay(place)}${said}`, {
      cause,
    });
  }
}

/**
 * Memory that the private database keeps its tables in, at most: an eighth of the machine's, which is other programs' too.
 * It is taken as the tables grow, so a small shop takes little.
 */
function bufferPoolMegabytes(): number {
  const all = Math.min(os.totalmem(), process.constrainedMemory() || Number.POSITIVE_INFINITY) / 2 ** 20;
  return Math.round(Math.min(1024, Math.max(128, all / 8)));
}

export function spawnEngine(place: DatabasePlace, port: number): ChildProcess {
  return spawn(
    MARIADBD,
    [
      "--no-defaults",
      "--basedir=/usr",
      `--datadir=${place.data}`,
      `--socket=${place.socket}`,
      `--port=${port}`,
      "--bind-address=127.0.0.1",
      `--pid-file=${place.pidFile}`,
      `--log-error=${place.errorLog}`,
      `--tmpdir=${place.temporary}`,
      `--secure-file-priv=${place.temporary}`,
      "--skip-name-resolve",
      "--skip-log-bin",
      "--skip-symbolic-links",
      "--local-infile=0",
      `--innodb-buffer-pool-size=${bufferPoolMegabytes()}M`,
      "--innodb-flush-log-at-trx-commit=1",
      "--character-set-server=utf8mb4",
      "--collation-server=utf8mb4_unicode_520_ci",
      "--sql-mode=TRADITIONAL",
      "--max-connections=60",
    ],
    // Its own process group: a Ctrl-C at the terminal must reach the database after the server has finished, not before.
    { stdio: "ignore", detached: true, ...asEngine(place) },
  );
}

/** An engine that was killed comes up again on the same port after this long, so that its users find it. */
const AGAIN_AFTER_MS = 150;

/** Keeps one server running until it is stopped: one that dies by itself, or is killed, is started again. */
export function supervised(spawnIt: () => ChildProcess) {
  let child = spawnIt();
  let isStopping = false;
  let waiting: NodeJS.Timeout | undefined;
  const watch = () => {
    child.once("exit", () => {
      if (isStopping) return;
      waiting = setTimeout(() => {
        child = spawnIt();
        watch();
      }, AGAIN_AFTER_MS);
    });
  };
  return {
    child: () => child,
    watch,
    stop: async () => {
      isStopping = true;
      clearTimeout(waiting);
      await stopChild(child);
    },
  };
}

export const hasEnded = (child: ChildProcess): boolean => child.exitCode !== null || child.signalCode !== null;

/**
 * How long an engine may take to end when it is asked to. Then it is killed: what was committed is in InnoDB's log, from which
 * the next start recovers.
 */
const END_WITHIN_MS = 20_000;

export async function stopChild(child: ChildProcess): Promise<void> {
  if (hasEnded(child) || child.pid === undefined) return;
  const gone = new Promise((resolve) => child.once("exit", resolve));
  child.kill("SIGTERM");
  const timer = setTimeout(() => child.kill("SIGKILL"), END_WITHIN_MS);
  await gone;
  clearTimeout(timer);
}

/** Why the engine did not come up: what is in its way, and what it wrote last. */
export async function engineTrouble(place: DatabasePlace): Promise<DatabaseOutage> {
  const log = await readTail(place.errorLog);
  return new DatabaseOutage(
    `The database did not start. ${await inTheWay(place)}${lastWords(log ?? "")} Its whole account is in ${place.errorLog}.`,
  );
}

async function inTheWay(place: DatabasePlace): Promise<string> {
  const folder = await folderInTheWay(place.data, place.owner);
  return folder === undefined ? "" : `The user ${place.user} cannot enter ${folder}. `;
}

/** The engine's last lines that say what is wrong; the last ones of all where none does. */
function lastWords(text: string): string {
  const lines = text.split("\n").filter((line) => line.trim() !== "");
  const errors = lines.filter((line) => /\[ERROR\]|error|cannot|can't|denied/i.test(line));
  const last = (errors.length > 0 ? errors : lines).slice(-4).map((line) => line.trim().slice(0, 300));
  return last.length === 0 ? "The engine wrote nothing." : `The engine's last words: ${last.join(" / ")}`;
}

/** An engine that is only just starting listens after this long; asked to end before that, it can wait for itself for ever. */
const LISTENS_WITHIN_MS = 5000;

/** Stops a server that outlived its launcher. A zombie counts as gone; a stranger with the same number is left alone. */
export async function stopStranded({
  pidFile,
  data,
  socket,
}: Pick<DatabasePlace, "pidFile" | "data" | "socket">): Promise<void> {
  const pid = Number((await readOwnFile(pidFile, 20))?.trim() ?? 0);
  const isOurs = () => {
    try {
      const state = readFileSync(`/proc/${pid}/stat`, "utf8").replace(/^.*\) /, "")[0];
      return state !== "Z" && readFileSync(`/proc/${pid}/cmdline`, "utf8").split("\0").includes(`--datadir=${data}`);
    } catch {
      // No such process: the file is left over.
      return false;
    }
  };
  if (!Number.isInteger(pid) || pid <= 1 || !isOurs()) return;
  const until = async (isSo: () => boolean | Promise<boolean>, withinMs: number) => {
    for (const deadline = Date.now() + withinMs; Date.now() < deadline; await pause(50)) if (await isSo()) return true;
    return false;
  };
  await until(async () => !isOurs() || (await listens(socket)), LISTENS_WITHIN_MS);
  for (const [signal, withinMs] of [
    ["SIGTERM", END_WITHIN_MS],
    ["SIGKILL", 5000],
  ] as const) {
    if (!isOurs()) return;
    process.kill(pid, signal);
    if (await until(() => !isOurs(), withinMs)) return;
  }
  throw new DatabaseOutage(`A database of an earlier run (process ${pid}) does not stop. End it and start again.`);
}

/** Whether somebody listens on a socket. */
const listens = (socket: string): Promise<boolean> =>
  new Promise((resolve) => {
    const connection = net.connect(socket);
    connection.once("connect", () => {
      connection.destroy();
      resolve(true);
    });
    connection.once("error", () => resolve(false));
  });
