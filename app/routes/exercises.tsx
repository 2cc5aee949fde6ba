import { sql } from "../../server/context.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { allExercises, listRuns, listSigns } from "../../server/practice/practiceRepository.server.ts";
import { standingSigns } from "../../sim/exercise/progress.ts";
import { ExercisesPage } from "../exercise/ExercisesPage.tsx";
import { useWaitingRuns } from "../exercise/useWaitingRuns.ts";
import type { Route } from "./+types/exercises";

export const meta: Route.MetaFunction = () => [{ title: "Practice · Luvrit" }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "viewer");
  const [exercises, runs, signs] = await Promise.all([
    allExercises(sql()),
    listRuns(sql(), person.id),
    listSigns(sql(), person.id),
  ]);
  return {
    person: shownPerson(person),
    // What the page shows of an exercise; the lathe and its truth come with the exercise itself.
    exercises: exercises.map(({ id, title, skill, minutes }) => ({ id, title, skill, minutes })),
    runs,
    signed: standingSigns(signs).map(({ skill }) => skill),
    now: new Date().toISOString(),
  };
}

export default function Exercises({ loaderData }: Route.ComponentProps) {
  return <ExercisesPage {...loaderData} waiting={useWaitingRuns(loaderData.person.id)} />;
}
