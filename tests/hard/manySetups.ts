import { newId } from "../../app/shell/newId.ts";
import type { Command, Entry } from "../../core/ledger/index.ts";
import { fold } from "../../core/ledger/index.ts";
import { loaded, opened, touched } from "../../core/ledger/setup.fixture.ts";
import { type Pool, type SqlValue, sqlOn } from "../../server/database/pool.server.ts";
import { storeWords } from "../../server/ledger/setupSearch.server.ts";
import type { Person } from "../../server/people/person.server.ts";
import { chance } from "./long.ts";

const PARTS =
  "clamp ring collar roller pin knob tube flange spacer bush shaft pulley nut sleeve hub cap plug stud gland".split(
    " ",
  );
const WHAT = "focuser eyepiece shutter dome mirror tripod finder guide counterweight dust axis worm encoder".split(" ");
const BATCH = 400;
/** Entries of one setup: opened, two tools, and every third setup one touch. */
const ENTRIES = [3, 3, 4];

export interface ManySetups {
  readonly ids: readonly string[];
  readonly entries: number;
}

/**
 * Fills a shop with setups of twenty years on forty machines, straight into the tables: real entries, real snapshots, the
 * words by which they are found. Numbers from a seed; ids as they come.
 */
export async function fillShop(
  pool: Pool,
  person: Person,
  setups: number,
  progress: (done: number) => void,
): Promise<ManySetups> {
  const sql = sqlOn(pool);
  const next = chance(11);
  const of = (below: number) => Math.floor(next() * below);
  const ids: string[] = [];
  let entries = 0;
  const today = Date.now();
  for (let from = 0; from < setups; from += BATCH) {
    const [rows, ledger]: [SqlValue[], SqlValue[]] = [[], []];
    const words: Promise<void>[] = [];
    const states: [string, ReturnType<typeof fold>][] = [];
    for (let index = from; index < Math.min(setups, from + BATCH); index++) {
      const id = newId();
      ids.push(id);
      const at = new Date(today - (setups - index) * ((20 * 365 * 86_400_000) / setups) - 86_400_000);
      const made = madeEntries(index, of, at, person);
      const state = fold(made);
      states.push([id, state]);
      entries += made.length;
      const [first] = made;
      const { job, part, operation, machine } = first?.kind === "setup-opened" ? first.payload : never();
      // The last hundred still run.
      const signedOff = index < setups - 100;
      rows.push(
        ...[id, machine.id, machine.name, job, part, operation, state.seq, signedOff, 1, 6, "01", "x"],
        ...[JSON.stringify(state), at, at],
      );
      for (const entry of made)
        ledger.push(
          ...[id, entry.seq, entry.id, machine.id, entry.kind, 1, entry.base, person.id, person.name, entry.device],
          ...[new Date(entry.at), JSON.stringify(entry.payload)],
        );
    }
    await insert(
      sql,
      "setups (id, machine_id, machine_name, job, part, operation, seq, signed_off, steps_done, steps_total, next_offset, next_kind, snapshot, opened_at, changed_at)",
      15,
      rows,
    );
    await insert(
      sql,
      "ledger (setup_id, seq, id, machine_id, kind, version, base, person_id, person_name, device, recorded_at, payload)",
      12,
      ledger,
    );
    for (const [id, state] of states) words.push(storeWords(sql, id, state));
    await Promise.all(words);
    progress(ids.length);
  }
  await sql.rows("ANALYZE TABLE setups, ledger, setup_words");
  return { ids, entries };
}

const never = (): never => {
  throw new Error("the first entry of a setup opens it");
};

function madeEntries(index: number, of: (below: number) => number, at: Date, person: Person): readonly Entry[] {
  const machine = `m${index % 40}`;
  const first = opened() as Extract<Command, { kind: "setup-opened" }>;
  const names = { job: `J-${100_000 + index}`, part: `${WHAT[of(WHAT.length)]} ${PARTS[of(PARTS.length)]} ${of(90)}` };
  const commands: Omit<Command, "id">[] = [
    { ...first, payload: { ...first.payload, ...names, machine: { ...first.payload.machine, id: machine } } },
    loaded("1"),
    loaded("3"),
    touched("1", "x", -339.25 - of(100) / 1000, 54.2),
  ];
  return commands.slice(0, ENTRIES[index % ENTRIES.length]).map(
    (command, order) =>
      ({
        ...command,
        id: newId(),
        seq: order + 1,
        base: order,
        person: person.name,
        device: "pc",
        at: new Date(at.getTime() + order * 60_000).toISOString(),
      }) as Entry,
  );
}

async function insert(
  sql: ReturnType<typeof sqlOn>,
  into: string,
  columns: number,
  values: readonly SqlValue[],
): Promise<void> {
  const row = `(${Array.from({ length: columns }, () => "?").join(", ")})`;
  const rows = Array.from({ length: values.length / columns }, () => row).join(", ");
  await sql.run(`INSERT INTO ${into} VALUES ${rows}`, values);
}
