import { randomUUID } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import { inTransaction, type Pool, type Sql, sqlOn } from "../database/pool.server.ts";
import type { Audited } from "./auditRepository.server.ts";
import type { Person, Role } from "./person.server.ts";
import { keyOfPerson, lockedNames, unlockPerson } from "./signInCounts.server.ts";

interface PersonRow {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly decimal_mark: "." | "," | null;
}
/** Whose a secret is: chosen by its person; given by somebody else for one sign-in; given, and that sign-in has been. */
type SecretState = "own" | "given" | "used";

const toPerson = ({ id, name, role, decimal_mark }: PersonRow): Person => ({
  id,
  name,
  role,
  decimalMark: decimal_mark ?? undefined,
});

/** A PIN has at least four digits, a passphrase at least ten characters. */
export const SECRET_RULE = /^(\d{4,12}|.{10,200})$/s;

/** Verifying against this takes as long as against a real one, so that a name's existence cannot be timed. */
export const NOBODYS_HASH = hash("nobody has this passphrase");

/** A person with what their secret is held against; undefined for an unknown name. */
export async function findSecret(
  sql: Sql,
  name: string,
): Promise<{ readonly person: Person; readonly hash: string; readonly state: SecretState } | undefined> {
  const [row] = await sql.rows<PersonRow & { readonly secret_hash: string; readonly secret_state: SecretState }>(
    `SELECT id, name, role, decimal_mark, secret_hash, secret_state
       FROM people WHERE name = ? AND retired_at IS NULL`,
    [name],
  );
  return row && { person: toPerson(row), hash: row.secret_hash, state: row.secret_state };
}

/** Uses up a secret that was given for one sign-in; false where that has been done already. */
export async function spendGivenSecret(sql: Sql, id: string): Promise<boolean> {
  const { affected } = await sql.run(
    "UPDATE people SET secret_state = 'used' WHERE id = ? AND secret_state = 'given'",
    [id],
  );
  return affected === 1;
}

/** Keeps the secret that a person has chosen; theirs from now on. Not the one before, which somebody else may know. */
export async function chooseSecret(pool: Pool, id: string, secret: string): Promise<"kept" | "same-as-before"> {
  const [row] = await sqlOn(pool).rows<{ secret_hash: string }>("SELECT secret_hash FROM people WHERE id = ?", [id]);
  if (row && (await verify(row.secret_hash, secret))) return "same-as-before";
  await sqlOn(pool).run(
    "UPDATE people SET secret_hash = ?, secret_state = 'own', version = version + 1 WHERE id = ? AND retired_at IS NULL",
    [await hash(secret), id],
  );
  return "kept";
}

/**
 * The role that a person has now, which does not change before this transaction ends; undefined for somebody who has left.
 * What somebody may do is asked here, inside the change itself: a role that was lowered a moment ago is lowered.
 */
export async function holdRole(inside: Sql, id: string): Promise<Role | undefined> {
  const [row] = await inside.rows<{ role: Role }>(
    "SELECT role FROM people WHERE id = ? AND retired_at IS NULL LOCK IN SHARE MODE",
    [id],
  );
  return row?.role;
}

/**
 * Makes the first person of a shop, a lead. Only while there are no people: of two attempts at once one is refused.
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

/** Whether there is any person who can sign in. */
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

/** By id, also somebody who has left. */
export async function findKeptPerson(sql: Sql, id: string): Promise<Person | undefined> {
  const [row] = await sql.rows<PersonRow>("SELECT id, name, role, decimal_mark FROM people WHERE id = ?", [id]);
  return row && toPerson(row);
}

/** By name, also somebody who has left. */
export async function findPersonByName(sql: Sql, name: string): Promise<Person | undefined> {
  const [row] = await sql.rows<PersonRow>("SELECT id, name, role, decimal_mark FROM people WHERE name = ?", [name]);
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
  person: {
    readonly name: string;
    readonly role: Role;
    readonly secret: string;
    /** Whether the secret was set by somebody else: then it is good for one sign-in. */
    readonly isGiven: boolean;
    readonly decimalMark?: "." | ",";
    readonly id?: string;
  },
): Promise<Person> {
  const id = person.id ?? randomUUID();
  await sql.run(
    `INSERT INTO people (id, name, role, secret_hash, secret_state, decimal_mark, created_at)
     VALUES (:id, :name, :role, :secretHash, :secretState, :decimalMark, UTC_TIMESTAMP(3))`,
    {
      id,
      name: person.name,
      role: person.role,
      secretHash: await hash(person.secret),
      secretState: person.isGiven ? "given" : "own",
      decimalMark: person.decimalMark ?? null,
    },
  );
  return { id, name: person.name, role: person.role, decimalMark: person.decimalMark };
}

/** A person as the workshop keeps them. */
export interface KeptPerson extends Person {
  readonly version: number;
  readonly retired: boolean;
  /** Seconds that their name is still locked for on some device; 0 where it is not. */
  readonly lockedFor: number;
  /** Whether they have yet to choose a secret of their own. */
  readonly mustChoose: boolean;
}

/** All people, those who have left last. */
export async function listKeptPeople(sql: Sql): Promise<readonly KeptPerson[]> {
  const rows = await sql.rows<PersonRow & { version: number; retired_at: Date | null; secret_state: SecretState }>(
    `SELECT id, name, role, decimal_mark, version, retired_at, secret_state
       FROM people ORDER BY retired_at IS NOT NULL, name`,
  );
  const locked = await lockedNames(sql);
  return rows.map((row) => ({
    ...toPerson(row),
    version: row.version,
    retired: row.retired_at !== null,
    mustChoose: row.secret_state !== "own",
    lockedFor: locked.get(keyOfPerson(row.id)) ?? 0,
  }));
}

interface PersonChange {
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
  by: { readonly id: string },
): Promise<
  | { readonly name: string; readonly events: readonly (readonly [Audited, string])[] }
  | "changed-meanwhile"
  | "last-lead"
  | "not-allowed"
> {
  const secretHash = change.secret === undefined ? null : await hash(change.secret);
  return inTransaction(pool, async (sql) => {
    // The person who changes is a lead still when the change is made; two who demote each other do so in turn.
    const leads = await sql.rows<{ id: string }>(
      "SELECT id FROM people WHERE role = 'lead' AND retired_at IS NULL ORDER BY id FOR UPDATE",
    );
    if (leads.every(({ id }) => id !== by.id)) return "not-allowed";
    const stays = change.role === "lead" && !change.retired;
    if (!stays && leads.every(({ id }) => id === change.id) && leads.length > 0) return "last-lead";
    const [before] = await sql.rows<{ name: string; role: Role; retired_at: Date | null }>(
      "SELECT name, role, retired_at FROM people WHERE id = ?",
      [change.id],
    );
    const { affected } = await sql.run(
      `UPDATE people SET role = :role, decimal_mark = :decimalMark, version = version + 1,
              secret_hash = COALESCE(:secretHash, secret_hash), secret_state = IF(:isGiven, 'given', secret_state),
              retired_at = IF(:retired, COALESCE(retired_at, UTC_TIMESTAMP(3)), NULL)
        WHERE id = :id AND version = :version`,
      {
        id: change.id,
        version: change.version,
        role: change.role,
        decimalMark: change.decimalMark ?? null,
        secretHash,
        isGiven: secretHash !== null,
        retired: change.retired,
      },
    );
    if (affected !== 1 || !before) return "changed-meanwhile";
    const wasAway = before.retired_at !== null;
    const events: (readonly [Audited, string])[] = [];
    if (before.role !== change.role) events.push(["role-changed", `${before.role} to ${change.role}`]);
    if (secretHash !== null) events.push(["secret-changed", ""]);
    if (change.retired !== wasAway) events.push([change.retired ? "person-left" : "person-back", ""]);
    // A role that is taken away is taken away at once: sessions that began as a lead's end.
    if (change.retired || secretHash !== null || before.role !== change.role)
      await sql.run("DELETE FROM sessions WHERE person_id = ?", [change.id]);
    if (secretHash !== null) await unlockPerson(sql, change.id);
    return { name: before.name, events };
  });
}
