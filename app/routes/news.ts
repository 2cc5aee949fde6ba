import { newsDesk, sql } from "../../server/context.server.ts";
import { eventStream } from "../../server/http/eventStream.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { mustBeQuietly } from "../../server/people/access.server.ts";
import { listening } from "../../server/people/listening.server.ts";
import type { Route } from "./+types/news";

/** What changes in a setup, as it changes; 204 tells the browser not to ask again. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await mustBeQuietly(request, "viewer");
  if (!(await readSetup(sql(), params.setupId))) return new Response(null, { status: 204 });
  const page = new URL(request.url).searchParams.get("page");
  return eventStream((tell) => newsDesk.listen(params.setupId, tell, page ?? undefined), listening(request, context));
}
