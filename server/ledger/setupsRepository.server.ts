import { fold, type SetupState, SNAPSHOT_VERSION, viewSetup } from "../../core/ledger/index.ts";
import { offsetNumber } from "../../core/machine/index.ts";
import { attentionOf, nextStep, type StepKind, touchingOrder } from "../../core/plan/index.ts";
import type { Sql } from "../database/pool.server.ts";
import { readLedger } from "./ledgerRows.server.ts";

/** A setup as the list shows it, without unfolding it. */
export interface SetupSummary {
  readonly id: string;
  readonly machineName: string;
  readonly job: string;
  readonly part: string;
  readonly operation: string;
  /** Id of the setup of the operation before, on the same part; undefined for a first one. */
  readonly follows: string | undefined;
  readonly signedOff: boolean;
  readonly stepsDone: number;
  readonly stepsTotal: number;
  /** The next step; the offset number has its control's digits. */
  readonly next: { readonly offset: string; readonly kind: StepKind } | undefined;
  /** What is wrong and comes first, in words; undefined where nothing on record is. */
  readonly attention: string | undefined;
  /** Sequence number of its latest entry: what is drawn of it stands until the next one. */
  readonly seq: number;
  readonly changedAt: string;
}

export interface SummaryRow {
  readonly id: string;
  readonly machine_name: string;
  readonly job: string;
  readonly part: string;
  readonly operation: string;
  readonly follows: string | null;
  readonly signed_off: number;
  readonly steps_done: number;
  readonly steps_total: number;
  readonly next_offset: string | null;
  readonly next_kind: StepKind | null;
  readonly attention: string | null;
  readonly seq: number;
  readonly changed_at: Date;
}

/** Columns of a setup's summary, of the table called `s`. */
export const SUMMARY =
  "s.id, s.machine_name, s.job, s.part, s.operation, s.follows, s.signed_off, s.steps_done, s.steps_total, s.next_offset, s.next_kind, s.attention, s.seq, s.changed_at";

export const toSummary = (row: SummaryRow): SetupSummary => ({
  id: row.id,
  machineName: row.machine_name,
  job: row.job,
  part: row.part,
  operation: row.operation,
  follows: row.follows ?? undefined,
  signedOff: row.signed_off === 1,
  stepsDone: row.steps_done,
  stepsTotal: row.steps_total,
  next:
    row.next_offset !== null && row.next_kind !== null ? { offset: row.next_offset, kind: row.next_kind } : undefined,
  attention: row.attention ?? undefined,
  seq: row.seq,
  changedAt: row.changed_at.toISOString(),
});

/** The newest setups, running ones first. */
export async function listSetups(sql: Sql, most = 100): Promise<readonly SetupSummary[]> {
  // Each half goes by the index of its own: one order over both would sort all setups there ever were.
  const half = (signedOff: 0 | 1) =>
    `(SELECT ${SUMMARY} FROM setups s FORCE INDEX (setups_running) WHERE s.signed_off = ${signedOff} ORDER BY s.changed_at DESC LIMIT ?)`;
  const rows = await sql.rows<SummaryRow>(`${half(0)} UNION ALL ${half(1)}`, [String(most), String(most)]);
  return rows.slice(0, most).map(toSummary);
}

/** Most operations before and after one that a list looks for. */
const MOST_LINKS = 8;

/**
 * These setups, with those of the operations before and after theirs on the same part that are not among them, as far as they are
 * joined by at most {@link MOST_LINKS} steps.
 */
export async function withOperations(sql: Sql, setups: readonly SetupSummary[]): Promise<readonly SetupSummary[]> {
  const found = new Map(setups.map((setup) => [setup.id, setup]));
  let newest = setups;
  for (let step = 0; step < MOST_LINKS && newest.length > 0; step++) {
    const ids = newest.map(({ id }) => id);
    const before = newest.flatMap(({ follows }) => (follows !== undefined && !found.has(follows) ? [follows] : []));
    const marks = (list: readonly string[]) => list.map(() => "?").join(", ");
    const rows = await sql.rows<SummaryRow>(
      `SELECT ${SUMMARY} FROM setups s WHERE s.follows IN (${marks(ids)})${
        before.length > 0 ? ` UNION SELECT ${SUMMARY} FROM setups s WHERE s.id IN (${marks(before)})` : ""
      }`,
      [...ids, ...before],
    );
    newest = rows.map(toSummary).filter(({ id }) => !found.has(id));
    for (const setup of newest) found.set(setup.id, setup);
  }
  return [...found.values()];
}

/** The folded state of a setup from its snapshot; undefined where there is no such setup. */
export async function readSetup(sql: Sql, id: string): Promise<SetupState | undefined> {
  const [row] = await sql.rows<StoredSnapshot>("SELECT snapshot, snapshot_version FROM setups WHERE id = ?", [id]);
  return row && stateOf(sql, id, row);
}

interface StoredSnapshot {
  readonly snapshot: string;
  readonly snapshot_version: number;
}

/** The folded state; one that another version of Luvrit has stored is folded anew from its ledger. */
const stateOf = async (sql: Sql, id: string, { snapshot, snapshot_version }: StoredSnapshot): Promise<SetupState> =>
  snapshot_version === SNAPSHOT_VERSION ? JSON.parse(snapshot) : fold(await readLedger(sql, id));

/** Whether there is such a setup. */
export async function isSetup(sql: Sql, id: string): Promise<boolean> {
  return (await sql.rows("SELECT 1 FROM setups WHERE id = ?", [id])).length > 0;
}

/** Those of these ids that are setups. */
export async function standingSetups(sql: Sql, ids: readonly string[]): Promise<readonly string[]> {
  if (ids.length === 0) return [];
  const rows = await sql.rows<{ id: string }>(
    `SELECT id FROM setups WHERE id IN (${ids.map(() => "?").join(", ")})`,
    ids,
  );
  return rows.map(({ id }) => id);
}

/** The folded state, with the setup's row locked until the transaction ends; and when its machine's latest entry was recorded. */
export async function lockSetup(
  sql: Sql,
  id: string,
): Promise<{ readonly state: SetupState; readonly latest: Date | null } | undefined> {
  const [row] = await sql.rows<StoredSnapshot & { latest: Date | null }>(
    `SELECT s.snapshot, s.snapshot_version,
            (SELECT l.recorded_at FROM ledger l WHERE l.machine_id = s.machine_id ORDER BY l.recorded_at DESC LIMIT 1) AS latest
       FROM setups s WHERE s.id = ? FOR UPDATE`,
    [id],
  );
  return row && { state: await stateOf(sql, id, row), latest: row.latest };
}

export async function insertSetup(sql: Sql, id: string, state: SetupState, at: string): Promise<void> {
  const { machine, job, part, operation, from } = viewSetup(state);
  const follows = from?.as === "next-operation" ? from.setup : null;
  const when = new Date(at);
  const summary = summaryOf(state);
  await sql.run(
    `INSERT INTO setups (id, machine_id, machine_name, job, part, operation, follows, seq, signed_off, steps_done, steps_total,
                         next_offset, next_kind, attention, snapshot, snapshot_version, opened_at, changed_at)
     VALUES (:id, :machineId, :machineName, :job, :part, :operation, :follows, :seq, :signedOff, :stepsDone, :stepsTotal,
             :nextOffset, :nextKind, :attention, :snapshot, :snapshotVersion, :when, :when)`,
    { id, machineId: machine.id, machineName: machine.name, job, part, operation, follows, ...summary, when },
  );
}

export async function storeSnapshot(sql: Sql, id: string, state: SetupState, at: string): Promise<void> {
  await sql.run(
    `UPDATE setups SET seq = :seq, signed_off = :signedOff, steps_done = :stepsDone, steps_total = :stepsTotal,
            next_offset = :nextOffset, next_kind = :nextKind, attention = :attention, snapshot = :snapshot, snapshot_version = :snapshotVersion,
            changed_at = :when
      WHERE id = :id`,
    { id, ...summaryOf(state), when: new Date(at) },
  );
}

/** Characters that the column holds. */
const MOST_ATTENTION = 200;

/** The columns that lists are made from, with the snapshot and its version. */
function summaryOf(state: SetupState) {
  const view = viewSetup(state);
  const order = touchingOrder(view);
  const next = nextStep(order);
  const done = order.filter((step) => step.state === "done").length;
  return {
    seq: state.seq,
    signedOff: view.signedOff,
    stepsDone: done,
    stepsTotal: order.length,
    nextOffset: next ? offsetNumber(view.machine, next.offset) : null,
    nextKind: next?.kind ?? null,
    attention: attentionOf(view)?.slice(0, MOST_ATTENTION) ?? null,
    snapshot: JSON.stringify(state),
    snapshotVersion: SNAPSHOT_VERSION,
  };
}
