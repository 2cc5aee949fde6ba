import { data, href, redirect } from "react-router";
import { type SetupView, viewSetup } from "../../core/ledger/index.ts";
import { LARGEST_PROGRAM } from "../../core/program/index.ts";
import { sql } from "../../server/context.server.ts";
import { deviceOf } from "../../server/http/device.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { listMachines } from "../../server/machines/machinesRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { readCarried } from "../../server/setup/carry.server.ts";
import { type OpenOutcome, openSetup } from "../../server/setup/openSetup.server.ts";
import { receiveForm } from "../../server/uploads/receiveForm.server.ts";
import { keepTyped } from "../offline/away.ts";
import { NewSetupPage } from "../prepare/NewSetupPage.tsx";
import { nextWorkOffset } from "../prepare/newSetupTexts.ts";
import type { Route } from "./+types/newSetup";

export const meta: Route.MetaFunction = () => [{ title: "New setup · Luvrit" }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "setter");
  const { searchParams } = new URL(request.url);
  const from = searchParams.get("from");
  const nextOperation = searchParams.get("as") === "next-operation";
  const machines = await listMachines(sql());
  const common = { person: shownPerson(person), machines, nextOperation, now: new Date().toISOString() };
  if (from === null) return { ...common, past: undefined };
  const state = await readSetup(sql(), from);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  const setup = viewSetup(state);
  const wanted = searchParams.get("machine") ?? setup.machine.id;
  const machine = machines.find(({ id }) => id === wanted) ?? machines[0];
  const carried =
    machine &&
    (await readCarried(sql(), from, {
      machine,
      isNext: nextOperation,
      ...chosenIn(searchParams, setup, nextOperation),
    }));
  return { ...common, past: { id: from, setup, rows: carried?.rows ?? [] } };
}

/** Work offset and master of the new setup, as far as they are chosen in the form; else as they are offered first. */
function chosenIn(search: URLSearchParams, past: SetupView, isNext: boolean) {
  return {
    workOffset: search.get("workOffset") ?? (isNext ? nextWorkOffset(past.workOffset.name) : past.workOffset.name),
    master: search.get("master") ?? past.master,
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
