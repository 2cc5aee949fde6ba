import { randomUUID } from "node:crypto";
import type { Sql } from "../database/pool.server.ts";

/** What is kept about who came in and what they may do; changes of setups stand in their own ledgers. */
const AUDITED = [
  "signed-in",
  "sign-in-failed",
  "locked-out",
  "signed-out",
  "switched",
  "sessions-ended",
  "person-added",
  "role-changed",
  "secret-changed",
  "person-left",
  "person-back",
  "first-lead",
  "unlocked",
] as const;
export type Audited = (typeof AUDITED)[number];

/** Where a request came from. */
export interface Origin {
  readonly device: string;
  readonly address: string;
}

export interface AuditLine extends Origin {
  readonly id: string;
  readonly at: string;
  readonly event: Audited;
  /** Whom it is about, as they called themselves. */
  readonly person: string;
  /** Who did it; the same person for what one does oneself. */
  readonly by: string;
  readonly detail: string;
}

/** Keeps one line. Never a secret, nor what somebody typed in place of one. */
export async function audit(
  sql: Sql,
  event: Audited,
  about: { readonly id?: string | undefined; readonly name: string },
  { device, address }: Origin,
  { by = about.name, detail = "" }: { readonly by?: string; readonly detail?: string } = {},
): Promise<void> {
  await sql.run(
    `INSERT INTO audit (id, at, deed, person_id, person_name, by_name, detail, device, address)
     VALUES (:id, UTC_TIMESTAMP(3), :event, :personId, :personName, :by, :detail, :device, :address)`,
    {
      id: randomUUID(),
      event,
      personId: about.id ?? null,
      personName: about.name.slice(0, 80),
      by: by.slice(0, 80),
      detail: detail.slice(0, 200),
      device: device.slice(0, 80),
      address: address.slice(0, 45),
    },
  );
}

/** The latest lines, newest first. */
export async function readAudit(sql: Sql, most = 200): Promise<readonly AuditLine[]> {
  const rows = await sql.rows<{
    id: string;
    at: Date;
    event: Audited;
    person_name: string;
    by_name: string;
    detail: string;
    device: string;
    address: string;
  }>(
    "SELECT id, at, deed AS event, person_name, by_name, detail, device, address FROM audit ORDER BY at DESC, id DESC LIMIT ?",
    [String(most)],
  );
  return rows.map(({ at, person_name, by_name, ...row }) => ({
    ...row,
    at: at.toISOString(),
    person: person_name,
    by: by_name,
  }));
}
