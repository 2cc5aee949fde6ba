import { requireRole } from "../../server/people/access.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { FindSlipPage } from "../exercise/FindSlipPage.tsx";
import type { Route } from "./+types/findSlip";

export const meta: Route.MetaFunction = () => [{ title: "Find the slip · Luvrit" }];

/** The run and the seed of its lathe stand in the address; without one it is the first. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "viewer");
  const { searchParams } = new URL(request.url);
  const whole = (name: string, least: number) => {
    const asked = Number(searchParams.get(name) ?? "");
    return Number.isInteger(asked) && asked >= least && asked <= 1_000_000 ? asked : least;
  };
  return { person: shownPerson(person), number: whole("run", 0), seed: whole("seed", 1) };
}

export default function FindSlip({ loaderData: { person, number, seed } }: Route.ComponentProps) {
  return <FindSlipPage key={`${number} ${seed}`} person={person} number={number} seed={seed} />;
}
