import { sql } from "../../server/context.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { finishRun } from "../../server/practice/finishRun.server.ts";
import { findExercise } from "../../server/practice/practiceRepository.server.ts";
import type { Route } from "./+types/finishExercise";

/** Takes in a run that somebody has finished; answers where its debrief is. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const person = await requireRole({ request, context }, "viewer");
  const exercise = await findExercise(sql(), params.exerciseId);
  if (!exercise) return Response.json({ message: "There is no such exercise any more." }, { status: 404 });
  const json: unknown = await request.json().catch(() => undefined);
  const kept = await finishRun(sql(), person, exercise, json);
  if (!kept.ok) return Response.json({ message: kept.refusal.message }, { status: 422 });
  return Response.json({ id: kept.value.id });
}
