import { sql } from "../../server/context.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { listPeople } from "../../server/people/peopleRepository.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { allExercises, listRuns, listSigns } from "../../server/practice/practiceRepository.server.ts";
import { skillStates, standingSigns } from "../../sim/exercise/progress.ts";
import { ReadyPage } from "../exercise/ReadyPage.tsx";
import type { Route } from "./+types/practicePeople";

export const meta: Route.MetaFunction = () => [{ title: "Team skills · Luvrit" }];

/** Who has learned what, for a lead: by name in the order of the alphabet, never by who was quicker. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "lead");
  const [exercises, people] = await Promise.all([allExercises(sql()), listPeople(sql())]);
  const rows = await Promise.all(
    people.map(async ({ id, name }) => {
      const [runs, signs] = await Promise.all([listRuns(sql(), id), listSigns(sql(), id)]);
      return {
        id,
        name,
        runs: runs.length,
        latest: runs[0]?.at,
        skills: skillStates(exercises, runs),
        signed: standingSigns(signs).map(({ skill }) => skill),
      };
    }),
  );
  return { person: shownPerson(person), rows, now: new Date().toISOString() };
}

export default function PracticePeople({ loaderData }: Route.ComponentProps) {
  return <ReadyPage {...loaderData} />;
}
