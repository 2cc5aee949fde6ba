import { asWrittenNow, type Entry, type Provenance } from "../../core/ledger/index.ts";
import type { Sql } from "../database/pool.server.ts";

/** A row of the ledger as it is stored. */
export interface LedgerRow {
  readonly setup_id: string;
  readonly seq: number;
  readonly id: string;
  readonly kind: Entry["kind"];
  readonly version: number;
  readonly base: number;
  readonly person_name: string;
  readonly device: string;
  readonly recorded_at: Date;
  readonly made_at: Date | null;
  readonly payload: unknown;
}
export const LEDGER_COLUMNS =
  "setup_id, seq, id, kind, version, base, person_name, device, recorded_at, made_at, payload";

/** A stored row as the entry that it is; its payload was validated when it was appended, and is carried on from its version. */
export function toEntry(row: LedgerRow): Entry {
  const payload = typeof row.payload === "string" ? JSON.parse(row.payload) : row.payload;
  const provenance: Provenance = {
    base: row.base,
    person: row.person_name,
    device: row.device,
    at: row.recorded_at.toISOString(),
    ...(row.made_at && { madeAt: row.made_at.toISOString() }),
  };
  return asWrittenNow({
    id: row.id,
    kind: row.kind,
    version: row.version,
    payload,
    seq: row.seq,
    ...provenance,
  } as Entry);
}

/** Entries of a setup that came after one, in order. */
export async function readLedgerSince(sql: Sql, setupId: string, after: number): Promise<readonly Entry[]> {
  const rows = await sql.rows<LedgerRow>(
    `SELECT ${LEDGER_COLUMNS} FROM ledger WHERE setup_id = ? AND seq > ? ORDER BY seq`,
    [setupId, after],
  );
  return rows.map(toEntry);
}

/** All entries of a setup in order. */
export async function readLedger(sql: Sql, setupId: string): Promise<readonly Entry[]> {
  const rows = await sql.rows<LedgerRow>(`SELECT ${LEDGER_COLUMNS} FROM ledger WHERE setup_id = ? ORDER BY seq`, [
    setupId,
  ]);
  return rows.map(toEntry);
}
