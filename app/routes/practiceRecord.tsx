import { data } from "react-router";
import { sql } from "../../server/context.server.ts";
import { fieldsOf } from "../../server/http/formOf.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { findPerson } from "../../server/people/peopleRepository.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { allExercises, listRuns, listSigns } from "../../server/practice/practiceRepository.server.ts";
import { type SignAnswer, signSkill } from "../../server/practice/signSkill.server.ts";
import { RecordPage } from "../exercise/RecordPage.tsx";
import { keepTyped } from "../offline/away.ts";
import type { Route } from "./+types/practiceRecord";

export const meta: Route.MetaFunction = () => [{ title: "Practice record · Luvrit" }];

/** What a person has practised and what was signed: their own; a lead sees those of all people. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "viewer");
  if (params.personId !== undefined && params.personId !== person.id) await requireRole({ request, context }, "lead");
  const about = params.personId === undefined ? person : await findPerson(sql(), params.personId);
  if (!about) throw new Response("There is no such person.", { status: 404 });
  const [exercises, runs, signs] = await Promise.all([
    allExercises(sql()),
    listRuns(sql(), about.id),
    listSigns(sql(), about.id),
  ]);
  return {
    person: shownPerson(person),
    about: { id: about.id, name: about.name },
    exercises: exercises.map(({ id, title, skill, minutes }) => ({ id, title, skill, minutes })),
    runs,
    signs,
    now: new Date().toISOString(),
  };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const lead = await requireRole({ request, context }, "lead");
  const answer = await signSkill(sql(), lead, params.personId, await fieldsOf(request));
  return data(answer, answer.outcome === "done" ? 200 : 422);
}

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  keepTyped<SignAnswer>(serverAction, (message) => ({ outcome: "refused", message }));

export default function PracticeRecord({ loaderData, actionData }: Route.ComponentProps) {
  return <RecordPage {...loaderData} answer={actionData} />;
}
