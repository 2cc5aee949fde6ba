import { sql } from "../../server/context.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { allExercises, listRuns, readRun } from "../../server/practice/practiceRepository.server.ts";
import { tryNext } from "../../sim/exercise/progress.ts";
import { DebriefPage } from "../exercise/DebriefPage.tsx";
import { useWaitingRuns } from "../exercise/useWaitingRuns.ts";
import type { Route } from "./+types/practiceRun";

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData ? `Looking back: ${loaderData.run.exercise.title} · Luvrit` : "Practice · Luvrit" },
];

/** The debrief of a run: for the person who made it and for leads. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "viewer");
  const found = await readRun(sql(), params.runId);
  if (!found) throw new Response("There is no such run.", { status: 404 });
  const { kept, run, debrief } = found;
  const isOwn = kept.personId === person.id;
  if (!isOwn) await requireRole({ request, context }, "lead");
  const [exercises, runs] = await Promise.all([allExercises(sql()), listRuns(sql(), kept.personId)]);
  const next = tryNext(exercises, runs, new Date().toISOString()).find(
    ({ exercise }) => exercise.id !== run.exercise.id,
  );
  return {
    person: shownPerson(person),
    kept,
    run,
    debrief,
    isOwn,
    runs: runs.filter(({ exercise }) => exercise === kept.exercise),
    next: next && { exercise: { id: next.exercise.id, title: next.exercise.title }, depth: next.depth },
  };
}

export default function PracticeRun({ loaderData }: Route.ComponentProps) {
  useWaitingRuns(loaderData.person.id);
  return <DebriefPage key={loaderData.kept.id} {...loaderData} />;
}
