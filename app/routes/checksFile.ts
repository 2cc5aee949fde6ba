import { viewSetup } from "../../core/ledger/index.ts";
import { checkFile, checksOf } from "../../core/proof/index.ts";
import { sql } from "../../server/context.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import type { Route } from "./+types/checksFile";

/** All two-line checks of a setup as one program, to take away. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  const state = await readSetup(sql(), params.setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  const setup = viewSetup(state);
  const { checks } = checksOf(setup);
  if (checks.length === 0)
    throw new Response("No tool has an offset yet, so there is no check to download.", { status: 404 });
  const ending = setup.machine.programFile?.ending ?? ".nc";
  return new Response(checkFile(setup, checks), {
    headers: {
      "Content-Type": "text/plain; charset=us-ascii",
      "Content-Disposition": `attachment; filename="checks${ending}"`,
      "Cache-Control": "no-store",
    },
  });
}
