import { createHash, randomBytes, randomUUID } from "node:crypto";
import { IDLE_HOURS } from "../../core/commands/index.ts";
import type { Sql } from "../database/pool.server.ts";
import { log } from "../http/log.server.ts";
import type { Origin } from "./auditRepository.server.ts";
import type { Person, Role } from "./person.server.ts";

/** A session ends this long after sign-in, used or not: one long shift. */
export const SESSION_HOURS = 14;
/** How exactly it is known when a session was last used; each look would be a write otherwise. */
const SEEN_EVERY_SECONDS = 60;

/** Only the hash of a session's token is stored: a stolen database cannot be used to sign in. */
const hashOf = (token: string) => createHash("sha256").update(token).digest("hex");

const STANDS = `sessions.expires_at > UTC_TIMESTAMP(3)
  AND COALESCE(sessions.seen_at, sessions.created_at) > TIMESTAMPADD(HOUR, -${IDLE_HOURS}, UTC_TIMESTAMP(3))`;

/** Begins a session and gives the token that the cookie carries. Clears out sessions that have ended. */
export async function beginSession(sql: Sql, personId: string, { device, address }: Origin): Promise<string> {
  const token = randomBytes(32).toString("base64url");
  await sql.run("DELETE FROM sessions WHERE expires_at < UTC_TIMESTAMP(3) LIMIT 100");
  await sql.run(
    `INSERT INTO sessions (token_hash, id, person_id, created_at, seen_at, expires_at, device, address)
     VALUES (:hash, :id, :personId, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3), TIMESTAMPADD(HOUR, :hours, UTC_TIMESTAMP(3)),
             :device, :address)`,
    {
      hash: hashOf(token),
      id: randomUUID(),
      personId,
      hours: SESSION_HOURS,
      device: device.slice(0, 80),
      address: address.slice(0, 45),
    },
  );
  return token;
}

/** Who is signed in, and whether they have yet to choose a secret of their own before anything else. */
export interface SignedIn {
  readonly person: Person;
  readonly mustChoose: boolean;
}

/** Whose session it is, if it stands. `isUse`: whether the look counts as somebody using it. */
export async function readSession(sql: Sql, token: string, isUse = true): Promise<SignedIn | undefined> {
  const hash = hashOf(token);
  const [row] = await sql.rows<{
    id: string;
    name: string;
    role: Role;
    decimal_mark: "." | "," | null;
    must_choose: number;
    is_old: number;
  }>(
    `SELECT people.id, people.name, people.role, people.decimal_mark, people.secret_state <> 'own' AS must_choose,
            sessions.seen_at IS NULL OR sessions.seen_at < TIMESTAMPADD(SECOND, -${SEEN_EVERY_SECONDS}, UTC_TIMESTAMP(3)) AS is_old
       FROM sessions JOIN people ON people.id = sessions.person_id
      WHERE people.retired_at IS NULL AND sessions.token_hash = ? AND ${STANDS}`,
    [hash],
  );
  if (!row) return undefined;
  // Not waited for: every minute one answer would be late by a write to the disk, and a minute less of a session is no loss.
  if (isUse && row.is_old === 1)
    sql
      .run("UPDATE sessions SET seen_at = UTC_TIMESTAMP(3) WHERE token_hash = ?", [hash])
      .catch((failure: unknown) => log.warn({ failure }, "a session's use was not noted"));
  return {
    person: { id: row.id, name: row.name, role: row.role, decimalMark: row.decimal_mark ?? undefined },
    mustChoose: row.must_choose === 1,
  };
}

export async function endSession(sql: Sql, token: string): Promise<void> {
  await sql.run("DELETE FROM sessions WHERE token_hash = ?", [hashOf(token)]);
}

/** Ends every session of a person but the one that asks for it. */
export async function endOtherSessions(sql: Sql, personId: string, token: string): Promise<void> {
  await sql.run("DELETE FROM sessions WHERE person_id = ? AND token_hash <> ?", [personId, hashOf(token)]);
}

/** Ends every session of a person, on whatever device; gives how many there were. */
export async function endSessionsOf(sql: Sql, personId: string): Promise<number> {
  return (await sql.run("DELETE FROM sessions WHERE person_id = ?", [personId])).affected;
}

/** A session that runs, as a lead sees it. */
export interface RunningSession extends Origin {
  readonly id: string;
  readonly personId: string;
  readonly began: string;
  readonly seen: string;
}

/** The sessions that run now, the last used first. */
export async function listSessions(sql: Sql): Promise<readonly RunningSession[]> {
  const rows = await sql.rows<{
    id: string;
    person_id: string;
    created_at: Date;
    seen_at: Date | null;
    device: string;
    address: string;
  }>(
    `SELECT id, person_id, created_at, seen_at, device, address FROM sessions
      WHERE ${STANDS} ORDER BY seen_at DESC LIMIT 500`,
  );
  return rows.map(({ id, person_id, created_at, seen_at, device, address }) => ({
    id,
    personId: person_id,
    device,
    address,
    began: created_at.toISOString(),
    seen: (seen_at ?? created_at).toISOString(),
  }));
}
