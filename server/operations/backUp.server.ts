import { constants, createWriteStream } from "node:fs";
import { access, link, open, rm, stat } from "node:fs/promises";
import path from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { createGzip } from "node:zlib";
import { openPool, type PoolConnection } from "../database/pool.server.ts";
import { BACKUP_FORMAT, BACKUP_VERSION, type BackupHead, type PartSum } from "./backupFormat.ts";
import { BackupTrouble } from "./backupTrouble.ts";
import { linesOf, partsOf } from "./partsOfDatabase.server.ts";

/**
 * Writes everything that the database keeps to one packed file, as it stood at one moment; others go on working meanwhile.
 * The file appears under its name only when it is whole and on the disk, and never in place of another one.
 */
export async function backUp(url: string, file: string): Promise<{ readonly bytes: number }> {
  if (await isThere(file))
    throw new BackupTrouble(`${file} is there already. Choose another name: no backup is overwritten.`);
  const part = `${file}.part`;
  const pool = openPool(url, 1);
  try {
    const connection = await pool.getConnection();
    try {
      // What a backup that was killed has left.
      await rm(part, { force: true });
      const { O_WRONLY, O_CREAT, O_EXCL, O_NOFOLLOW } = constants;
      const handle = await open(part, O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW, 0o600);
      await connection.query("SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ");
      await connection.query("START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY");
      await pipeline(
        Readable.from(textOf(connection), { objectMode: true }),
        createGzip({ level: 6 }),
        createWriteStream("", { fd: handle.fd, autoClose: false }),
      );
      await handle.sync();
      await handle.close();
    } finally {
      connection.destroy();
    }
    await link(part, file);
    await rm(part);
    await syncFolder(path.dirname(file));
    return { bytes: (await stat(file)).size };
  } catch (failure) {
    await rm(part, { force: true }).catch(() => undefined);
    const { code } = failure as { code?: string };
    if (code === "EEXIST")
      throw new BackupTrouble(`${file} is there already. No backup is overwritten.`, { cause: failure });
    if (code === "ENOSPC") throw new BackupTrouble("There is no room for the backup on that disk.", { cause: failure });
    if (code === "ENOENT" || code === "EACCES" || code === "EROFS" || code === "ENOTDIR")
      throw new BackupTrouble(`${file} cannot be written there (${code}).`, { cause: failure });
    throw failure;
  } finally {
    await pool.end();
  }
}

/** The whole text of a backup, piece by piece. */
async function* textOf(connection: PoolConnection): AsyncGenerator<string> {
  const [schema] = (await connection.query("SELECT name, hash FROM schema_migrations ORDER BY name")) as unknown as [
    { name: string; hash: string }[],
  ];
  const parts = await partsOf(connection);
  const head: BackupHead = {
    format: BACKUP_FORMAT,
    version: BACKUP_VERSION,
    madeAt: new Date().toISOString(),
    schema: schema.map(({ name, hash }) => ({ name, hash })),
    parts,
  };
  yield `${JSON.stringify(head)}\n`;
  const manifest: PartSum[] = [];
  for (const part of parts) {
    const { lines, sum } = linesOf(connection, part);
    yield `${JSON.stringify({ part: part.name })}\n`;
    yield* lines();
    manifest.push(sum());
  }
  yield `${JSON.stringify({ manifest })}\n`;
}

/** A file's name is on the disk only when its folder is. */
async function syncFolder(folder: string): Promise<void> {
  const handle = await open(folder, "r");
  await handle.sync().finally(() => handle.close());
}

const isThere = (file: string): Promise<boolean> =>
  access(file).then(
    () => true,
    // Not there, or not to be seen: writing it will say which.
    () => false,
  );
