import { randomUUID } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import { inTransaction, type Pool, type Sql, sqlOn } from "../database/pool.server.ts";
import type { Audited } from "./auditRepository.server.ts";
import type { Person, Role } from "./person.server.ts";

interface PersonRow {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly decimal_mark: "." | "," | null;
}
interface SecretRow extends PersonRow {
  readonly secret_hash: string;
  readonly failed_attempts: number;
  readonly locked_for_ms: number | null;
}

const toPerson = ({ id, name, role, decimal_mark }: PersonRow): Person => ({
  id,
  name,
  role,
  decimalMark: decimal_mark ?? undefined,
});

/** After this many wrong secrets in a row a name is locked, for twice as long each further time. */
export const ATTEMPTS_BEFORE_LOCK = 5;
const FIRST_LOCK_SECONDS = 30;
const LONGEST_LOCK_SECONDS = 3600;
/** A PIN has at least four digits, a passphrase at least ten characters. */
export const SECRET_RULE = /^(\d{4,12}|.{10,200})$/s;

/** Verifying against this takes as long as against a real one, so that a name's existence cannot be timed. */
const NOBODYS_HASH = hash("nobody has this passphrase");

export type SignIn =
  | { readonly outcome: "in"; readonly person: Person }
  /** `known`: the name of the person whom it was tried for, where there is one. */
  | { readonly outcome: "wrong"; readonly known?: string }
  | { readonly outcome: "locked"; readonly seconds: number; readonly known?: string };

/** Checks a name with its passphrase or PIN; counts wrong ones and locks the name for a while. */
export async function signIn(sql: Sql, name: string, secret: string): Promise<SignIn> {
  const [row] = await sql.rows<SecretRow>(
    `SELECT id, name, role, decimal_mark, secret_hash, failed_attempts,
            TIMESTAMPDIFF(MICROSECOND, UTC_TIMESTAMP(3), locked_until) / 1000 AS locked_for_ms
       FROM people WHERE name = ? AND retired_at IS NULL`,
    [name],
  );
  if (!row) {
    await verify(await NOBODYS_HASH, secret);
    return { outcome: "wrong" };
  }
  const lockedForMs = Number(row.locked_for_ms ?? 0);
  if (lockedForMs > 0) return { outcome: "locked", seconds: Math.ceil(lockedForMs / 1000), known: row.name };
  if (await verify(row.secret_hash, secret)) {
    await sql.run("UPDATE people SET failed_attempts = 0, locked_until = NULL WHERE id = ?", [row.id]);
    return { outcome: "in", person: toPerson(row) };
  }
  // Counted in the database itself, so that attempts at the same moment all count.
  await sql.run("UPDATE people SET failed_attempts = failed_attempts + 1 WHERE id = ?", [row.id]);
  const [{ failed_attempts: failed } = { failed_attempts: 0 }] = await sql.rows<{ failed_attempts: number }>(
    "SELECT failed_attempts FROM people WHERE id = ?",
    [row.id],
  );
  if (failed < ATTEMPTS_BEFORE_LOCK) return { outcome: "wrong", known: row.name };
  const seconds = Math.min(LONGEST_LOCK_SECONDS, FIRST_LOCK_SECONDS * 2 ** (failed - ATTEMPTS_BEFORE_LOCK));
  await sql.run("UPDATE people SET locked_until = TIMESTAMPADD(SECOND, ?, UTC_TIMESTAMP(3)) WHERE id = ?", [
    seconds,
    row.id,
  ]);
  return { outcome: "locked", seconds, known: row.name };
}

/**
 * Makes the first person of a shop, a lead. Only while there is nobody: of two who try at once one is too late.
 */
export async function addFirstLead(pool: Pool, name: string, secret: string): Promise<Person | undefined> {
  const id = randomUUID();
  const secretHash = await hash(secret);
  const { affected } = await sqlOn(pool).run(
    `INSERT INTO people (id, name, role, secret_hash, created_at)
     SELECT ?, ?, 'lead', ?, UTC_TIMESTAMP(3) FROM DUAL WHERE NOT EXISTS (SELECT 1 FROM people)`,
    [id, name, secretHash],
  );
  return affected === 1 ? { id, name, role: "lead", decimalMark: undefined } : undefined;
}

/** Whether anybody could sign in at all. */
export async function hasPeople(sql: Sql): Promise<boolean> {
  return (await sql.rows("SELECT id FROM people LIMIT 1")).length > 0;
}

export async function findPerson(sql: Sql, id: string): Promise<Person | undefined> {
  const [row] = await sql.rows<PersonRow>(
    "SELECT id, name, role, decimal_mark FROM people WHERE id = ? AND retired_at IS NULL",
    [id],
  );
  return row && toPerson(row);
}

export async function listPeople(sql: Sql): Promise<readonly Person[]> {
  const rows = await sql.rows<PersonRow>(
    "SELECT id, name, role, decimal_mark FROM people WHERE retired_at IS NULL ORDER BY FIELD(role, 'setter', 'lead', 'viewer'), name",
  );
  return rows.map(toPerson);
}

export async function addPerson(
  sql: Sql,
  person: { name: string; role: Role; secret: string; decimalMark?: "." | ","; id?: string },
): Promise<Person> {
  const id = person.id ?? randomUUID();
  await sql.run(
    "INSERT INTO people (id, name, role, secret_hash, decimal_mark, created_at) VALUES (?, ?, ?, ?, ?, UTC_TIMESTAMP(3))",
    [id, person.name, person.role, await hash(person.secret), person.decimalMark ?? null],
  );
  return { id, name: person.name, role: person.role, decimalMark: person.decimalMark };
}

/** A person as the workshop keeps them. */
export interface KeptPerson extends Person {
  readonly version: number;
  readonly retired: boolean;
}

/** Everybody, those who have left last. */
export async function listKeptPeople(sql: Sql): Promise<readonly KeptPerson[]> {
  const rows = await sql.rows<PersonRow & { version: number; retired_at: Date | null }>(
    "SELECT id, name, role, decimal_mark, version, retired_at FROM people ORDER BY retired_at IS NOT NULL, name",
  );
  return rows.map((row) => ({ ...toPerson(row), version: row.version, retired: row.retired_at !== null }));
}

export interface PersonChange {
  readonly id: string;
  readonly version: number;
  readonly role: Role;
  readonly decimalMark: "." | "," | undefined;
  readonly retired: boolean;
  /** A new passphrase or PIN; the old one holds where it is absent. */
  readonly secret?: string | undefined;
}

/**
 * Changes a person's role, decimal mark or secret, or lets them go; their sessions end where role, secret or stay changes.
 * The shop keeps at least one lead who can sign in.
 */
export async function changePerson(
  pool: Pool,
  change: PersonChange,
): Promise<{ readonly deeds: readonly (readonly [Audited, string])[] } | "changed-meanwhile" | "last-lead"> {
  const secretHash = change.secret === undefined ? null : await hash(change.secret);
  return inTransaction(pool, async (sql) => {
    const leads = await sql.rows<{ id: string }>(
      "SELECT id FROM people WHERE role = 'lead' AND retired_at IS NULL ORDER BY id FOR UPDATE",
    );
    const stays = change.role === "lead" && !change.retired;
    if (!stays && leads.every(({ id }) => id === change.id) && leads.length > 0) return "last-lead";
    const [before] = await sql.rows<{ role: Role; retired_at: Date | null }>(
      "SELECT role, retired_at FROM people WHERE id = ?",
      [change.id],
    );
    const { affected } = await sql.run(
      `UPDATE people SET role = ?, decimal_mark = ?, version = version + 1, secret_hash = COALESCE(?, secret_hash),
              failed_attempts = 0, locked_until = NULL, retired_at = IF(?, COALESCE(retired_at, UTC_TIMESTAMP(3)), NULL)
        WHERE id = ? AND version = ?`,
      [change.role, change.decimalMark ?? null, secretHash, change.retired, change.id, change.version],
    );
    if (affected !== 1 || !before) return "changed-meanwhile";
    const wasAway = before.retired_at !== null;
    const deeds: (readonly [Audited, string])[] = [];
    if (before.role !== change.role) deeds.push(["role-changed", `${before.role} to ${change.role}`]);
    if (secretHash !== null) deeds.push(["secret-changed", ""]);
    if (change.retired !== wasAway) deeds.push([change.retired ? "person-left" : "person-back", ""]);
    // A role that is taken away is taken away at once: whoever has signed in as a lead does not stay one.
    if (change.retired || secretHash !== null || before.role !== change.role)
      await sql.run("DELETE FROM sessions WHERE person_id = ?", [change.id]);
    return { deeds };
  });
}
