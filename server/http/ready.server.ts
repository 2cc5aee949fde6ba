import { randomBytes } from "node:crypto";
import { mkdir, rm, statfs, writeFile } from "node:fs/promises";
import path from "node:path";
import { database } from "../context.server.ts";
import { DatabaseAway } from "../database/databaseAway.ts";
import { sqlOn } from "../database/pool.server.ts";
import { log } from "./log.server.ts";

/** What is written as a trial; bytes. */
const TRIAL_BYTES = 64 * 1024;
/** A disk with less room than this takes no entries for long; bytes. */
const LEAST_ROOM = 8_000_000;
/** An answer holds this long, so that many who ask cost one look. */
const HOLDS_MS = 150;

let latest: { readonly at: number; readonly ready: Promise<boolean> } | undefined;

/** Whether entries can be taken now: the database answers and takes a change, and the disks beside it have room. */
export function isReady(): Promise<boolean> {
  if (!latest || Date.now() - latest.at > HOLDS_MS) latest = { at: Date.now(), ready: look() };
  return latest.ready;
}

async function look(): Promise<boolean> {
  try {
    await sqlOn(database()).run(
      "INSERT INTO write_probe (id, at) VALUES (1, UTC_TIMESTAMP(3)) ON DUPLICATE KEY UPDATE at = UTC_TIMESTAMP(3)",
    );
    return (await canReceive(process.env.LUVRIT_INCOMING)) && (await hasRoom(process.env.LUVRIT_DATA_FOLDER));
  } catch (failure) {
    if (failure instanceof DatabaseAway) return false;
    log.error({ err: failure }, "looking whether this server is ready");
    return false;
  }
}

/** Whether files can be received: a small one is written where they come in. */
async function canReceive(folder: string | undefined): Promise<boolean> {
  if (folder === undefined) return true;
  const file = path.join(folder, `trial-${randomBytes(6).toString("hex")}`);
  try {
    await mkdir(folder, { recursive: true, mode: 0o700 });
    await writeFile(file, Buffer.alloc(TRIAL_BYTES), { flag: "wx", mode: 0o600, flush: true });
    return true;
  } catch {
    // Full, read-only or gone: whichever it is, nothing can be received.
    return false;
  } finally {
    await rm(file, { force: true }).catch(() => undefined);
  }
}

/** Room where a private database keeps its tables: the engine notices a full disk only at its next extent. */
async function hasRoom(folder: string | undefined): Promise<boolean> {
  if (folder === undefined) return true;
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize >= LEAST_ROOM;
}
