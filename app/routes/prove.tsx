import { viewSetup } from "../../core/ledger/index.ts";
import { sql } from "../../server/context.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { editedProgramFile } from "../../server/program/editedProgram.server.ts";
import { loadStage } from "../offline/loadSetup.ts";
import { ProvePage } from "../prove/ProvePage.tsx";
import { useSetup } from "../shell/useSetup.ts";
import type { Route } from "./+types/prove";

/** The program as it will run, for the views that play it. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  const view = new URL(request.url).searchParams.get("view");
  const state = view === "rehearsal" || view === "nose" ? await readSetup(sql(), params.setupId) : undefined;
  const file = state && (await editedProgramFile(sql(), viewSetup(state)));
  return { program: file?.text };
}

export const clientLoader = ({ params, request, serverLoader }: Route.ClientLoaderArgs) =>
  loadStage(params.setupId, serverLoader, async ({ known }, setup) => {
    const view = new URL(request.url).searchParams.get("view");
    const isAsked = view === "rehearsal" || view === "nose";
    // The reader of programs is larger than the rest of this page.
    const { editedProgram: edited } = await import("../../core/program/index.ts");
    return { program: isAsked ? edited(known.program, setup)?.text : undefined };
  });
clientLoader.hydrate = true as const;

export default function Prove({ loaderData }: Route.ComponentProps) {
  return <ProvePage {...useSetup()} {...loaderData} />;
}

export { StageFailure as ErrorBoundary } from "../shell/StageFailure.tsx";
