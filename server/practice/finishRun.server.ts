import { setImmediate as pause } from "node:timers/promises";
import { type Answer, accepted, type Refusal, refused } from "../../core/refusal.ts";
import { type Debrief, debriefPlayed } from "../../sim/exercise/debrief.ts";
import type { Exercise } from "../../sim/exercise/exercise.ts";
import { type Run, replayInSteps } from "../../sim/exercise/run.ts";
import { MOST_ACTS, runSchema } from "../../sim/exercise/runSchema.ts";
import type { Sql } from "../database/pool.server.ts";
import { validator } from "../validation/validate.server.ts";
import { openLathe } from "./drawnLathe.server.ts";
import { readRun, storeRun } from "./practiceRepository.server.ts";

/** Time on the lathe, milliseconds: it bounds what playing a run again costs, as the number of acts does. */
const MOST_MS = 8 * 3_600_000;

/** A run as it came in: its form, not yet what it came to. */
export const readRunForm = validator<Omit<Run, "exercise"> & { readonly id: string }>(runSchema);

/**
 * Takes a run in: plays it again here, so that what is kept is what happened and not what a page says of it, and looks back
 * at it. Others are served in between.
 */
export async function finishRun(
  sql: Sql,
  person: { readonly id: string },
  exercise: Exercise,
  json: unknown,
): Promise<Answer<{ readonly id: string; readonly debrief: Debrief }, Refusal>> {
  const read = readRunForm(json);
  if (!read.ok) return read;
  const { id, ...given } = read.value;
  const count = given.acts.reduce((sum, [, times]) => sum + times, 0);
  if (count > MOST_ACTS)
    return refused({
      code: "too-long",
      message: `A run has ${MOST_ACTS} acts at most; this one has ${count}. Begin it anew.`,
    });
  const passed = given.acts.reduce(
    (sum, [, times, act]) => sum + (act.do === "advance" ? times * act.milliseconds : 0),
    0,
  );
  if (passed > MOST_MS)
    return refused({
      code: "too-long",
      message: "More time has passed on this lathe than a shift has. Begin it anew.",
    });
  const there = await readRun(sql, id);
  if (there)
    return there.kept.personId === person.id
      ? accepted({ id, debrief: there.debrief })
      : refused({ code: "id-in-use", message: "This run belongs to somebody else. Begin it anew." });
  if (given.depth === "alone" && given.again)
    return refused({
      code: "again-alone",
      message: "A goal that is tried again by itself is no run alone. Begin the exercise anew from the list.",
    });
  if (given.depth === "alone" && (await openLathe(sql, id, person.id, exercise.id))?.seed !== given.seed)
    return refused({
      code: "not-drawn",
      message: "A run alone is made on a lathe that was drawn for it. Begin it anew from the list of exercises.",
    });
  const run: Run = { ...given, exercise };
  const when: number[] = [];
  const steps = replayInSteps(run, ({ at }) => void when.push(at));
  for (;;) {
    const { done, value } = steps.next();
    if (done) {
      const debrief = debriefPlayed(run, value, when);
      await storeRun(sql, person.id, id, run, debrief);
      return accepted({ id, debrief });
    }
    await pause();
  }
}
