import { existsSync } from "node:fs";
import { cp, lstat, rename, rm } from "node:fs/promises";
import path from "node:path";
import type { DatabasePlace } from "./databasePlace.server.ts";
import { stopStranded } from "./engine.server.ts";

/**
 * Moves the data of an earlier Luvrit that root started, from `home/database` to its place. May be killed at any moment:
 * the old data is removed only when all of it stands in the new place. Gives the folder that it came from, where there was one.
 */
export async function moveOlder(place: DatabasePlace): Promise<string | undefined> {
  const older = path.join(place.home, "database");
  const data = path.join(older, "data");
  await stopStranded({ pidFile: path.join(older, "pid"), data, socket: path.join(older, "socket") });
  if (!place.isRoots) return undefined;
  // Moved by an earlier start that was killed before it could clear up.
  if (existsSync(path.join(place.data, "mysql"))) {
    await clear(older);
    return undefined;
  }
  const there = await lstat(data).catch(() => undefined);
  if (!there?.isDirectory() || !existsSync(path.join(data, "mysql"))) return undefined;
  const coming = path.join(place.folder, "data.coming");
  await rm(coming, { recursive: true, force: true });
  await rm(place.data, { recursive: true, force: true });
  try {
    await rename(data, place.data);
  } catch (failure) {
    if ((failure as NodeJS.ErrnoException).code !== "EXDEV") throw failure;
    await cp(data, coming, { recursive: true, dereference: false, verbatimSymlinks: true, preserveTimestamps: true });
    await giveAll(coming, place);
    await rename(coming, place.data);
  }
  await clear(older);
  return data;
}

/** Removes what an earlier layout kept beside the credentials. */
async function clear(older: string): Promise<void> {
  for (const name of ["data", "tmp", "pid", "socket", "socket.lock", "init.sql", "error.log"])
    await rm(path.join(older, name), { recursive: true, force: true });
}

/** A copy that root makes belongs to root; the engine's user needs it. */
async function giveAll(folder: string, { owner }: DatabasePlace): Promise<void> {
  const { lchown, readdir } = await import("node:fs/promises");
  await lchown(folder, owner.uid, owner.gid);
  for (const entry of await readdir(folder, { recursive: true, withFileTypes: true }))
    await lchown(path.join(entry.parentPath, entry.name), owner.uid, owner.gid);
}
