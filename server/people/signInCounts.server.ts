import { createHash } from "node:crypto";
import { setTimeout as pause } from "node:timers/promises";
import type { Sql } from "../database/pool.server.ts";

/** After this many wrong secrets in a row a name is locked, for twice as long each further time. */
const ATTEMPTS_BEFORE_LOCK = 5;
const FIRST_LOCK_SECONDS = 30;
const LONGEST_LOCK_SECONDS = 3600;
/** A check that was cut off by a kill holds its place this long at most. */
const CHECK_SECONDS = 5;
/** How long an attempt waits for another one at the same name on the same device. */
const WAIT_MS = 2500;
const LOOK_EVERY_MS = 30;

/** Attempts are counted by name and device, so that a stranger elsewhere does not lock somebody out of their own tablet. */
export interface CountKey {
  readonly name: string;
  readonly device: string;
}

const hashOf = (text: string) => createHash("sha256").update(text).digest("hex");

/** All devices on which a person has never signed in count as one. */
export const OTHER_DEVICES = "other";

/** Attempts at somebody count by who they are, however their name is spelled. */
export const keyOfPerson = (id: string): string => hashOf(`person ${id}`);
/** An unknown name is counted and locked like any other, so that it cannot be told from a known one. */
export const keyOfName = (name: string): string =>
  hashOf(`name ${name.normalize("NFKD").replace(/\p{M}/gu, "").toLowerCase().trim()}`);
export const keyOfDevice = (device: string): string => hashOf(`device ${device}`);

type MayTry = { readonly may: true } | { readonly may: false; readonly seconds: number };

/**
 * Counts an attempt before its secret is looked at, in one statement that lets one attempt through at a time: of many at the
 * same moment no more are checked than of many in turn. `endAttempt` follows each that may.
 */
export async function beginAttempt(sql: Sql, { name, device }: CountKey): Promise<MayTry> {
  await sql.run(
    "INSERT IGNORE INTO sign_in_counts (name_key, device_key, failed, counted_at) VALUES (?, ?, 0, UTC_TIMESTAMP(3))",
    [name, device],
  );
  for (const deadline = Date.now() + WAIT_MS; ; ) {
    const { affected } = await sql.run(
      `UPDATE sign_in_counts
          SET failed = failed + 1, counted_at = UTC_TIMESTAMP(3), checking_until = TIMESTAMPADD(SECOND, ${CHECK_SECONDS}, UTC_TIMESTAMP(3))
        WHERE name_key = ? AND device_key = ?
          AND (locked_until IS NULL OR locked_until <= UTC_TIMESTAMP(3))
          AND (checking_until IS NULL OR checking_until <= UTC_TIMESTAMP(3))`,
      [name, device],
    );
    if (affected === 1) return { may: true };
    const [row] = await sql.rows<{ locked_ms: string | null }>(
      `SELECT TIMESTAMPDIFF(MICROSECOND, UTC_TIMESTAMP(3), locked_until) / 1000 AS locked_ms
         FROM sign_in_counts WHERE name_key = ? AND device_key = ?`,
      [name, device],
    );
    const lockedMs = Number(row?.locked_ms ?? 0);
    if (lockedMs > 0) return { may: false, seconds: Math.ceil(lockedMs / 1000) };
    if (Date.now() > deadline) return { may: false, seconds: CHECK_SECONDS };
    await pause(LOOK_EVERY_MS);
  }
}

/** What came of an attempt that was let through. Seconds that the name is locked for now, after too many wrong ones; else 0. */
export async function endAttempt(sql: Sql, { name, device }: CountKey, wasRight: boolean): Promise<number> {
  if (wasRight) {
    await sql.run("DELETE FROM sign_in_counts WHERE name_key = ? AND device_key = ?", [name, device]);
    return 0;
  }
  await sql.run(
    `UPDATE sign_in_counts
        SET checking_until = NULL,
            locked_until = IF(failed < ${ATTEMPTS_BEFORE_LOCK}, NULL, TIMESTAMPADD(SECOND,
              LEAST(${LONGEST_LOCK_SECONDS}, ${FIRST_LOCK_SECONDS} * POW(2, LEAST(failed - ${ATTEMPTS_BEFORE_LOCK}, 10))), UTC_TIMESTAMP(3)))
      WHERE name_key = ? AND device_key = ?`,
    [name, device],
  );
  const [row] = await sql.rows<{ failed: number }>(
    "SELECT failed FROM sign_in_counts WHERE name_key = ? AND device_key = ?",
    [name, device],
  );
  const failed = row?.failed ?? 0;
  return failed < ATTEMPTS_BEFORE_LOCK
    ? 0
    : Math.min(LONGEST_LOCK_SECONDS, FIRST_LOCK_SECONDS * 2 ** Math.min(10, failed - ATTEMPTS_BEFORE_LOCK));
}

/** Lets a person try again at once, on every device. Gives whether anything was counted against them. */
export async function unlockPerson(sql: Sql, personId: string): Promise<boolean> {
  return (await sql.run("DELETE FROM sign_in_counts WHERE name_key = ?", [keyOfPerson(personId)])).affected > 0;
}

/** Names that are locked now on some device, by their keys, with the seconds that are left. */
export async function lockedNames(sql: Sql): Promise<ReadonlyMap<string, number>> {
  const rows = await sql.rows<{ name_key: string; seconds: string }>(
    `SELECT name_key, MAX(TIMESTAMPDIFF(SECOND, UTC_TIMESTAMP(3), locked_until)) AS seconds
       FROM sign_in_counts WHERE locked_until > UTC_TIMESTAMP(3) GROUP BY name_key`,
  );
  return new Map(rows.map(({ name_key, seconds }) => [name_key, Math.max(1, Number(seconds))]));
}

/** Whether a person has signed in on this device before. */
export async function isKnownDevice(sql: Sql, device: string, personId: string): Promise<boolean> {
  const rows = await sql.rows("SELECT 1 FROM known_devices WHERE device_key = ? AND person_id = ?", [
    keyOfDevice(device),
    personId,
  ]);
  return rows.length > 0;
}

/** Keeps that a person has signed in on this device. */
export async function noteDevice(sql: Sql, device: string, personId: string): Promise<void> {
  await sql.run(
    `INSERT INTO known_devices (device_key, person_id, seen_at) VALUES (?, ?, UTC_TIMESTAMP(3))
     ON DUPLICATE KEY UPDATE seen_at = UTC_TIMESTAMP(3)`,
    [keyOfDevice(device), personId],
  );
}

/** A device is known this long after its person last signed in there. */
export const DEVICE_DAYS = 400;

/** Removes expired counts and unused devices. */
export async function clearOldCounts(sql: Sql): Promise<void> {
  await sql.run("DELETE FROM sign_in_counts WHERE counted_at < TIMESTAMPADD(DAY, -1, UTC_TIMESTAMP(3)) LIMIT 10000");
  await sql.run(
    `DELETE FROM known_devices WHERE seen_at < TIMESTAMPADD(DAY, -${DEVICE_DAYS}, UTC_TIMESTAMP(3)) LIMIT 10000`,
  );
}
