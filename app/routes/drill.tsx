import { requireRole } from "../../server/people/access.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { DRILLS } from "../../sim/exercise/drills.ts";
import { DrillPage } from "../exercise/DrillPage.tsx";
import type { Route } from "./+types/drill";

export const meta: Route.MetaFunction = () => [{ title: "Sixty seconds · Luvrit" }];

/** A minute on one slip. The questions are drawn on the page: nothing is kept of them but the best minute, on the device. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "viewer");
  if (!DRILLS.some(({ id }) => id === params.drillId)) throw new Response("There is no such drill.", { status: 404 });
  return { person: shownPerson(person), drillId: params.drillId };
}

export default function DrillRoute({ loaderData: { person, drillId } }: Route.ComponentProps) {
  return <DrillPage key={drillId} person={person} drillId={drillId} />;
}
