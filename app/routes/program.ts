import { viewSetup } from "../../core/ledger/index.ts";
import { sql } from "../../server/context.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { editedProgramFile } from "../../server/program/editedProgram.server.ts";
import type { Route } from "./+types/program";

/** The program with its calls as they are renumbered, as this machine wants its files. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  const state = await readSetup(sql(), params.setupId);
  const file = state && (await editedProgramFile(sql(), viewSetup(state)));
  if (!file) throw new Response("No program has been imported for this setup.", { status: 404 });
  return new Response(Buffer.from(file.text, "latin1"), {
    headers: {
      "Content-Type": "text/plain; charset=us-ascii",
      "Content-Disposition": `attachment; filename="${file.name}"`,
      "Cache-Control": "no-store",
    },
  });
}
