import { isDeepStrictEqual } from "node:util";
import {
  apply,
  type Cell,
  type Command,
  cellsOf,
  decide,
  EMPTY_SETUP,
  type Entry,
  fold,
  type Provenance,
  restsOn,
  type SetupState,
  standing,
} from "../../core/ledger/index.ts";
import { mayChangeWords } from "../../core/record/index.ts";
import type { Refusal } from "../../core/refusal.ts";
import { inTransaction, type Pool, type Sql } from "../database/pool.server.ts";
import { log } from "../http/log.server.ts";
import { countAppend } from "../http/metrics.server.ts";
import { validatePayload } from "../validation/validate.server.ts";
import { storeWords } from "./setupSearch.server.ts";
import { insertSetup, lockSetup, storeSnapshot } from "./setupsRepository.server.ts";
import { forgetHistory, storeHistory } from "./toolHistory.server.ts";

/** Who appends, from where, and on what knowledge; the server adds the time. */
export interface Author {
  readonly person: { readonly id: string; readonly name: string };
  readonly device: string;
  readonly base: number;
  /**
   * Of an entry that waited on its device for the server: when it was made there, by the device's clock, and on which
   * device, so that what the same device made before it since `base` is no conflict.
   */
  readonly made?: { readonly at: Date; readonly on: string } | undefined;
}

export type AppendResult =
  | { readonly outcome: "appended" | "repeated"; readonly entry: Entry }
  /** Somebody else wrote the same cell since `base`: both entries, so that a person chooses. */
  | { readonly outcome: "conflict"; readonly cell: Cell; readonly theirs: Entry }
  | { readonly outcome: "refused"; readonly refusal: Refusal };

interface LedgerRow {
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
const COLUMNS = "setup_id, seq, id, kind, version, base, person_name, device, recorded_at, made_at, payload";

/** A stored row as the entry that it is; its payload was validated when it was appended. */
function toEntry(row: LedgerRow): Entry {
  const payload = typeof row.payload === "string" ? JSON.parse(row.payload) : row.payload;
  const provenance: Provenance = {
    base: row.base,
    person: row.person_name,
    device: row.device,
    at: row.recorded_at.toISOString(),
    ...(row.made_at && { madeAt: row.made_at.toISOString() }),
  };
  return { id: row.id, kind: row.kind, version: row.version, payload, seq: row.seq, ...provenance } as Entry;
}

/**
 * Appends one command to a setup's ledger, durable when it returns.
 *
 * One transaction: the setup's row is locked; a UUID that is there already answers with its first result, so a command
 * may be sent again; entries made since `author.base` are let through unless they wrote the same cell; then the core
 * decides, the entry is inserted with the next sequence number, and the snapshot is stored beside it.
 */
export async function appendEntry(
  pool: Pool,
  setupId: string,
  command: Command,
  author: Author,
  clock: () => Date = () => new Date(),
): Promise<AppendResult> {
  const valid = validatePayload(command.kind, command.payload);
  if (!valid.ok) return { outcome: "refused", refusal: valid.refusal };
  const result = await inTransaction(pool, async (sql): Promise<AppendResult> => {
    const locked = await lockSetup(sql, setupId);
    const [repeated] = await sql.rows<LedgerRow>(`SELECT ${COLUMNS} FROM ledger WHERE id = ?`, [command.id]);
    if (repeated) {
      if (repeated.setup_id === setupId) return { outcome: "repeated", entry: toEntry(repeated) };
      return refuse("id-in-use", "This entry's id belongs to another setup. Reload the page and enter it again.");
    }
    if (!locked && command.kind !== "setup-opened") return refuse("no-such-setup", "There is no such setup.");

    const state: SetupState = locked?.state ?? EMPTY_SETUP;
    if (author.base > state.seq)
      return refuse("ahead-of-ledger", "This device knows entries that the ledger does not have. Reload the page.");
    const decision = decide(state, command);
    if (!decision.ok) return { outcome: "refused", refusal: decision.refusal };
    const conflict = author.base < state.seq ? await sameCellSince(sql, setupId, command, author, state) : undefined;
    if (conflict) return conflict;

    // Looked at when it is this entry's turn: those before it have been made by then.
    const now = clock();
    const at = await afterLatest(
      sql,
      locked?.machineId ?? machineOf(apply(state, asEntry(command, author, 1, now))),
      now,
    );
    const entry = asEntry(command, author, state.seq + 1, at);
    const next = apply(state, entry);
    if (locked) await storeSnapshot(sql, setupId, next, entry.at);
    else await insertSetup(sql, setupId, next, entry.at);
    if (mayChangeWords(state, entry)) await storeWords(sql, setupId, next, locked?.state);
    await insertEntry(sql, setupId, machineOf(next), entry, author);
    await storeHistory(sql, setupId, next, entry);
    return { outcome: "appended", entry };
  });
  countAppend(result.outcome);
  return result;
}

const asEntry = (command: Command, { base, person, device, made }: Author, seq: number, at: Date): Entry => ({
  ...command,
  ...{ seq, base, person: person.name, device, at: at.toISOString() },
  ...(made && { madeAt: made.at.toISOString() }),
});

/** Clocks of several processes differ by less than this when all is well. */
const NOTED_MS = 2000;

/**
 * The time that an entry is recorded under. A machine's present state is the fold of its entries by time, so a clock that
 * was set back does not put an entry in front of those made before it: then it is recorded right behind the latest one.
 */
async function afterLatest(sql: Sql, machineId: string, now: Date): Promise<Date> {
  const [latest] = await sql.rows<{ recorded_at: Date }>(
    "SELECT recorded_at FROM ledger WHERE machine_id = ? ORDER BY recorded_at DESC LIMIT 1",
    [machineId],
  );
  if (!latest || latest.recorded_at <= now) return now;
  const behind = latest.recorded_at.getTime() - now.getTime();
  if (behind > NOTED_MS) log.warn({ machineId, now, latest: latest.recorded_at }, "the clock is behind the ledger");
  return new Date(latest.recorded_at.getTime() + 1);
}

const refuse = (code: string, message: string): AppendResult => ({ outcome: "refused", refusal: { code, message } });

async function sameCellSince(
  sql: Sql,
  setupId: string,
  command: Command,
  { base, made }: Author,
  state: SetupState,
): Promise<AppendResult | undefined> {
  // Choosing a way or ticking a cell loses nothing: the last one holds, however quickly one follows the other.
  if (command.kind === "way-chosen" || command.kind === "cells-keyed") return undefined;
  const undone = command.kind === "entry-undone" ? standing(state, command.payload.entry) : undefined;
  // Its own cells, and those that its numbers rest on: a touch made under another work offset is asked about.
  const cells = [...cellsOf(command, undone), ...restsOn(command)];
  const since = await sql.rows<LedgerRow>(
    `SELECT ${COLUMNS} FROM ledger WHERE setup_id = ? AND seq > ? AND (made_on IS NULL OR made_on <> ?) ORDER BY seq DESC`,
    [setupId, base, made?.on ?? ""],
  );
  const entries = since.map(toEntry);
  for (const entry of entries) {
    const taken = entry.kind === "entry-undone" ? await entryById(sql, entry.payload.entry) : undefined;
    const cell = cellsOf(entry, taken).find((one) => cells.includes(one));
    if (cell !== undefined) return { outcome: "conflict", cell, theirs: entry };
  }
  return undefined;
}

async function entryById(sql: Sql, id: string): Promise<Entry | undefined> {
  const [row] = await sql.rows<LedgerRow>(`SELECT ${COLUMNS} FROM ledger WHERE id = ?`, [id]);
  return row && toEntry(row);
}

async function insertEntry(
  sql: Sql,
  setupId: string,
  machineId: string,
  entry: Entry,
  { person, made }: Author,
): Promise<void> {
  await sql.run(
    `INSERT INTO ledger (setup_id, seq, id, machine_id, kind, version, base, person_id, person_name, device, recorded_at, made_at, made_on, payload)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      setupId,
      entry.seq,
      entry.id,
      machineId,
      entry.kind,
      entry.version,
      entry.base,
      person.id,
      entry.person,
      entry.device,
      new Date(entry.at),
      made?.at ?? null,
      made?.on ?? null,
      JSON.stringify(entry.payload),
    ],
  );
}

function machineOf(state: SetupState): string {
  const [opened] = state.cells.setup ?? [];
  return opened?.kind === "setup-opened" ? opened.payload.machine.id : "";
}

/** Whether a setup's ledger holds an entry already: what was sent before is not worked out again. */
export async function holdsEntry(sql: Sql, setupId: string, id: string): Promise<boolean> {
  const rows = await sql.rows("SELECT seq FROM ledger WHERE id = ? AND setup_id = ?", [id, setupId]);
  return rows.length > 0;
}

/** Entries of a setup that came after one, in order. */
export async function readLedgerSince(sql: Sql, setupId: string, after: number): Promise<readonly Entry[]> {
  const rows = await sql.rows<LedgerRow>(`SELECT ${COLUMNS} FROM ledger WHERE setup_id = ? AND seq > ? ORDER BY seq`, [
    setupId,
    after,
  ]);
  return rows.map(toEntry);
}

/** All entries of a setup in order. */
export async function readLedger(sql: Sql, setupId: string): Promise<readonly Entry[]> {
  const rows = await sql.rows<LedgerRow>(`SELECT ${COLUMNS} FROM ledger WHERE setup_id = ? ORDER BY seq`, [setupId]);
  return rows.map(toEntry);
}

/**
 * Entries on a machine in the order in which they were made: what its present state is the fold of. Of a machine with a
 * long history the latest setups say what stands in it and what its control holds.
 */
export async function readMachineLedger(
  sql: Sql,
  machineId: string,
  latestSetups = 40,
): Promise<readonly { readonly setupId: string; readonly entry: Entry }[]> {
  const columns = COLUMNS.split(", ").map((column) => `l.${column}`);
  const rows = await sql.rows<LedgerRow>(
    `SELECT ${columns.join(", ")} FROM ledger l
       JOIN (SELECT id FROM setups WHERE machine_id = ? ORDER BY changed_at DESC LIMIT ?) latest ON latest.id = l.setup_id
      ORDER BY l.recorded_at, l.setup_id, l.seq`,
    [machineId, String(latestSetups)],
  );
  return rows.map((row) => ({ setupId: row.setup_id, entry: toEntry(row) }));
}

/** Rebuilds every snapshot from its ledger; gives how many there are and which had differed. */
export async function rebuildSnapshots(
  pool: Pool,
): Promise<{ readonly rebuilt: number; readonly differed: readonly string[] }> {
  const differed: string[] = [];
  const ids = await inTransaction(pool, (sql) => sql.rows<{ id: string }>("SELECT id FROM setups ORDER BY id"));
  for (const { id } of ids) {
    await inTransaction(pool, async (sql) => {
      const locked = await lockSetup(sql, id);
      const entries = await readLedger(sql, id);
      const state = fold(entries);
      if (!isDeepStrictEqual(state, locked?.state)) differed.push(id);
      await storeSnapshot(sql, id, state, entries.at(-1)?.at ?? new Date().toISOString());
      await storeWords(sql, id, state);
      await forgetHistory(sql, id);
      let until = EMPTY_SETUP;
      for (const entry of entries) {
        until = apply(until, entry);
        await storeHistory(sql, id, until, entry);
      }
    });
  }
  return { rebuilt: ids.length, differed };
}
