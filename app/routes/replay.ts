import { deviceOf } from "../../server/http/device.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { replayForms } from "../../server/setup/replay.server.ts";
import type { Route } from "./+types/replay";

/** Takes in what waited on a device while the server was away. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const person = await requireRole({ request, context }, "setter");
  const json: unknown = await request.json().catch(() => undefined);
  const answer = await replayForms(params.setupId, person, deviceOf(request), json);
  return answer
    ? Response.json(answer)
    : Response.json({ message: "This is not what a device of Luvrit sends." }, { status: 400 });
}
