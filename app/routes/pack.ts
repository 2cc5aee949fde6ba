import { sql } from "../../server/context.server.ts";
import { answering } from "../../server/http/answering.server.ts";
import { readLedgerSince } from "../../server/ledger/ledgerRows.server.ts";
import { mustBeQuietly } from "../../server/people/access.server.ts";
import { packSetup } from "../../server/setup/setupPack.server.ts";
import type { Route } from "./+types/pack";

/** What a device takes along of a setup; with `after`, only the entries that came since. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const person = await mustBeQuietly({ request, context }, "viewer");
  const { origin, searchParams } = new URL(request.url);
  const after = searchParams.get("after");
  const answer =
    after !== null && /^\d{1,9}$/.test(after)
      ? { entries: await readLedgerSince(sql(), params.setupId, Number(after)) }
      : await answering(() => packSetup(sql(), params.setupId, person, origin));
  if (!answer) return Response.json({ message: "There is no such setup." }, { status: 404 });
  return Response.json(answer, { headers: { "Cache-Control": "no-store" } });
}
