import { viewSetup } from "../../core/ledger/index.ts";
import { sql } from "../../server/context.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { mustBe } from "../../server/people/access.server.ts";
import { offsetsFile } from "../table/offsetsFile.ts";
import type { Route } from "./+types/offsetsFile";

/** The data-setting file of the rows touched so far, to take away. */
export async function loader({ request, params }: Route.LoaderArgs) {
  await mustBe(request, "viewer");
  const state = await readSetup(sql(), params.setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  const { name, text, rows } = offsetsFile(viewSetup(state));
  if (rows === 0)
    throw new Response("Nothing has been touched yet, so there is no file to take away.", { status: 404 });
  return new Response(text, {
    headers: {
      "Content-Type": "text/plain; charset=us-ascii",
      "Content-Disposition": `attachment; filename="${name}"`,
      "Cache-Control": "no-store",
    },
  });
}
