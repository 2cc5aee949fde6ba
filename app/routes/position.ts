import { eventStream } from "../../server/http/eventStream.server.ts";
import { linkTo } from "../../server/machine-link/links.server.ts";
import { mustBeQuietly } from "../../server/people/access.server.ts";
import { listening } from "../../server/people/listening.server.ts";
import type { Route } from "./+types/position";

/** Reports of a machine's position feed as they come; 204 tells the browser not to ask again. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await mustBeQuietly(request, "viewer");
  const link = linkTo(params.machineId);
  return link
    ? eventStream((tell) => link.listen(tell), listening(request, context))
    : new Response(null, { status: 204 });
}
