import { randomUUID } from "node:crypto";
import type { Debrief } from "../../sim/exercise/debrief.ts";
import type { Exercise } from "../../sim/exercise/exercise.ts";
import type { PastRun } from "../../sim/exercise/progress.ts";
import type { Run } from "../../sim/exercise/run.ts";
import { SHIPPED } from "../../sim/exercise/shipped/index.ts";
import type { Skill } from "../../sim/exercise/skills.ts";
import type { SlipKind } from "../../sim/exercise/slipWords.ts";
import type { Sql } from "../database/pool.server.ts";

/** A run as it was kept, with what was found when it was looked back at. */
interface KeptRun extends PastRun {
  readonly personId: string;
  readonly personName: string;
  readonly title: string;
}

interface RunRow {
  readonly id: string;
  readonly person_id: string;
  readonly person_name: string;
  readonly exercise: string;
  readonly skill: Skill;
  readonly title: string;
  readonly depth: Run["depth"];
  readonly seed: number;
  readonly reached: number;
  readonly seconds: number;
  readonly acts: number;
  readonly touches: number | null;
  readonly past: number | null;
  readonly is_again: number;
  readonly hints: number;
  readonly slips: string;
  readonly ended_at: Date;
}
const COLUMNS = `r.id, r.person_id, p.name AS person_name, r.exercise, r.skill, r.title, r.depth, r.seed, r.reached,
  r.seconds, r.acts, r.touches, r.past, r.is_again, r.hints, r.slips, r.ended_at`;

const toRun = (row: RunRow): KeptRun => ({
  id: row.id,
  personId: row.person_id,
  personName: row.person_name,
  exercise: row.exercise,
  skill: row.skill,
  title: row.title,
  depth: row.depth,
  seed: row.seed,
  seconds: row.seconds,
  acts: row.acts,
  touches: row.touches ?? undefined,
  past: row.past ?? undefined,
  ...(row.is_again === 1 && { isAgain: true }),
  hints: row.hints,
  reached: row.reached === 1,
  slips: row.slips === "" ? [] : (row.slips.split(" ") as SlipKind[]),
  at: row.ended_at.toISOString(),
});

/** Keeps a run with its debrief; the same run sent again is kept once. */
export async function storeRun(sql: Sql, personId: string, id: string, run: Run, debrief: Debrief): Promise<void> {
  const { exercise, depth, seed, acts, hints } = run;
  const slips = [...new Set(debrief.slips.map(({ kind }) => kind))].join(" ");
  await sql.run(
    `INSERT INTO practice_runs (id, person_id, exercise, skill, title, depth, seed, reached, seconds, acts, touches, past, is_again, hints, slips,
                                debrief, run, ended_at)
     VALUES (:id, :personId, :exercise, :skill, :title, :depth, :seed, :reached, :seconds, :acts, :touches, :past, :isAgain, :hints, :slips,
             :debrief, :run, UTC_TIMESTAMP(3))
       ON DUPLICATE KEY UPDATE id = id`,
    {
      id,
      personId,
      depth,
      seed,
      slips,
      exercise: exercise.id,
      skill: exercise.skill,
      title: exercise.title,
      reached: debrief.reached,
      seconds: debrief.seconds,
      acts: debrief.acts,
      touches: debrief.touches ?? null,
      past: debrief.handling?.past ?? null,
      isAgain: run.again !== undefined,
      hints: debrief.hints,
      debrief: JSON.stringify(debrief),
      run: JSON.stringify({ exercise, acts, hints, again: run.again }),
    },
  );
}

/** A person's latest runs, newest first. */
export async function listRuns(sql: Sql, personId: string, most = 400): Promise<readonly KeptRun[]> {
  const rows = await sql.rows<RunRow>(
    `SELECT ${COLUMNS} FROM practice_runs r JOIN people p ON p.id = r.person_id
      WHERE r.person_id = ? ORDER BY r.ended_at DESC, r.id DESC LIMIT ?`,
    [personId, String(most)],
  );
  return rows.map(toRun);
}

/** The latest runs of others that were not reached for one slip alone, of these kinds; ids, newest first. */
export async function listSlippedRuns(
  sql: Sql,
  personId: string,
  kinds: readonly SlipKind[],
  most = 20,
): Promise<readonly string[]> {
  const rows = await sql.rows<{ id: string }>(
    `SELECT id FROM practice_runs
      WHERE person_id <> ? AND reached = 0 AND is_again = 0 AND slips IN (${kinds.map(() => "?").join(", ")})
      ORDER BY ended_at DESC, id DESC LIMIT ?`,
    [personId, ...kinds, String(most)],
  );
  return rows.map(({ id }) => id);
}

/** One run whole: as it was done, and what was found; undefined where there is none. */
export async function readRun(
  sql: Sql,
  id: string,
): Promise<{ readonly kept: KeptRun; readonly run: Run; readonly debrief: Debrief } | undefined> {
  const [row] = await sql.rows<RunRow & { readonly run: string; readonly debrief: string }>(
    `SELECT ${COLUMNS}, r.run, r.debrief FROM practice_runs r JOIN people p ON p.id = r.person_id WHERE r.id = ?`,
    [id],
  );
  if (!row) return undefined;
  const told = JSON.parse(row.run) as Pick<Run, "exercise" | "acts" | "hints" | "again">;
  return {
    kept: toRun(row),
    run: { ...told, seed: row.seed, depth: row.depth },
    debrief: JSON.parse(row.debrief) as Debrief,
  };
}

/** A lead's name under a skill of somebody, or taken away again. */
interface SkillSign {
  readonly skill: Skill;
  readonly action: "signed" | "withdrawn";
  readonly by: string;
  readonly note: string;
  /** Signed although the record did not say that the skill was ready; the note says why. */
  readonly againstRecord: boolean;
  readonly at: string;
}

/** Everything that was signed for a person and taken back, newest first: the first of a skill is what stands. */
export async function listSigns(sql: Sql, personId: string): Promise<readonly SkillSign[]> {
  const rows = await sql.rows<{
    skill: Skill;
    action: SkillSign["action"];
    by_name: string;
    note: string;
    against_record: number;
    at: Date;
  }>(
    "SELECT skill, deed AS action, by_name, note, against_record, at FROM skill_signs WHERE person_id = ? ORDER BY at DESC, id DESC LIMIT 400",
    [personId],
  );
  return rows.map(({ by_name, against_record, at, ...row }) => ({
    ...row,
    by: by_name,
    againstRecord: against_record === 1,
    at: at.toISOString(),
  }));
}

export async function addSign(
  sql: Sql,
  personId: string,
  sign: Pick<SkillSign, "skill" | "action" | "by" | "note" | "againstRecord">,
): Promise<void> {
  await sql.run(
    `INSERT INTO skill_signs (id, person_id, skill, deed, by_name, note, against_record, at)
     VALUES (:id, :personId, :skill, :action, :by, :note, :againstRecord, UTC_TIMESTAMP(3))`,
    { id: randomUUID(), personId, ...sign },
  );
}

/** An exercise of the shop's own. */
interface OwnExercise {
  readonly exercise: Exercise;
  readonly changedBy: string;
  readonly changedAt: string;
}

export async function listOwnExercises(sql: Sql): Promise<readonly OwnExercise[]> {
  const rows = await sql.rows<{ content: string; changed_by: string; changed_at: Date }>(
    "SELECT content, changed_by, changed_at FROM exercises WHERE retired_at IS NULL ORDER BY changed_at",
  );
  return rows.map(({ content, changed_by, changed_at }) => ({
    exercise: JSON.parse(content) as Exercise,
    changedBy: changed_by,
    changedAt: changed_at.toISOString(),
  }));
}

/** Every exercise that can be tried: those that come along, then the shop's own. */
export async function allExercises(sql: Sql): Promise<readonly Exercise[]> {
  return [...SHIPPED, ...(await listOwnExercises(sql)).map(({ exercise }) => exercise)];
}

export async function findExercise(sql: Sql, id: string): Promise<Exercise | undefined> {
  const shipped = SHIPPED.find((one) => one.id === id);
  if (shipped) return shipped;
  const [row] = await sql.rows<{ content: string }>(
    "SELECT content FROM exercises WHERE id = ? AND retired_at IS NULL",
    [id],
  );
  return row && (JSON.parse(row.content) as Exercise);
}

/** Keeps an exercise of the shop's own, new or changed; a retired one comes back. */
export async function storeExercise(sql: Sql, exercise: Exercise, by: string): Promise<void> {
  await sql.run(
    `INSERT INTO exercises (id, content, changed_by, changed_at) VALUES (?, ?, ?, UTC_TIMESTAMP(3))
       ON DUPLICATE KEY UPDATE content = VALUES(content), changed_by = VALUES(changed_by), changed_at = VALUES(changed_at), retired_at = NULL`,
    [exercise.id, JSON.stringify(exercise), by],
  );
}

export async function retireExercise(sql: Sql, id: string): Promise<boolean> {
  const { affected } = await sql.run(
    "UPDATE exercises SET retired_at = UTC_TIMESTAMP(3) WHERE id = ? AND retired_at IS NULL",
    [id],
  );
  return affected > 0;
}
