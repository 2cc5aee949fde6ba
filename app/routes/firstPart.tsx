import { viewSetup } from "../../core/ledger/index.ts";
import { sql } from "../../server/context.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { readPastWear } from "../../server/ledger/toolHistory.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { editedProgramFile } from "../../server/program/editedProgram.server.ts";
import { toolLibrary } from "../../server/workshop/workshopRepository.server.ts";
import { FirstPartPage } from "../first-part/FirstPartPage.tsx";
import { loadStage } from "../offline/loadSetup.ts";
import { useSetup } from "../shell/useSetup.ts";
import type { Route } from "./+types/firstPart";

/** The program that makes the part, the shop's own tolerances, and the wear that its tools were given before. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  const state = await readSetup(sql(), params.setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  const setup = viewSetup(state);
  const [pastWear, file, library] = await Promise.all([
    readPastWear(sql(), params.setupId, setup),
    editedProgramFile(sql(), setup),
    toolLibrary(sql()),
  ]);
  return { pastWear, program: file?.text, tolerances: library.tolerances };
}

export const clientLoader = ({ params, serverLoader }: Route.ClientLoaderArgs) =>
  loadStage(params.setupId, serverLoader, async ({ pastWear, known, library }, setup) => {
    // The reader of programs is larger than the rest of this page.
    const { editedProgram: edited } = await import("../../core/program/index.ts");
    return { pastWear, program: edited(known.program, setup)?.text, tolerances: library.tolerances };
  });
clientLoader.hydrate = true as const;

/** The First part stage; its records go through the setup's one action. */
export default function FirstPart({ loaderData }: Route.ComponentProps) {
  return <FirstPartPage {...useSetup()} {...loaderData} />;
}

export { StageFailure as ErrorBoundary } from "../shell/StageFailure.tsx";
