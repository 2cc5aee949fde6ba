import { data } from "react-router";
import { WORKSHOP_KINDS } from "../../core/workshop/index.ts";
import { database, sql } from "../../server/context.server.ts";
import { answering } from "../../server/http/answering.server.ts";
import { listKeptMachines } from "../../server/machines/machinesRepository.server.ts";
import { mustBe } from "../../server/people/access.server.ts";
import { listKeptPeople } from "../../server/people/peopleRepository.server.ts";
import { runWorkshopForm, type WorkshopOutcome } from "../../server/workshop/runWorkshopForm.server.ts";
import { listItems } from "../../server/workshop/workshopRepository.server.ts";
import { SECTIONS } from "../workshop/sections.ts";
import { WorkshopPage } from "../workshop/WorkshopPage.tsx";
import type { Route } from "./+types/workshop";

export const meta: Route.MetaFunction = () => [{ title: "Workshop · Luvrit" }];

/** One section of the workshop. People and their roles are shown to leads alone. */
export async function loader({ request, params }: Route.LoaderArgs) {
  const { name, role, decimalMark } = await mustBe(request, "viewer");
  const section = SECTIONS.find(({ path }) => path === (params.section ?? "machines"));
  if (!section) throw new Response("There is no such part of the workshop.", { status: 404 });
  if (section.path === "people") await mustBe(request, "lead");
  const kind = WORKSHOP_KINDS.find((one) => one === section.kind);
  return {
    person: { name, role, decimalMark },
    section: section.path,
    machines: section.path === "machines" ? await listKeptMachines(sql()) : [],
    people: section.path === "people" ? await listKeptPeople(sql()) : [],
    items: kind ? await listItems(sql(), kind) : [],
    today: new Date().toISOString().slice(0, 10),
  };
}

export async function action({ request }: Route.ActionArgs) {
  const person = await mustBe(request, "setter");
  const form = Object.fromEntries(await request.formData());
  const outcome = await answering(() => runWorkshopForm(database(), person, form));
  return data<WorkshopOutcome>(outcome, outcome.outcome === "done" ? 200 : 422);
}

export default function Workshop({ loaderData }: Route.ComponentProps) {
  return <WorkshopPage {...loaderData} />;
}
