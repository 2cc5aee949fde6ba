import { sql } from "../../server/context.server.ts";
import { listSetups } from "../../server/ledger/setupsRepository.server.ts";
import { mustBe } from "../../server/people/access.server.ts";
import { SetupsPage } from "../setups/SetupsPage.tsx";
import type { Route } from "./+types/setups";

export const meta: Route.MetaFunction = () => [{ title: "Setups · Luvrit" }];

export async function loader({ request }: Route.LoaderArgs) {
  const { name, role } = await mustBe(request, "viewer");
  return { person: { name, role }, setups: await listSetups(sql()), now: new Date().toISOString() };
}

export default function Setups({ loaderData }: Route.ComponentProps) {
  return <SetupsPage {...loaderData} />;
}
