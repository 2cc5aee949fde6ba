import { viewSetup } from "../../core/ledger/index.ts";
import { whatMoved } from "../../core/plan/index.ts";
import { changedLines as changedLinesOf } from "../../core/program/index.ts";
import { sql } from "../../server/context.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { changedProgramLines } from "../../server/program/editedProgram.server.ts";
import { machineBefore } from "../../server/setup/known.server.ts";
import { toolLibrary } from "../../server/workshop/workshopRepository.server.ts";
import { loadStage } from "../offline/loadSetup.ts";
import { PreparePage } from "../prepare/PreparePage.tsx";
import { useSetup } from "../shell/useSetup.ts";
import type { Route } from "./+types/prepare";

/** The Prepare stage; its records go through the setup's one action, its program through a route of its own. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  const state = await readSetup(sql(), params.setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  const setup = viewSetup(state);
  const before = await machineBefore(sql(), setup.machine.id, params.setupId);
  return {
    changed: await changedProgramLines(sql(), setup),
    left: Object.values(before.rows).filter(({ x, z }) => x !== undefined || z !== undefined).length,
    moved: whatMoved(setup, before),
    library: await toolLibrary(sql()),
  };
}

export const clientLoader = ({ params, serverLoader }: Route.ClientLoaderArgs) =>
  loadStage(params.setupId, serverLoader, ({ known, before, library }, setup) => ({
    changed: changedLinesOf(known.program, setup),
    left: known.left.length,
    moved: whatMoved(setup, before),
    library,
  }));
clientLoader.hydrate = true as const;

export default function Prepare({ loaderData }: Route.ComponentProps) {
  return <PreparePage {...useSetup()} {...loaderData} />;
}

export { StageFailure as ErrorBoundary } from "../shell/StageFailure.tsx";
