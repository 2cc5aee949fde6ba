import { requireRole } from "../../server/people/access.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { TOPICS } from "../../sim/exercise/topics.ts";
import { WhyPage } from "../exercise/WhyPage.tsx";
import type { Route } from "./+types/why";

export const meta: Route.MetaFunction = () => [{ title: "In a few words · Luvrit" }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "viewer");
  const topic = TOPICS.find((one) => one === params.topic);
  if (!topic) throw new Response("Nothing is explained under this name.", { status: 404 });
  return { person: shownPerson(person), topic };
}

export default function Why({ loaderData }: Route.ComponentProps) {
  return <WhyPage {...loaderData} />;
}
