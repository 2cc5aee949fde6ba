import { viewSetup } from "../../core/ledger/index.ts";
import { sql } from "../../server/context.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { editedProgramFile } from "../../server/program/editedProgram.server.ts";
import { ClearPage } from "../clear/ClearPage.tsx";
import { loadStage } from "../offline/loadSetup.ts";
import { useSetup } from "../shell/useSetup.ts";
import type { Route } from "./+types/clear";

/** The program as it will run, for the lines that lead a tool out of its travel. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  const state = isTravel(request) ? await readSetup(sql(), params.setupId) : undefined;
  const file = state && (await editedProgramFile(sql(), viewSetup(state)));
  return { program: file?.text };
}

export const clientLoader = ({ params, request, serverLoader }: Route.ClientLoaderArgs) =>
  loadStage(params.setupId, serverLoader, async ({ known }, setup) => {
    // The reader of programs is larger than the rest of this page.
    const { editedProgram: edited } = await import("../../core/program/index.ts");
    return { program: isTravel(request) ? edited(known.program, setup)?.text : undefined };
  });
clientLoader.hydrate = true as const;

/** Travel is what Clear opens with. */
const isTravel = (request: Request) => (new URL(request.url).searchParams.get("view") ?? "travel") === "travel";

/** The Clear stage; its records go through the setup's one action. */
export default function Clear({ loaderData }: Route.ComponentProps) {
  return <ClearPage {...useSetup()} {...loaderData} />;
}

export { StageFailure as ErrorBoundary } from "../shell/StageFailure.tsx";
