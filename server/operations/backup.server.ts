import { spawn } from "node:child_process";
import { createReadStream, createWriteStream } from "node:fs";
import { access, open, rename, rm, stat } from "node:fs/promises";
import { Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { createGunzip, createGzip } from "node:zlib";
import { openPool, sqlOn } from "../database/pool.server.ts";

/** Why no backup was made or restored, in words for the person at the terminal. */
export class BackupTrouble extends Error {}

/** What the dumping program writes last: a file without it was cut off. */
const LAST_WORDS = "-- Dump completed";

/**
 * Writes everything that the database holds to one packed file, as it stood at one moment; others go on working meanwhile.
 * The file appears under its name only when it is whole and on the disk.
 */
export async function backUp(url: string, file: string): Promise<{ readonly bytes: number }> {
  if (await isThere(file))
    throw new BackupTrouble(`${file} is there already. Choose another name: no backup is overwritten.`);
  const part = `${file}.part`;
  const { program, database } = client(url, "mariadb-dump", [
    ...["--single-transaction", "--quick", "--skip-lock-tables", "--no-tablespaces", "--hex-blob"],
    ...["--default-character-set=utf8mb4", "--skip-add-locks"],
  ]);
  program.stdin.end();
  try {
    const ended = endOf(program, "mariadb-dump");
    const watch = lastWords();
    await pipeline(program.stdout, watch.stream, createGzip(), createWriteStream(part, { mode: 0o600 }));
    await ended;
    if (!watch.seen()) throw new BackupTrouble(`The dump of ${database} was cut off.`);
    const handle = await open(part, "r");
    await handle.sync();
    await handle.close();
    await rename(part, file);
    return { bytes: (await stat(file)).size };
  } catch (failure) {
    await rm(part, { force: true });
    const { code } = failure as { code?: string };
    if (code === "ENOSPC") throw new BackupTrouble("There is no room for the backup on that disk.", { cause: failure });
    if (code === "ENOENT" || code === "EACCES" || code === "EROFS")
      throw new BackupTrouble(`${file} cannot be written there (${code}).`, { cause: failure });
    throw failure;
  }
}

/**
 * Restores a backup. The file is read to its end before anything is touched: what is cut off or broken changes nothing.
 * Into a database that holds people or setups only where `replace` says so.
 */
export async function restoreFrom(url: string, file: string, replace: boolean): Promise<void> {
  await checkWhole(file);
  const pool = openPool(url, 1);
  try {
    const sql = sqlOn(pool);
    const tables = await sql.rows<{ name: string }>(
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()",
    );
    const holds =
      tables.some(({ name }) => name === "people") && (await sql.rows("SELECT id FROM people LIMIT 1")).length > 0;
    if (holds && !replace)
      throw new BackupTrouble(
        "This database holds a shop already. Make a backup of it, then say --replace to put this one in its place.",
      );
    // What the backup does not know goes: tables of a later Luvrit would not fit to it.
    const connection = await pool.getConnection();
    try {
      await connection.query("SET FOREIGN_KEY_CHECKS = 0");
      for (const { name } of tables) await connection.query(`DROP TABLE IF EXISTS \`${name.replaceAll("`", "")}\``);
    } finally {
      connection.destroy();
    }
  } finally {
    await pool.end();
  }
  const { program } = client(url, "mariadb", ["--default-character-set=utf8mb4"]);
  program.stdout.resume();
  const ended = endOf(program, "mariadb");
  await Promise.all([pipeline(createReadStream(file), createGunzip(), program.stdin), ended]);
}

async function checkWhole(file: string): Promise<void> {
  if (!(await isThere(file))) throw new BackupTrouble(`There is no file ${file}.`);
  const watch = lastWords();
  try {
    await pipeline(createReadStream(file), createGunzip(), watch.stream, async (pieces) => {
      for await (const _piece of pieces);
    });
  } catch (cause) {
    throw new BackupTrouble(`${file} is no backup of Luvrit, or is broken.`, { cause });
  }
  if (!watch.seen()) throw new BackupTrouble(`${file} was cut off. Take another backup.`);
}

/** Watches what passes for the last words of a whole dump. */
function lastWords(): { readonly stream: Transform; readonly seen: () => boolean } {
  let end = "";
  const stream = new Transform({
    transform(piece: Buffer, _encoding, done) {
      end = (end + piece.toString("latin1")).slice(-200);
      done(null, piece);
    },
  });
  return { stream, seen: () => end.includes(LAST_WORDS) };
}

/** A program of the engine on this database; the password is in nobody's list of processes. */
function client(url: string, name: string, words: readonly string[]) {
  // Of a cluster any node will do.
  const { hostname, port, username, password, pathname } = new URL(url.split(",")[0] ?? url);
  const database = pathname.slice(1);
  const program = spawn(
    name,
    [
      ...["--no-defaults", "--protocol=tcp", `--host=${hostname}`, `--port=${port || 3306}`],
      ...[`--user=${decodeURIComponent(username)}`, ...words, database],
    ],
    { env: { ...process.env, MYSQL_PWD: decodeURIComponent(password) }, stdio: ["pipe", "pipe", "pipe"] },
  );
  return { program, database };
}

function endOf(program: ReturnType<typeof client>["program"], name: string): Promise<void> {
  let said = "";
  program.stderr.on("data", (piece: Buffer) => {
    said = (said + piece.toString()).slice(-500);
  });
  return new Promise((resolve, reject) => {
    program.once("error", (cause) =>
      reject(new BackupTrouble(`${name} is not there. Is Debian's package mariadb-client installed?`, { cause })),
    );
    program.once("exit", (code) =>
      code === 0 ? resolve() : reject(new BackupTrouble(`${name} ended with ${code}: ${said.trim() || "no word why"}`)),
    );
  });
}

async function isThere(file: string): Promise<boolean> {
  try {
    await access(file);
    return true;
  } catch {
    // Not there, or not to be seen: writing it will say which.
    return false;
  }
}
