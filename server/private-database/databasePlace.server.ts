import { createHash } from "node:crypto";
import { realpathSync } from "node:fs";
import { stat } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import { DatabaseOutage } from "./databaseOutage.ts";
import { type Owner, ownFolder, readOwnFile, writeOwnFile } from "./ownFiles.server.ts";

/**
 * Where the private database of one Luvrit lives, and which user of the machine runs its engine.
 *
 * As an ordinary user everything stays in `home/database`. As root the engine runs as its own user `mysql`, who may not be
 * able to enter the folder of Luvrit (a home folder has mode 700): data, socket and log go to a folder below
 * `LUVRIT_DATA_ROOT` (`/var/lib/luvrit`) that is named by the path of `home`. Root owns that folder, so the engine's user
 * cannot put links in the place of what is in it. The password stays in `home`, where that user cannot read it.
 */
export interface DatabasePlace {
  readonly home: string;
  readonly folder: string;
  /** Tables and logs of the engine. */
  readonly data: string;
  readonly temporary: string;
  readonly pidFile: string;
  readonly socket: string;
  readonly errorLog: string;
  /** Port and password of the application's account; readable by the user of this process alone. */
  readonly credentials: string;
  /** The user of the machine that runs the engine. */
  readonly user: string;
  readonly owner: Owner;
  readonly isRoots: boolean;
}

/** The path of a socket may have 107 characters at most. */
const LONGEST_SOCKET = 100;

/** Names the place of the database that belongs to `home`; touches nothing. */
export async function databasePlace(
  home: string,
  dataRoot = process.env.LUVRIT_DATA_ROOT ?? "/var/lib/luvrit",
): Promise<DatabasePlace> {
  const real = realpathOf(home);
  const isRoots = process.getuid?.() === 0;
  const fingerprint = createHash("sha256").update(real).digest("hex").slice(0, 16);
  const folder = isRoots ? path.join(path.resolve(dataRoot), fingerprint) : path.join(real, "database");
  const user = isRoots ? "mysql" : ownName();
  const owner = isRoots ? await idsOf(user) : { uid: process.getuid?.() ?? 0, gid: process.getgid?.() ?? 0 };
  const run = path.join(folder, "run");
  const ownSocket = path.join(run, "socket");
  return {
    home: real,
    folder,
    data: path.join(folder, "data"),
    temporary: path.join(folder, "tmp"),
    pidFile: path.join(run, "pid"),
    socket:
      ownSocket.length <= LONGEST_SOCKET
        ? ownSocket
        : path.join(os.tmpdir(), `luvrit-${owner.uid}-${fingerprint}`, "socket"),
    errorLog: path.join(run, "error.log"),
    credentials: path.join(real, "database", "credentials.json"),
    user,
    owner,
    isRoots,
  };
}

/** Makes the folders of a place; refuses links and folders of others in their way. */
export async function makePlace(place: DatabasePlace): Promise<void> {
  // An earlier Luvrit gave this folder to the engine's user.
  await ownFolder(path.dirname(place.credentials), 0o700, undefined, place.owner);
  if (place.isRoots) {
    await ownRoot(path.dirname(place.folder));
    // Root owns it, the engine's group may pass through: others see nothing, and the engine's user replaces nothing.
    await ownFolder(place.folder, 0o750, { uid: 0, gid: place.owner.gid });
    const note = path.join(place.folder, "belongs-to");
    if ((await readOwnFile(note)) !== `${place.home}\n`) await writeOwnFile(note, `${place.home}\n`);
  }
  for (const folder of [place.data, place.temporary, path.dirname(place.pidFile)])
    await ownFolder(folder, 0o700, place.owner);
  if (path.dirname(place.socket) !== path.dirname(place.pidFile))
    await ownFolder(path.dirname(place.socket), 0o700, place.owner);
}

async function ownRoot(folder: string): Promise<void> {
  try {
    // Whatever is above it belongs to the machine; this one is made where it is missing.
    if (!(await isThere(folder))) await ownFolder(folder, 0o711);
  } catch (cause) {
    const { code = "", message } = cause as NodeJS.ErrnoException;
    throw new DatabaseOutage(
      `The folder ${folder}, where data of a database started by root goes, cannot be made (${code || message}). Set LUVRIT_DATA_ROOT to another one.`,
      { cause },
    );
  }
}

const isThere = (file: string): Promise<boolean> =>
  stat(file).then(
    () => true,
    (failure: NodeJS.ErrnoException) => {
      if (failure.code === "ENOENT") return false;
      throw failure;
    },
  );

/** The first folder on the way to `file` that a user cannot enter; undefined where the whole way is open. */
export async function folderInTheWay(file: string, { uid, gid }: Owner): Promise<string | undefined> {
  const parts = path.resolve(file).split(path.sep);
  for (let length = 1; length < parts.length; length++) {
    const folder = parts.slice(0, length).join(path.sep) || path.sep;
    const there = await stat(folder).catch(() => undefined);
    if (!there) return folder;
    const bit = there.uid === uid ? 0o100 : there.gid === gid ? 0o010 : 0o001;
    if (uid !== 0 && (there.mode & bit) === 0) return folder;
  }
  return undefined;
}

function realpathOf(home: string): string {
  try {
    return realpathSync(home);
  } catch {
    // Not made yet: named by where it will be.
    return path.resolve(home);
  }
}

/** The name of the user of this process; the engine knows its users by name. */
function ownName(): string {
  try {
    return os.userInfo().username;
  } catch (cause) {
    throw new DatabaseOutage(
      `The user with the number ${process.getuid?.()} has no name on this machine, and the database knows its users by name. Add one to /etc/passwd, or start Luvrit as another user.`,
      { cause },
    );
  }
}

/** Ids of a user of this machine, from the list of users. */
async function idsOf(user: string): Promise<Owner> {
  const line = (await readOwnFile("/etc/passwd", 1 << 20))?.split("\n").find((one) => one.startsWith(`${user}:`));
  const [, , uid, gid] = line?.split(":") ?? [];
  if (uid === undefined || gid === undefined)
    throw new DatabaseOutage(
      `This machine has no user ${user}, as whom the database is run. Debian's package mariadb-server makes it.`,
    );
  return { uid: Number(uid), gid: Number(gid) };
}
