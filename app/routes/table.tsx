import { FORMATS } from "../../core/formats/index.ts";
import { type SetupView, viewSetup } from "../../core/ledger/index.ts";
import { sql } from "../../server/context.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { loadStage } from "../offline/loadSetup.ts";
import { useSetup } from "../shell/useSetup.ts";
import { offsetsFile } from "../table/offsetsFile.ts";
import { TablePage } from "../table/TablePage.tsx";
import type { Route } from "./+types/table";

/** The files that this setup's table can be taken away as, with what each cannot hold. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  // Written only where they are looked at.
  if (new URL(request.url).searchParams.get("side") !== "files") return { files: [] };
  const state = await readSetup(sql(), params.setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  return { files: filesOf(viewSetup(state)) };
}

function filesOf(setup: SetupView) {
  const at = new Date().toISOString();
  const own = setup.machine.dialect;
  const formats = [...FORMATS].sort((a, b) => Number(b.name === own) - Number(a.name === own));
  return formats.map((format) => offsetsFile(setup, format, at));
}

export const clientLoader = ({ params, request, serverLoader }: Route.ClientLoaderArgs) =>
  loadStage(params.setupId, serverLoader, (_pack, setup) => ({
    files: new URL(request.url).searchParams.get("side") === "files" ? filesOf(setup) : [],
  }));
clientLoader.hydrate = true as const;

export default function Table({ loaderData }: Route.ComponentProps) {
  return <TablePage {...useSetup()} {...loaderData} />;
}

export { StageFailure as ErrorBoundary } from "../shell/StageFailure.tsx";
