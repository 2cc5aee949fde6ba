import { isDeepStrictEqual } from "node:util";
import type { CommandResult } from "../../core/commands/index.ts";
import {
  activeEntry,
  apply,
  type Cell,
  type Command,
  conflictAmong,
  decide,
  EMPTY_SETUP,
  type Entry,
  fold,
  lastOneHolds,
  makeEntry,
  type SetupState,
  SNAPSHOT_VERSION,
} from "../../core/ledger/index.ts";
import type { Refusal } from "../../core/refusal.ts";
import { mayChangeWords } from "../../core/reports/index.ts";
import { inTransaction, type Pool, type Sql, sqlOn } from "../database/pool.server.ts";
import { log } from "../http/log.server.ts";
import { countAppend } from "../http/metrics.server.ts";
import { markUsed } from "../uploads/uploadsRepository.server.ts";
import { validatePayload } from "../validation/validate.server.ts";
import { LEDGER_COLUMNS, type LedgerRow, readLedger, toEntry } from "./ledgerRows.server.ts";
import { storeWords } from "./setupSearch.server.ts";
import { insertSetup, isSetup, lockSetup, storeSnapshot } from "./setupsRepository.server.ts";
import { forgetHistory, storeHistory } from "./toolHistory.server.ts";

/** Who appends, from where, and on what knowledge; the server adds the time. */
export interface Author {
  readonly person: { readonly id: string; readonly name: string };
  readonly device: string;
  readonly base: number;
  /**
   * Of an entry that waited on its device for the server: when it was made there, by the device's clock, and on which
   * device, so that what the same device made before it since `base` is no conflict. Without a time where that clock was
   * plainly wrong.
   */
  readonly made?: { readonly at: Date | undefined; readonly on: string } | undefined;
}

/** A command that is worked out once its setup is locked, so that nothing changes between knowing and entering. */
export interface Asked {
  readonly id: string;
  /** SHA-256 of the form that it is made from: the same id with another form is no repetition. */
  readonly digest?: string | undefined;
  readonly make: (state: SetupState, sql: Sql) => Promise<CommandResult | Doubted>;
}

type Refused = Exclude<CommandResult, Command>;
/** Refused for a doubt alone; `doubted` is what it would enter. */
type Doubted = Refused & { readonly doubted: Command };

type AppendResult =
  /** `state`: the setup with the entry on it. */
  | { readonly outcome: "appended" | "repeated"; readonly entry: Entry; readonly state: SetupState }
  /** Somebody else wrote the same cell since `base`: both entries, so that a person chooses. */
  | {
      readonly outcome: "conflict";
      readonly cell: Cell;
      readonly theirs: Entry;
      readonly command: Command;
      readonly state: SetupState;
    }
  | { readonly outcome: "refused"; readonly refusal: Refusal };
/** Of a form that was worked out here: also that it could not be, by field. */
export type FormResult = AppendResult | { readonly outcome: "not-made"; readonly made: Refused };

/** The same with what tells a repetition from another form under the same id. */
interface FoundRow extends LedgerRow {
  readonly person_id: string;
  readonly form_digest: string | null;
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
  digest?: string,
): Promise<AppendResult> {
  const form = { id: command.id, author, digest, make: async () => command };
  const [result] = await appendForms(pool, setupId, [form], clock);
  if (!result || result.outcome === "not-made") throw new Error("a command was made into something else");
  return result;
}

/**
 * The same for forms, in their order and in one transaction, each worked out from the setup as it stands by then: the
 * setup is read and stored once for all of them. The first that is not kept ends it, and its result is the last; those
 * before it are kept.
 */
export async function appendForms(
  pool: Pool,
  setupId: string,
  forms: readonly (Asked & { readonly author: Author })[],
  clock: () => Date = () => new Date(),
): Promise<readonly FormResult[]> {
  // Looked for beforehand, unlocked: a row that is not there would be locked as the gap that it is missing from, where others
  // open their setups in the same moment, and all but one of them would be turned back.
  const isNew = forms[0]?.author.base === 0 && !(await isSetup(sqlOn(pool), setupId));
  let results: readonly FormResult[];
  try {
    results = await inTransaction(pool, (sql) => takeForms(sql, setupId, forms, { clock, isNew, goesOn: false }));
  } catch (failure) {
    // Opened meanwhile, most likely by this very form, sent twice.
    if (isNew && (failure as { code?: string }).code === "ER_DUP_ENTRY")
      return appendForms(pool, setupId, forms, clock);
    throw failure;
  }
  for (const { outcome } of results) countAppend(outcome);
  return results;
}

/** A form whose base may be left open: then it is entered on knowledge of all that stands by then. */
export type EachForm = Asked & { readonly author: Omit<Author, "base"> & { readonly base?: number } };

/**
 * The same for forms that do not rest on each other: one that is not kept does not end it, and each has its result. Afterwards `then`
 * runs in the same transaction. What it gives decides: false takes everything back, as if it had not been tried.
 */
export async function appendEach(
  pool: Pool,
  setupId: string,
  forms: readonly EachForm[],
  then: (sql: Sql, results: readonly FormResult[]) => Promise<boolean>,
  clock: () => Date = () => new Date(),
): Promise<readonly FormResult[]> {
  class TakenBack extends Error {}
  let results: readonly FormResult[] = [];
  try {
    await inTransaction(pool, async (sql) => {
      results = await takeForms(sql, setupId, forms, { clock, isNew: false, goesOn: true });
      if (!(await then(sql, results))) throw new TakenBack("this was a trial");
    });
  } catch (failure) {
    if (failure instanceof TakenBack) return results;
    throw failure;
  }
  for (const { outcome } of results) countAppend(outcome);
  return results;
}

/** Takes forms inside a transaction: up to the first that is not kept, or all of them where it `goesOn`. */
async function takeForms(
  sql: Sql,
  setupId: string,
  forms: readonly EachForm[],
  { clock, isNew, goesOn }: { readonly clock: () => Date; readonly isNew: boolean; readonly goesOn: boolean },
): Promise<readonly FormResult[]> {
  const locked = isNew ? undefined : await lockSetup(sql, setupId);
  const before = locked?.state ?? EMPTY_SETUP;
  const made: FormResult[] = [];
  // What was sent before mostly stands behind what its page knew then: where nothing does, it is looked for only if
  // something is in the way.
  const mayRepeat = !locked || forms.some(({ author }) => author.base !== before.seq);
  const there = mayRepeat
    ? await readById(
        sql,
        forms.map(({ id }) => id),
      )
    : undefined;
  const others = new Map<string, readonly Entry[]>();
  let [state, latest, changesWords] = [before, locked?.latest ?? null, false];
  for (const { author, ...asked } of forms) {
    const known = { ...author, base: author.base ?? state.seq };
    const result = await takeOne(sql, setupId, asked, known, { state, latest, now: clock(), there, others });
    made.push(result);
    if (result.outcome === "repeated") continue;
    if (result.outcome !== "appended") {
      if (goesOn) continue;
      break;
    }
    changesWords ||= mayChangeWords(state, result.entry);
    state = result.state;
    latest = new Date(result.entry.at);
  }
  if (state !== before && latest) {
    const at = latest.toISOString();
    // A setup that is opened is stored with its first entry.
    if (locked || state.seq > 1) await storeSnapshot(sql, setupId, state, at);
    if (changesWords) await storeWords(sql, setupId, state, locked?.state);
  }
  return made;
}

/** Entries with these ids, of whatever setup. */
async function readById(sql: Sql, ids: readonly string[]): Promise<ReadonlyMap<string, FoundRow>> {
  const rows = await sql.rows<FoundRow>(
    `SELECT ${LEDGER_COLUMNS}, person_id, form_digest FROM ledger WHERE id IN (${ids.map(() => "?").join(", ")})`,
    ids,
  );
  return new Map(rows.map((row) => [row.id, row]));
}

/** What one form is taken with: the setup as it stands by then, and what was looked up for all that are taken at once. */
interface Standing {
  readonly state: SetupState;
  readonly latest: Date | null;
  readonly now: Date;
  /** Entries that have the forms' ids; undefined where they were not looked for. */
  readonly there: ReadonlyMap<string, FoundRow> | undefined;
  /** Entries of others since a base: while the setup is locked there are no new ones. */
  readonly others: Map<string, readonly Entry[]>;
}

/** Takes one form on a locked setup; the snapshot is stored by the caller, which locked it. */
async function takeOne(
  sql: Sql,
  setupId: string,
  asked: Asked,
  author: Author,
  standing: Standing,
): Promise<FormResult> {
  const { there, state } = standing;
  const repeated = (row: FoundRow): AppendResult => {
    if (row.setup_id !== setupId) return ID_IN_USE;
    if (row.person_id !== author.person.id) return ID_OF_ANOTHER;
    // Entries from before forms had digests have none: their id and person must do.
    if (row.form_digest !== null && asked.digest !== undefined && row.form_digest !== asked.digest)
      return OTHER_CONTENT;
    return { outcome: "repeated", entry: toEntry(row), state };
  };
  // Looked for before anything is worked out: what was sent before would find its own entry in the way.
  const before = there?.get(asked.id);
  if (before) return repeated(before);
  const result = await tryOne(sql, setupId, asked, author, standing);
  if (there || result.outcome === "appended") return result;
  const row = (await readById(sql, [asked.id])).get(asked.id);
  return row ? repeated(row) : result;
}

/** The same for one that was not sent before, as far as is known. */
async function tryOne(
  sql: Sql,
  setupId: string,
  asked: Asked,
  author: Author,
  { state, latest, now, others }: Standing,
): Promise<FormResult> {
  const command = await asked.make(state, sql);
  if ("outcome" in command) {
    const { doubted, ...made } = "doubted" in command ? command : { ...command, doubted: undefined };
    // What somebody else has entered meanwhile may be what makes it doubtful: both are asked about first.
    const met =
      doubted && author.base < state.seq
        ? await sameCellSince(sql, setupId, doubted, author, state, others)
        : undefined;
    return met ?? { outcome: "not-made", made };
  }
  const isNew = state.seq === 0;
  if (isNew && command.kind !== "setup-opened") return refuse("no-such-setup", "There is no such setup.");
  const valid = validatePayload(command.kind, command.payload);
  if (!valid.ok) return { outcome: "refused", refusal: valid.refusal };
  if (author.base > state.seq)
    return refuse("ahead-of-ledger", "This device knows entries that the ledger does not have. Reload the page.");
  const decision = decide(state, command);
  if (!decision.ok) return { outcome: "refused", refusal: decision.refusal };
  const conflict =
    author.base < state.seq ? await sameCellSince(sql, setupId, command, author, state, others) : undefined;
  if (conflict) return conflict;

  const machineId = machineOf(isNew ? apply(state, asEntry(command, author, 1, now)) : state);
  const at = afterLatest(isNew ? await latestOn(sql, machineId) : latest, now, machineId);
  const entry = asEntry(command, author, state.seq + 1, at);
  const next = apply(state, entry);
  if (isNew) await insertSetup(sql, setupId, next, entry.at);
  if (!(await insertEntry(sql, setupId, machineId, entry, author, asked.digest))) {
    // Its setup was stored just now, and must not stay without an entry: all of it is rolled back.
    if (isNew) throw new Error("the first entry of a new setup has the id of another one's");
    return ID_IN_USE;
  }
  await storeHistory(sql, setupId, { before: state, next }, entry);
  if (entry.kind === "program-read" || entry.kind === "program-proven")
    await markUsed(sql, "program", entry.payload.fingerprint);
  if (entry.kind === "note-added" && entry.payload.photo) await markUsed(sql, "photo", entry.payload.photo.fingerprint);
  return { outcome: "appended", entry, state: next };
}

const asEntry = (command: Command, { base, person, device, made }: Author, seq: number, at: Date): Entry =>
  makeEntry(command, seq, {
    base,
    person: person.name,
    device,
    at: at.toISOString(),
    ...(made?.at && { madeAt: made.at.toISOString() }),
  });

/** Clocks of several processes differ by less than this when all is well. */
const NOTED_MS = 2000;

/**
 * The time that an entry is recorded under. A machine's present state is the fold of its entries by time, so a clock that
 * was set back does not put an entry in front of those made before it: then it is recorded right behind the latest one.
 */
function afterLatest(latest: Date | null, now: Date, machineId: string): Date {
  if (!latest || latest <= now) return now;
  if (latest.getTime() - now.getTime() > NOTED_MS)
    log.warn({ machineId, now, latest }, "the clock is behind the ledger");
  return new Date(latest.getTime() + 1);
}

async function latestOn(sql: Sql, machineId: string): Promise<Date | null> {
  const [latest] = await sql.rows<{ recorded_at: Date }>(
    "SELECT recorded_at FROM ledger WHERE machine_id = ? ORDER BY recorded_at DESC LIMIT 1",
    [machineId],
  );
  return latest?.recorded_at ?? null;
}

const refuse = (code: string, message: string): AppendResult => ({ outcome: "refused", refusal: { code, message } });
const ID_IN_USE = refuse("id-in-use", "This entry's id belongs to another setup. Reload the page and enter it again.");

const ID_OF_ANOTHER = refuse(
  "id-of-another",
  "This entry's id belongs to an entry of another person. Reload the page and enter it again.",
);
const OTHER_CONTENT = refuse(
  "id-with-other-content",
  "This was entered already, with other content. Reload the page, look at what is there, and enter it again.",
);

async function sameCellSince(
  sql: Sql,
  setupId: string,
  command: Command,
  { base, made }: Author,
  state: SetupState,
  others: Map<string, readonly Entry[]>,
): Promise<AppendResult | undefined> {
  if (lastOneHolds(command)) return undefined;
  const key = `${base} ${made?.on ?? ""}`;
  let entries = others.get(key);
  if (!entries) {
    const since = await sql.rows<LedgerRow>(
      `SELECT ${LEDGER_COLUMNS} FROM ledger WHERE setup_id = ? AND seq > ? AND (made_on IS NULL OR made_on <> ?) ORDER BY seq DESC`,
      [setupId, base, made?.on ?? ""],
    );
    entries = since.map(toEntry);
    // Kept only for what one device sends at once: its own entries, which come in between, do not count.
    if (made) others.set(key, entries);
  }
  const takenBack = entries.flatMap((entry) => (entry.kind === "entry-undone" ? [entry.payload.entry] : []));
  const known = new Map<string, Entry>();
  for (const id of takenBack) {
    const entry = await entryById(sql, id);
    if (entry) known.set(id, entry);
  }
  const undone = command.kind === "entry-undone" ? activeEntry(state, command.payload.entry) : undefined;
  const met = conflictAmong(entries, command, undone, (id) => known.get(id));
  return met && { outcome: "conflict", ...met, command, state };
}

async function entryById(sql: Sql, id: string): Promise<Entry | undefined> {
  const [row] = await sql.rows<LedgerRow>(`SELECT ${LEDGER_COLUMNS} FROM ledger WHERE id = ?`, [id]);
  return row && toEntry(row);
}

/** False where an entry with this id is there already. */
async function insertEntry(
  sql: Sql,
  setupId: string,
  machineId: string,
  entry: Entry,
  { person, made }: Author,
  digest: string | undefined,
): Promise<boolean> {
  try {
    await sql.run(
      `INSERT INTO ledger (setup_id, seq, id, machine_id, kind, version, base, person_id, person_name, device, recorded_at,
                           made_at, made_on, form_digest, payload)
       VALUES (:setupId, :seq, :id, :machineId, :kind, :version, :base, :personId, :person, :device, :recordedAt,
               :madeAt, :madeOn, :digest, :payload)`,
      {
        setupId,
        machineId,
        ...entry,
        payload: JSON.stringify(entry.payload),
        personId: person.id,
        recordedAt: new Date(entry.at),
        madeAt: made?.at ?? null,
        madeOn: made?.on ?? null,
        digest: digest ?? null,
      },
    );
    return true;
  } catch (failure) {
    const { code, sqlMessage } = failure as { code?: string; sqlMessage?: string };
    if (code === "ER_DUP_ENTRY" && sqlMessage?.includes("ledger_by_id")) return false;
    throw failure;
  }
}

function machineOf(state: SetupState): string {
  const [opened] = state.cells.setup ?? [];
  return opened?.kind === "setup-opened" ? opened.payload.machine.id : "";
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
  const columns = LEDGER_COLUMNS.split(", ").map((column) => `l.${column}`);
  const rows = await sql.rows<LedgerRow>(
    `SELECT ${columns.join(", ")} FROM ledger l
       JOIN (SELECT id FROM setups WHERE machine_id = ? ORDER BY changed_at DESC LIMIT ?) latest ON latest.id = l.setup_id
      ORDER BY l.recorded_at, l.setup_id, l.seq`,
    [machineId, String(latestSetups)],
  );
  return rows.map((row) => ({ setupId: row.setup_id, entry: toEntry(row) }));
}

/**
 * Rebuilds snapshots from their ledgers: every one, or only those that another version of Luvrit has stored; gives how many
 * those are and which had differed.
 */
export async function rebuildSnapshots(
  pool: Pool,
  { onlyOld = false } = {},
): Promise<{ readonly rebuilt: number; readonly differed: readonly string[] }> {
  const differed: string[] = [];
  const ids = await inTransaction(pool, (sql) =>
    sql.rows<{ id: string }>(
      `SELECT id FROM setups ${onlyOld ? "WHERE snapshot_version <> ?" : ""} ORDER BY id`,
      onlyOld ? [SNAPSHOT_VERSION] : [],
    ),
  );
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
        const before = until;
        until = apply(until, entry);
        await storeHistory(sql, id, { before, next: until }, entry);
      }
    });
  }
  return { rebuilt: ids.length, differed };
}
