import { data } from "react-router";
import { sql } from "../../server/context.server.ts";
import { fieldsOf } from "../../server/http/formOf.server.ts";
import { listSetups } from "../../server/ledger/setupsRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { type OwnExerciseAnswer, ownExerciseForm } from "../../server/practice/ownExerciseForm.server.ts";
import { allExercises, listOwnExercises } from "../../server/practice/practiceRepository.server.ts";
import { setupToAuthor } from "../../server/practice/setupToAuthor.server.ts";
import { machineOf } from "../../sim/exercise/exerciseSetup.ts";
import { OwnExercisesPage } from "../exercise/OwnExercisesPage.tsx";
import { keepTyped } from "../offline/away.ts";
import type { Route } from "./+types/ownExercises";

export const meta: Route.MetaFunction = () => [{ title: "Exercises of our own · Luvrit" }];

/** Exercises that the shop has made: from a setup, or from a file. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "lead");
  const { searchParams } = new URL(request.url);
  const setupId = searchParams.get("setup") || undefined;
  const like = searchParams.get("like") || undefined;
  const [own, setups, all] = await Promise.all([listOwnExercises(sql()), listSetups(sql()), allExercises(sql())]);
  const other = all.find(({ id }) => id === like);
  return {
    person: shownPerson(person),
    own: own.map(({ exercise: { id, title, skill, goals }, ...rest }) => ({
      id,
      title,
      skill,
      goals: goals.length,
      ...rest,
    })),
    setups: setups
      .filter(({ stepsTotal }) => stepsTotal > 0)
      .map(({ id, part, operation, machineName }) => ({ id, name: `${part}, ${operation} · ${machineName}` })),
    exercises: all.map(({ id, title }) => ({ id, title })),
    like: other && {
      id: other.id,
      title: other.title,
      task: other.task,
      skill: other.skill,
      gauges: other.gauges,
      units: machineOf(other).units,
    },
    from: setupId === undefined ? undefined : await setupToAuthor(sql(), setupId),
    now: new Date().toISOString(),
  };
}

export async function action({ request, context }: Route.ActionArgs) {
  const lead = await requireRole({ request, context }, "lead");
  const answer = await ownExerciseForm(sql(), lead, await fieldsOf(request));
  return data(answer, answer.outcome === "refused" ? 422 : 200);
}

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  keepTyped<OwnExerciseAnswer>(serverAction, (message) => ({ outcome: "refused", message, fields: {} }));

export default function OwnExercises({ loaderData, actionData }: Route.ComponentProps) {
  return <OwnExercisesPage {...loaderData} answer={actionData} />;
}
