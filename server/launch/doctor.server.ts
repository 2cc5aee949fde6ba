import { execFile } from "node:child_process";
import { accessSync, constants, existsSync, readFileSync } from "node:fs";
import { statfs } from "node:fs/promises";
import path from "node:path";
import { promisify } from "node:util";
import { openPool, sqlOn } from "../database/pool.server.ts";
import { acceptedHosts, BadHosts } from "../http/hosts.server.ts";
import { BadFeeds, feedsOf } from "../machine-link/links.server.ts";
import { databasePlace, folderInTheWay } from "../private-database/databasePlace.server.ts";
import { MARIADBD } from "../private-database/engine.server.ts";
import { isFree } from "../private-database/ports.server.ts";
import { runningDatabase } from "../private-database/privateDatabase.server.ts";
import { openableAddresses } from "./addresses.server.ts";
import { CannotStart } from "./cannotStart.ts";
import { HOME, LOG_FILE, MIGRATIONS, ROOT } from "./home.server.ts";
import { say } from "./say.ts";

const run = promisify(execFile);

/** What was looked at, whether it is well, and, where it is not, what to do. */
interface DoctorFinding {
  readonly about: string;
  readonly isWell: boolean;
  readonly words: string;
}
const well = (about: string, words: string): DoctorFinding => ({ about, isWell: true, words });
const ill = (about: string, words: string): DoctorFinding => ({ about, isWell: false, words });

/** A disk with less than this fills up within a shift; bytes. */
const LITTLE_ROOM = 500_000_000;

/**
 * `./luvrit doctor`: what is installed, reachable and writable, how much room there is, which version; in words, with what to
 * do. Changes nothing, and may be asked while Luvrit runs. Ends with 1 where something is not well.
 */
export async function doctor(words: readonly string[]): Promise<void> {
  if (words.length > 0) throw new CannotStart("doctor takes no words: ./luvrit doctor");
  const findings = [
    ...(await versions()),
    ...settings(),
    ...(await folders()),
    ...(await database()),
    ...(await server()),
  ];
  for (const { about, isWell, words: said } of findings) say(`${isWell ? "ok   " : "LOOK "} ${about}: ${said}`);
  const bad = findings.filter(({ isWell }) => !isWell).length;
  say(bad === 0 ? "\nAll is well." : `\n${bad} ${bad === 1 ? "thing" : "things"} to look at.`);
  if (bad > 0) process.exitCode = 1;
}

async function versions(): Promise<readonly DoctorFinding[]> {
  const { version } = JSON.parse(readFileSync(path.join(ROOT, "package.json"), "utf8")) as { version: string };
  const commit = await run("git", ["-C", ROOT, "log", "-1", "--format=%h of %cs"]).then(
    ({ stdout }) => `, ${stdout.trim()}`,
    () => "",
  );
  const engine = await run(MARIADBD, ["--version"]).then(
    ({ stdout }) => well("database engine", /Ver (\S+)/.exec(stdout)?.[1] ?? stdout.trim()),
    () =>
      process.env.DATABASE_URL === undefined
        ? ill("database engine", "there is none. Install Debian's package mariadb-server, or set DATABASE_URL.")
        : well("database engine", "none here; DATABASE_URL names one elsewhere"),
  );
  return [well("version", `Luvrit ${version}${commit}`), well("Node.js", process.version), engine];
}

function settings(): readonly DoctorFinding[] {
  const findings: DoctorFinding[] = [];
  for (const [name, read] of [
    ["LUVRIT_HOSTS", () => acceptedHosts().join(", ")],
    ["LUVRIT_FEEDS", () => Object.keys(feedsOf(process.env.LUVRIT_FEEDS)).join(", ")],
  ] as const)
    try {
      const value = read();
      if (value !== "") findings.push(well(name, value));
    } catch (failure) {
      if (!(failure instanceof BadHosts || failure instanceof BadFeeds)) throw failure;
      findings.push(ill(name, failure.message));
    }
  const { LUVRIT_TLS, LUVRIT_PROXY, LUVRIT_HOST, LUVRIT_HOSTS } = process.env;
  if (LUVRIT_TLS === "1" && LUVRIT_PROXY !== "1")
    findings.push(
      ill(
        "LUVRIT_TLS",
        "is set and LUVRIT_PROXY is not: no request counts as encrypted, so nobody can sign in. Set both behind a proxy.",
      ),
    );
  if (LUVRIT_PROXY === "1" && (LUVRIT_HOSTS ?? "") === "")
    findings.push(ill("LUVRIT_HOSTS", "is not set: the name that the proxy passes on is refused. List it there."));
  if (LUVRIT_HOST !== undefined && LUVRIT_HOST !== "127.0.0.1" && LUVRIT_PROXY !== "1" && LUVRIT_TLS !== "1")
    findings.push(ill("LUVRIT_HOST", `is ${LUVRIT_HOST} without TLS: anybody on the network can read what passes.`));
  return findings;
}

async function folders(): Promise<readonly DoctorFinding[]> {
  const about = `folder ${HOME}`;
  if (!existsSync(HOME)) return [well(about, "is made at the first start")];
  try {
    accessSync(HOME, constants.W_OK | constants.X_OK);
  } catch {
    return [ill(about, "cannot be written by this user. Give it to the user that runs Luvrit, or set LUVRIT_HOME.")];
  }
  return [well(about, "can be written"), await roomAt("room for log and files", HOME)];
}

async function roomAt(about: string, folder: string): Promise<DoctorFinding> {
  const { bavail, bsize, blocks } = await statfs(folder);
  const room = bavail * bsize;
  const words = `${(room / 1e9).toFixed(1)} of ${((blocks * bsize) / 1e9).toFixed(1)} GB free at ${folder}`;
  return room < LITTLE_ROOM ? ill(about, `${words}. Make room: a full disk takes no entries.`) : well(about, words);
}

async function database(): Promise<readonly DoctorFinding[]> {
  const given = process.env.DATABASE_URL;
  if (given !== undefined) return connected("database in DATABASE_URL", given);
  const place = await databasePlace(HOME);
  const findings: DoctorFinding[] = [];
  const inTheWay = existsSync(place.folder) ? await folderInTheWay(place.data, place.owner) : undefined;
  if (inTheWay !== undefined)
    findings.push(ill("private database", `the user ${place.user}, who runs it, cannot enter ${inTheWay}.`));
  if (!existsSync(path.join(place.data, "mysql")))
    return [...findings, well("private database", `is made at the first start, in ${place.folder}`)];
  findings.push(await roomAt("room for the private database", place.data));
  const url = await runningDatabase(HOME);
  if (url === undefined)
    return [...findings, well("private database", `is not running; its data is in ${place.folder}`)];
  return [...findings, ...(await connected("private database", url))];
}

async function connected(about: string, url: string): Promise<readonly DoctorFinding[]> {
  const pool = openPool(url, 1);
  try {
    const sql = sqlOn(pool);
    const [engine] = await sql.rows<{ version: string }>("SELECT VERSION() AS version");
    const tables = await sql.rows(
      "SELECT 1 FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = 'schema_migrations'",
    );
    const findings = [well(about, `answers, version ${engine?.version}`)];
    if (tables.length === 0) return [...findings, well("tables", "are made at the next start")];
    const [row] = await sql.rows<{ last: string; count: number }>(
      "SELECT MAX(name) AS last, COUNT(*) AS count FROM schema_migrations",
    );
    const isOurs = row !== undefined && existsSync(path.join(MIGRATIONS, row.last));
    findings.push(
      isOurs
        ? well("tables", `${row.count} migrations, the last is ${row.last}`)
        : ill("tables", `${row?.last} is of a later Luvrit: start that one, or restore a backup of this one.`),
    );
    const [shop] = await sql.rows<{ people: number; setups: number }>(
      "SELECT (SELECT COUNT(*) FROM people WHERE retired_at IS NULL) AS people, (SELECT COUNT(*) FROM setups) AS setups",
    );
    return [...findings, well("shop", `${shop?.people} people, ${shop?.setups} setups`)];
  } catch (failure) {
    return [ill(about, `does not answer as it must: ${(failure as Error).message}`)];
  } finally {
    await pool.end();
  }
}

async function server(): Promise<readonly DoctorFinding[]> {
  const port = Number(process.env.PORT ?? 4680);
  const host = process.env.LUVRIT_HOST ?? "127.0.0.1";
  if (await isFree(port, host)) return [well("server", `does not run on port ${port}`)];
  const [address] = openableAddresses(host, port);
  const ready = await fetch(`${address}/ready`, { signal: AbortSignal.timeout(5000) }).catch(() => undefined);
  const text = await ready?.text().catch(() => "");
  if (ready?.ok && text === "ready\n") return [well("server", `is ready at ${address}`)];
  return [
    ready && text === "away\n"
      ? ill("server", `runs at ${address} and cannot take entries; ${LOG_FILE} says why.`)
      : ill("server", `something else listens on port ${port}. Choose another with PORT.`),
  ];
}
