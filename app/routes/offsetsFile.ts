import { FORMATS, formatNamed } from "../../core/formats/index.ts";
import { viewSetup } from "../../core/ledger/index.ts";
import { sql } from "../../server/context.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { offsetsFile } from "../table/offsetsFile.ts";
import type { Route } from "./+types/offsetsFile";

/** The rows found so far as a file, to take away: in the machine's own dialect, or in the format that is named. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  const state = await readSetup(sql(), params.setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  const setup = viewSetup(state);
  const format = formatNamed(new URL(request.url).searchParams.get("format") ?? setup.machine.dialect);
  if (!format)
    throw new Response(`There is no such format. Known are ${FORMATS.map(({ name }) => name).join(", ")}.`, {
      status: 404,
    });
  const { name, text, rows, mediaType } = offsetsFile(setup, format, new Date().toISOString());
  if (rows === 0) throw new Response("Nothing has been touched yet, so there is no file to download.", { status: 404 });
  return new Response(text, {
    headers: {
      "Content-Type": mediaType,
      "Content-Disposition": `attachment; filename="${name}"`,
      "Cache-Control": "no-store",
    },
  });
}
