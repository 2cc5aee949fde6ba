import { data, href, redirect } from "react-router";
import { viewSetup } from "../../core/ledger/index.ts";
import { LARGEST_PROGRAM } from "../../core/program/index.ts";
import { sql } from "../../server/context.server.ts";
import { deviceOf } from "../../server/http/device.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { listMachines } from "../../server/machines/machinesRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { type OpenOutcome, openSetup } from "../../server/setup/openSetup.server.ts";
import { receiveForm } from "../../server/uploads/receiveForm.server.ts";
import { keepTyped } from "../offline/away.ts";
import { NewSetupPage } from "../prepare/NewSetupPage.tsx";
import type { Route } from "./+types/newSetup";

export const meta: Route.MetaFunction = () => [{ title: "New setup · Luvrit" }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "setter");
  const { searchParams } = new URL(request.url);
  const from = searchParams.get("from");
  const past = from === null ? undefined : await readSetup(sql(), from);
  if (from !== null && !past) throw new Response("There is no such setup.", { status: 404 });
  return {
    person: shownPerson(person),
    machines: await listMachines(sql()),
    past: past && from !== null ? { id: from, setup: viewSetup(past) } : undefined,
    nextOperation: searchParams.get("as") === "next-operation",
  };
}

export async function action({ request, context }: Route.ActionArgs) {
  const person = await requireRole({ request, context }, "setter");
  const { fields, file, done } = await receiveForm(request, person.id, { program: LARGEST_PROGRAM });
  try {
    const outcome = await openSetup(person, deviceOf(request), fields, file);
    if (outcome.outcome === "opened") return redirect(href("/setups/:setupId/prepare", { setupId: outcome.setupId }));
    return data(outcome, 422);
  } finally {
    await done();
  }
}

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  keepTyped<OpenOutcome>(serverAction, (message) => ({ outcome: "refused", message, fields: {} }));

export default function NewSetup({ loaderData, actionData }: Route.ComponentProps) {
  return <NewSetupPage {...loaderData} refused={actionData} />;
}
