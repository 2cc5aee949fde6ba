import { href, redirect } from "react-router";
import { requireRole } from "../../server/people/access.server.ts";
import type { Route } from "./+types/setupIndex";

export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  return redirect(href("/setups/:setupId/touch", { setupId: params.setupId }));
}
