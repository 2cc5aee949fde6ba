import type { Sql } from "../database/pool.server.ts";
import type { Person } from "../people/person.server.ts";

/** A form that came from a device after its setup was signed off; it waits for a lead. */
export interface LateForm {
  readonly id: string;
  readonly person: Person;
  /** What kind of device it was made on. */
  readonly device: string;
  /** Name of that device. */
  readonly madeOn: string;
  /** When it was made there; undefined where that device's clock was plainly wrong. */
  readonly madeAt: Date | undefined;
  readonly arrivedAt: Date;
  readonly fields: Readonly<Record<string, string>>;
}

interface LateRow {
  readonly id: string;
  readonly person_id: string;
  readonly person_name: string;
  readonly decimal_mark: "." | "," | null;
  readonly device: string;
  readonly made_on: string;
  readonly made_at: Date | null;
  readonly arrived_at: Date;
  readonly fields: string;
}

/** Keeps a form that came late. False: its id is that of another person's, or of another setup's. Sent again it is kept once. */
export async function keepLateForm(
  sql: Sql,
  setupId: string,
  { id, person, device, madeOn, madeAt, fields }: Omit<LateForm, "arrivedAt">,
): Promise<boolean> {
  await sql.run(
    `INSERT IGNORE INTO late_forms (id, setup_id, person_id, person_name, decimal_mark, device, made_on, made_at, arrived_at, fields)
     VALUES (:id, :setupId, :personId, :personName, :decimalMark, :device, :madeOn, :madeAt, UTC_TIMESTAMP(3), :fields)`,
    {
      id,
      setupId,
      personId: person.id,
      personName: person.name,
      decimalMark: person.decimalMark ?? null,
      device,
      madeOn,
      madeAt: madeAt ?? null,
      fields: JSON.stringify(fields),
    },
  );
  const [row] = await sql.rows<{ setup_id: string; person_id: string }>(
    "SELECT setup_id, person_id FROM late_forms WHERE id = ?",
    [id],
  );
  return row?.setup_id === setupId && row.person_id === person.id;
}

/** What waits for a lead, in the order in which it was made; `isLocked`: until the transaction ends no other decides on it. */
export async function waitingForms(sql: Sql, setupId: string, isLocked = false): Promise<readonly LateForm[]> {
  const rows = await sql.rows<LateRow>(
    `SELECT id, person_id, person_name, decimal_mark, device, made_on, made_at, arrived_at, fields FROM late_forms
      WHERE setup_id = ? AND decision IS NULL ORDER BY COALESCE(made_at, arrived_at), place ${isLocked ? "FOR UPDATE" : ""}`,
    [setupId],
  );
  return rows.map((row) => ({
    id: row.id,
    // Whether they might enter was looked at when it came.
    person: {
      id: row.person_id,
      name: row.person_name,
      role: "setter",
      decimalMark: row.decimal_mark ?? undefined,
    },
    device: row.device,
    madeOn: row.made_on,
    madeAt: row.made_at ?? undefined,
    arrivedAt: row.arrived_at,
    fields: JSON.parse(row.fields),
  }));
}

/** How many wait for a lead in each of these setups. */
export async function countLate(sql: Sql, setupIds: readonly string[]): Promise<ReadonlyMap<string, number>> {
  if (setupIds.length === 0) return new Map();
  const rows = await sql.rows<{ setup_id: string; waiting: number }>(
    `SELECT setup_id, COUNT(*) AS waiting FROM late_forms
      WHERE decision IS NULL AND setup_id IN (${setupIds.map(() => "?").join(", ")}) GROUP BY setup_id`,
    setupIds,
  );
  return new Map(rows.map(({ setup_id, waiting }) => [setup_id, Number(waiting)]));
}

/** What was decided of one form, by whom and why; `said`: the form as it was shown then, in words. */
export async function decideForm(
  sql: Sql,
  id: string,
  {
    decision,
    by,
    reason,
    said,
  }: {
    readonly decision: "entered" | "given-back";
    readonly by: string;
    readonly reason: string;
    readonly said: string;
  },
): Promise<void> {
  await sql.run(
    `UPDATE late_forms SET decision = :decision, decided_by = :by, decided_at = UTC_TIMESTAMP(3), reason = :reason, said = :said
      WHERE id = :id AND decision IS NULL`,
    { id, decision, by, reason: reason.slice(0, 400), said: said.slice(0, 2000) },
  );
}

/** A form that was not taken in, as its author is told. */
export interface GivenBack {
  readonly id: string;
  readonly said: string;
  readonly by: string;
  readonly at: string;
  readonly reason: string;
}

/** What was given back to a person in a setup and they have not put away yet. */
export async function givenBackTo(sql: Sql, setupId: string, personId: string): Promise<readonly GivenBack[]> {
  const rows = await sql.rows<{ id: string; said: string; decided_by: string; decided_at: Date; reason: string }>(
    `SELECT id, said, decided_by, decided_at, reason FROM late_forms
      WHERE setup_id = ? AND person_id = ? AND decision = 'given-back' AND is_seen = 0 ORDER BY place`,
    [setupId, personId],
  );
  return rows.map(({ id, said, decided_by, decided_at, reason }) => ({
    id,
    said,
    by: decided_by,
    at: decided_at.toISOString(),
    reason,
  }));
}

/** A person has read what was given back to them in a setup. */
export async function putAway(sql: Sql, setupId: string, personId: string): Promise<void> {
  await sql.run(
    "UPDATE late_forms SET is_seen = 1 WHERE setup_id = ? AND person_id = ? AND decision = 'given-back' AND is_seen = 0",
    [setupId, personId],
  );
}
