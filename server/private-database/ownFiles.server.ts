import { constants } from "node:fs";
import { chmod, lchown, lstat, mkdir, open, rename, rm } from "node:fs/promises";
import { DatabaseOutage } from "./databaseOutage.ts";

/** User and group that a folder belongs to; absent: those of this process. */
export interface Owner {
  readonly uid: number;
  readonly gid: number;
}

/**
 * Makes a folder of exactly this mode and owner, or takes one that is there. A symbolic link, a file, or a folder of a third
 * user in its place is refused: following it would give away, or overwrite, what it points to. `before`: a user from whom an
 * earlier version's folder is taken back.
 */
export async function ownFolder(folder: string, mode: number, owner?: Owner, before?: Owner): Promise<void> {
  const me = { uid: process.getuid?.() ?? 0, gid: process.getgid?.() ?? 0 };
  const { uid, gid } = owner ?? me;
  await mkdir(folder, { mode }).catch((failure: NodeJS.ErrnoException) => {
    if (failure.code !== "EEXIST") throw failure;
  });
  const there = await lstat(folder);
  if (there.isSymbolicLink())
    throw new DatabaseOutage(`${folder} is a symbolic link; a folder is expected. Remove it.`);
  if (!there.isDirectory()) throw new DatabaseOutage(`${folder} is no folder. Remove it.`);
  if (![uid, me.uid, before?.uid].includes(there.uid))
    throw new DatabaseOutage(`${folder} belongs to another user (${there.uid}). Give it back, or remove it.`);
  if (there.uid !== uid || there.gid !== gid) await lchown(folder, uid, gid);
  if ((there.mode & 0o7777) !== mode) await chmod(folder, mode);
}

/** The start of a small file, or undefined where there is none. A symbolic link in its place counts as none. */
export async function readOwnFile(file: string, most = 64 * 1024): Promise<string | undefined> {
  const handle = await open(file, constants.O_RDONLY | constants.O_NOFOLLOW).catch((failure: NodeJS.ErrnoException) => {
    if (failure.code === "ENOENT" || failure.code === "ELOOP" || failure.code === "ENOTDIR") return undefined;
    throw failure;
  });
  if (!handle) return undefined;
  try {
    const { bytesRead, buffer } = await handle.read(Buffer.alloc(most), 0, most, 0);
    return buffer.toString("utf8", 0, bytesRead);
  } finally {
    await handle.close();
  }
}

/** The last bytes of a file that another user writes; undefined where there is none, or a link stands in its place. */
export async function readTail(file: string, most = 16 * 1024): Promise<string | undefined> {
  const handle = await open(file, constants.O_RDONLY | constants.O_NOFOLLOW).catch(() => undefined);
  if (!handle) return undefined;
  try {
    const { size } = await handle.stat();
    const from = Math.max(0, size - most);
    const { bytesRead, buffer } = await handle.read(Buffer.alloc(most), 0, most, from);
    return buffer.toString("utf8", 0, bytesRead);
  } finally {
    await handle.close();
  }
}

/**
 * Writes a file that its owner alone reads. It is made anew beside the old one and put in its place: a link that stands
 * there is replaced, never followed, and a kill leaves the old file or the new one.
 */
export async function writeOwnFile(file: string, content: string): Promise<void> {
  const fresh = `${file}.new`;
  await rm(fresh, { force: true });
  const handle = await open(
    fresh,
    constants.O_WRONLY | constants.O_CREAT | constants.O_EXCL | constants.O_NOFOLLOW,
    0o600,
  );
  try {
    await handle.writeFile(content);
    await handle.sync();
  } finally {
    await handle.close();
  }
  await rename(fresh, file);
}
