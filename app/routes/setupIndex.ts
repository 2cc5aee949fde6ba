import { redirect } from "react-router";
import { requireRole } from "../../server/people/access.server.ts";
import type { Route } from "./+types/setupIndex";

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, "viewer");
  return redirect(`/setups/${params.setupId}/touch`);
}
