import { redirect } from "react-router";
import { mustBe } from "../../server/people/access.server.ts";
import type { Route } from "./+types/setupIndex";

export async function loader({ request, params }: Route.LoaderArgs) {
  await mustBe(request, "viewer");
  return redirect(`/setups/${params.setupId}/touch`);
}
