import { viewSetup } from "../../core/ledger/index.ts";
import { unprovenOf } from "../../core/plan/index.ts";
import { ledgerLines } from "../../core/reports/index.ts";
import { sql } from "../../server/context.server.ts";
import { lateEntries } from "../../server/late/lateForms.server.ts";
import { givenBackTo } from "../../server/late/lateRepository.server.ts";
import { readLedger } from "../../server/ledger/ledgerRows.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { readSetupDevices } from "../../server/news/devicesRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { KeepPage } from "../keep/KeepPage.tsx";
import type { FromServer } from "../keep/LatePanel.tsx";
import { loadStage } from "../offline/loadSetup.ts";
import { useSetup } from "../shell/useSetup.ts";
import type { Route } from "./+types/keep";

/** The record of a setup: its ledger, and what it rests on that is not proven. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "viewer");
  const state = await readSetup(sql(), params.setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  const setup = viewSetup(state);
  const [entries, late, givenBack, devices] = await Promise.all([
    readLedger(sql(), params.setupId),
    lateEntries(params.setupId),
    givenBackTo(sql(), params.setupId, person.id),
    readSetupDevices(sql(), params.setupId),
  ]);

  // Undefined on a device without its server.
  const fromServer = { late, givenBack, devices } as FromServer | undefined;
  return { lines: ledgerLines(entries, state, setup), unproven: unprovenOf(setup), fromServer };
}

export const clientLoader = ({ params, serverLoader }: Route.ClientLoaderArgs) =>
  loadStage(params.setupId, serverLoader, (_pack, setup, { entries, state }) => ({
    lines: ledgerLines(entries, state, setup),
    unproven: unprovenOf(setup),
    // What other devices hold, and what came late, the server alone knows.
    fromServer: undefined,
  }));
clientLoader.hydrate = true as const;

export default function Keep({ loaderData }: Route.ComponentProps) {
  return <KeepPage {...useSetup()} {...loaderData} />;
}

export { StageFailure as ErrorBoundary } from "../shell/StageFailure.tsx";
