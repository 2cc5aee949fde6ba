import { sql } from "../../server/context.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { findExercise } from "../../server/practice/practiceRepository.server.ts";
import type { Route } from "./+types/exerciseFile";

/** An exercise as its file, in the open format of docs/formats/exercise.md. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  const exercise = await findExercise(sql(), params.exerciseId);
  if (!exercise) throw new Response("There is no such exercise.", { status: 404 });
  return new Response(`${JSON.stringify(exercise, null, 2)}\n`, {
    headers: {
      "Content-Type": "application/json; charset=utf-8",
      "Content-Disposition": `attachment; filename="${exercise.id}.json"`,
    },
  });
}
