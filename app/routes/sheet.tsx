import { viewSetup } from "../../core/ledger/index.ts";
import { sql } from "../../server/context.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { editedProgramFile } from "../../server/program/editedProgram.server.ts";
import { squareCode } from "../../server/setup/squareCode.server.ts";
import { toolLibrary } from "../../server/workshop/workshopRepository.server.ts";
import { SheetPage } from "../keep/SheetPage.tsx";
import { loadStage } from "../offline/loadSetup.ts";
import { useSetup } from "../shell/useSetup.ts";
import type { Route } from "./+types/sheet";

/** The code on the sheet opens this setup where the sheet was printed from; the program makes the drawing of the part. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  const { origin } = new URL(request.url);
  const code = squareCode(`${origin}/setups/${params.setupId}`);
  const state = await readSetup(sql(), params.setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  const [file, library] = await Promise.all([editedProgramFile(sql(), viewSetup(state)), toolLibrary(sql())]);
  return { code, program: file?.text, tolerances: library.tolerances };
}

/** The code is made once and stays: the address of a setup does not change. */
export const clientLoader = ({ params, serverLoader }: Route.ClientLoaderArgs) =>
  loadStage(params.setupId, serverLoader, async ({ code, known, library }, setup) => {
    // The reader of programs is larger than the rest of this page.
    const { editedProgram: edited } = await import("../../core/program/index.ts");
    return { code, program: edited(known.program, setup)?.text, tolerances: library.tolerances };
  });
clientLoader.hydrate = true as const;

export default function Sheet({ loaderData }: Route.ComponentProps) {
  return <SheetPage {...useSetup()} {...loaderData} />;
}

export { StageFailure as ErrorBoundary } from "../shell/StageFailure.tsx";
