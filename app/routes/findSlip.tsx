import { sql } from "../../server/context.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { listSlippedRuns, readRun } from "../../server/practice/practiceRepository.server.ts";
import { FINDABLE, slippedRunOf } from "../../sim/exercise/slippedRun.ts";
import { FindSlipPage } from "../exercise/FindSlipPage.tsx";
import type { Route } from "./+types/findSlip";

export const meta: Route.MetaFunction = () => [{ title: "Find the slip · Luvrit" }];

/**
 * The run and the seed of its lathe stand in the address, without them the first; or, as `shop`, the place of a run among those that
 * others have made here. Whose it is is not said.
 */
export async function loader({ request, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "viewer");
  const { searchParams } = new URL(request.url);
  const whole = (name: string, least: number) => {
    const asked = Number(searchParams.get(name) ?? "");
    return Number.isInteger(asked) && asked >= least && asked <= 1_000_000 ? asked : least;
  };
  const ids = await listSlippedRuns(sql(), person.id, FINDABLE);
  const place = searchParams.has("shop") ? whole("shop", 0) : undefined;
  const recorded = place === undefined ? undefined : await readRun(sql(), ids[place % ids.length] ?? "");
  return {
    person: shownPerson(person),
    number: whole("run", 0),
    seed: whole("seed", 1),
    shop: { runs: ids.length, place, found: recorded && slippedRunOf(recorded.run, recorded.debrief) },
  };
}

export default function FindSlip({ loaderData }: Route.ComponentProps) {
  const { number, seed, shop } = loaderData;
  return <FindSlipPage key={`${shop.place ?? ""} ${number} ${seed}`} {...loaderData} />;
}
