import { sql } from "../../server/context.server.ts";
import { mustBe } from "../../server/people/access.server.ts";
import { shopGauges } from "../../server/workshop/workshopRepository.server.ts";
import { FirstPartPage } from "../first-part/FirstPartPage.tsx";
import { useSetup } from "../frame/useSetup.ts";
import type { Route } from "./+types/firstPart";

/** The gauges that a part is measured with. */
export async function loader({ request }: Route.LoaderArgs) {
  await mustBe(request, "viewer");
  return { gauges: await shopGauges(sql()) };
}

/** The First part stage; its records go through the setup's one action. */
export default function FirstPart({ loaderData }: Route.ComponentProps) {
  return <FirstPartPage {...useSetup()} {...loaderData} />;
}
