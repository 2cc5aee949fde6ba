import { href } from "react-router";
import { requireRole } from "../../server/people/access.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { SCENARIO_LATHES } from "../../sim/scenario/lathes.ts";
import { PracticePage } from "../practice/PracticePage.tsx";
import { TopStrip } from "../shell/TopStrip.tsx";
import type { Route } from "./+types/latheByItself";

export const meta: Route.MetaFunction = () => [{ title: "Practice · Luvrit" }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "viewer");
  const config = SCENARIO_LATHES.turret;
  if (!config) throw new Error("the scenarios have a turret lathe");
  return { person: shownPerson(person), config };
}

/** The simulated lathe by itself: three tools and a bar, without a setup. */
export default function LatheByItself({ loaderData: { person, config } }: Route.ComponentProps) {
  return (
    <>
      <TopStrip
        title="Practice"
        subtitle={`${config.machine.name} · ${config.machine.units}`}
        person={person}
        beside={{ to: href("/practice"), name: "Practice" }}
      />
      <PracticePage machine={config.machine.id} label="Turret lathe, three tools" config={config} isShared={false} />
    </>
  );
}
