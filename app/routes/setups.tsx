import { sql } from "../../server/context.server.ts";
import { searchSetups } from "../../server/ledger/setupSearch.server.ts";
import { listSetups, withOperations } from "../../server/ledger/setupsRepository.server.ts";
import { listMachines } from "../../server/machines/machinesRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { awayWords, inTime } from "../offline/away.ts";
import { connection } from "../offline/connection.ts";
import { isKeptPage } from "../offline/keptPage.ts";
import { setupsHere } from "../offline/setupsHere.ts";
import { SetupsPage } from "../setups/SetupsPage.tsx";
import type { Route } from "./+types/setups";

export const meta: Route.MetaFunction = () => [{ title: "Setups · Luvrit" }];

/** The running setups and the latest others, or those that are looked for. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "viewer");
  const search = new URL(request.url).searchParams;
  const day = (key: string) =>
    /^\d{4}-\d{2}-\d{2}$/.test(search.get(key) ?? "") ? `${search.get(key)}T00:00:00Z` : undefined;
  const asked = {
    text: (search.get("q") ?? "").slice(0, 200),
    machine: search.get("machine")?.slice(0, 40) || undefined,
    from: day("from"),
    // The last day belongs to it.
    to: day("to") && new Date(Date.parse(day("to") ?? "") + 86_400_000).toISOString(),
  };
  const isSearch =
    asked.text.trim() !== "" || asked.machine !== undefined || asked.from !== undefined || asked.to !== undefined;
  const found = isSearch ? await searchSetups(sql(), asked) : { setups: await listSetups(sql()), hasMore: false };
  const setups = await withOperations(sql(), found.setups);
  const machines = (await listMachines(sql())).map(({ id, name: machine }) => ({ id, name: machine }));
  return { person: shownPerson(person), ...found, setups, isSearch, machines, now: new Date().toISOString() };
}

/** Without the server the setups that were opened on this device, which open without it too. */
export async function clientLoader({ serverLoader }: Route.ClientLoaderArgs) {
  try {
    const loaded = await inTime(serverLoader());
    if (!isKeptPage()) return loaded;
  } catch (failure) {
    if (!awayWords(failure)) throw failure;
    connection.change({ server: "away" });
  }
  const own = await setupsHere();
  return own ?? serverLoader();
}
clientLoader.hydrate = true as const;

export default function Setups({ loaderData }: Route.ComponentProps) {
  return <SetupsPage {...loaderData} />;
}
