import { requireRole } from "../../server/people/access.server.ts";
import { askPracticeLathe } from "../../server/stand-in/practiceLathe.server.ts";
import { readDrive, readPutUp } from "../../server/stand-in/practiceRequest.server.ts";
import type { Route } from "./+types/practiceLathe";

/** The shared simulated lathe of a machine: what it is doing now. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  return askPracticeLathe(params.machineId, { method: "GET" });
}

/** Drives it (POST) or puts it up anew (PUT). It is a simulation: no machine is reached from here. */
export async function action({ request, params, context }: Route.ActionArgs) {
  await requireRole({ request, context }, "setter");
  const json: unknown = await request.json().catch(() => undefined);
  const body = request.method === "PUT" ? readPutUp(json) : readDrive(json);
  if (!body.ok) return Response.json({ message: body.refusal.message }, { status: 400 });
  const method = request.method === "PUT" ? "PUT" : "POST";
  return askPracticeLathe(params.machineId, { method, body: JSON.stringify(body.value) });
}
