import { randomUUID } from "node:crypto";
import type { Exercise } from "../../sim/exercise/exercise.ts";
import { freshSeed } from "../../sim/exercise/freshSeed.ts";
import type { Sql } from "../database/pool.server.ts";

/** A lathe that was drawn for one run of one person, alone: its id is the run's. */
interface DrawnLathe {
  readonly id: string;
  readonly seed: number;
}

/** How long a lathe waits for its run to be finished, days. */
const KEPT_DAYS = 60;

/** Draws a lathe for a run alone. Its seed is on record here and in no address, and no debrief has shown it. */
export async function drawLathe(sql: Sql, personId: string, exercise: Exercise): Promise<DrawnLathe> {
  // Those that were left without finishing are of no use after a while.
  await sql.run(
    `DELETE FROM practice_lathes WHERE person_id = ? AND drawn_at < UTC_TIMESTAMP(3) - INTERVAL ${KEPT_DAYS} DAY
        AND NOT EXISTS (SELECT 1 FROM practice_runs r WHERE r.id = practice_lathes.id)`,
    [personId],
  );
  const drawn = { id: randomUUID(), seed: freshSeed(exercise, Math.random) };
  await sql.run(
    "INSERT INTO practice_lathes (id, person_id, exercise, seed, drawn_at) VALUES (:id, :personId, :exercise, :seed, UTC_TIMESTAMP(3))",
    { ...drawn, personId, exercise: exercise.id },
  );
  return drawn;
}

/** The lathe that was drawn under an id for this person and exercise; undefined where there is none, or its run is finished. */
export async function openLathe(
  sql: Sql,
  id: string,
  personId: string,
  exercise: string,
): Promise<DrawnLathe | undefined> {
  const [row] = await sql.rows<DrawnLathe>(
    `SELECT l.id, l.seed FROM practice_lathes l LEFT JOIN practice_runs r ON r.id = l.id
      WHERE l.id = ? AND l.person_id = ? AND l.exercise = ? AND r.id IS NULL`,
    [id, personId, exercise],
  );
  return row;
}
