import { createHash, randomBytes } from "node:crypto";
import type { Sql } from "../database/pool.server.ts";
import type { Person, Role } from "./person.server.ts";

/** A session ends this long after sign-in, used or not: one long shift. */
export const SESSION_HOURS = 14;

/** Only the hash of a session's token is stored: a stolen database signs nobody in. */
const hashOf = (token: string) => createHash("sha256").update(token).digest("hex");

/** Begins a session and gives the token that the cookie carries. Clears out sessions that have ended. */
export async function beginSession(sql: Sql, personId: string): Promise<string> {
  const token = randomBytes(32).toString("base64url");
  await sql.run("DELETE FROM sessions WHERE expires_at < UTC_TIMESTAMP(3) LIMIT 100");
  await sql.run(
    `INSERT INTO sessions (token_hash, person_id, created_at, expires_at)
     VALUES (?, ?, UTC_TIMESTAMP(3), TIMESTAMPADD(HOUR, ?, UTC_TIMESTAMP(3)))`,
    [hashOf(token), personId, SESSION_HOURS],
  );
  return token;
}

export async function personOfSession(sql: Sql, token: string): Promise<Person | undefined> {
  const [row] = await sql.rows<{ id: string; name: string; role: Role; decimal_mark: "." | "," | null }>(
    `SELECT people.id, people.name, people.role, people.decimal_mark
       FROM sessions JOIN people ON people.id = sessions.person_id
      WHERE people.retired_at IS NULL AND sessions.token_hash = ? AND sessions.expires_at > UTC_TIMESTAMP(3)`,
    [hashOf(token)],
  );
  return row && { id: row.id, name: row.name, role: row.role, decimalMark: row.decimal_mark ?? undefined };
}

export async function endSession(sql: Sql, token: string): Promise<void> {
  await sql.run("DELETE FROM sessions WHERE token_hash = ?", [hashOf(token)]);
}
