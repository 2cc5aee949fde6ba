import { viewSetup } from "../../core/ledger/index.ts";
import { unprovenOf } from "../../core/plan/index.ts";
import { ledgerLines } from "../../core/reports/index.ts";
import { sql } from "../../server/context.server.ts";
import { readLedger } from "../../server/ledger/ledgerRows.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { KeepPage } from "../keep/KeepPage.tsx";
import { loadStage } from "../offline/loadSetup.ts";
import { useSetup } from "../shell/useSetup.ts";
import type { Route } from "./+types/keep";

/** The record of a setup: its ledger, and what it rests on that is not proven. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  const state = await readSetup(sql(), params.setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  const setup = viewSetup(state);
  const entries = await readLedger(sql(), params.setupId);
  return { lines: ledgerLines(entries, state, setup), unproven: unprovenOf(setup) };
}

export const clientLoader = ({ params, serverLoader }: Route.ClientLoaderArgs) =>
  loadStage(params.setupId, serverLoader, (_pack, setup, { entries, state }) => ({
    lines: ledgerLines(entries, state, setup),
    unproven: unprovenOf(setup),
  }));
clientLoader.hydrate = true as const;

export default function Keep({ loaderData }: Route.ComponentProps) {
  return <KeepPage {...useSetup()} {...loaderData} />;
}

export { StageFailure as ErrorBoundary } from "../shell/StageFailure.tsx";
