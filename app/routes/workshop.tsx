import { data } from "react-router";
import { WORKSHOP_KINDS } from "../../core/workshop/index.ts";
import { database, sql } from "../../server/context.server.ts";
import { answering } from "../../server/http/answering.server.ts";
import { fieldsOf } from "../../server/http/formOf.server.ts";
import { originOf } from "../../server/http/origin.server.ts";
import { requestContext } from "../../server/http/requestContext.server.ts";
import { listKeptMachines } from "../../server/machines/machinesRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { readAudit } from "../../server/people/auditRepository.server.ts";
import { listKeptPeople } from "../../server/people/peopleRepository.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { listSessions } from "../../server/people/sessionRepository.server.ts";
import { runWorkshopForm, type WorkshopOutcome } from "../../server/workshop/runWorkshopForm.server.ts";
import { listItems } from "../../server/workshop/workshopRepository.server.ts";
import { keepTyped } from "../offline/away.ts";
import { SECTIONS } from "../workshop/sections.ts";
import { WorkshopPage } from "../workshop/WorkshopPage.tsx";
import type { Route } from "./+types/workshop";

export const meta: Route.MetaFunction = () => [{ title: "Workshop · Luvrit" }];

/** One section of the workshop. People and their roles are shown to leads alone. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "viewer");
  const section = SECTIONS.find(({ path }) => path === (params.section ?? "machines"));
  if (!section) throw new Response("There is no such part of the workshop.", { status: 404 });
  if (LEADS.includes(section.path)) await requireRole({ request, context }, "lead");
  const kind = WORKSHOP_KINDS.find((one) => one === section.kind);
  return {
    person: shownPerson(person),
    section: section.path,
    machines: section.path === "machines" ? await listKeptMachines(sql()) : [],
    people: section.path === "people" ? await listKeptPeople(sql()) : [],
    sessions: section.path === "people" ? await listSessions(sql()) : [],
    audit: section.path === "sign-ins" ? await readAudit(sql()) : [],
    items: kind ? await listItems(sql(), kind) : [],
    today: new Date().toISOString().slice(0, 10),
  };
}

/** Who works here, and who came in, is a lead's to see. */
const LEADS: readonly string[] = ["people", "sign-ins"];

export async function action({ request, context }: Route.ActionArgs) {
  const person = await requireRole({ request, context }, "setter");
  const form = await fieldsOf(request);
  const outcome = await answering(() =>
    runWorkshopForm(database(), person, form, originOf(request, context.get(requestContext))),
  );
  return data<WorkshopOutcome>(outcome, outcome.outcome === "done" ? 200 : 422);
}

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  keepTyped<WorkshopOutcome>(serverAction, (message) => ({ outcome: "refused", message, fields: {} }));

export default function Workshop({ loaderData }: Route.ComponentProps) {
  return <WorkshopPage {...loaderData} />;
}
