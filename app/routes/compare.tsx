import { type SetupView, viewSetup } from "../../core/ledger/index.ts";
import { compareSetups } from "../../core/reports/index.ts";
import { sql } from "../../server/context.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { ComparePage } from "../setups/ComparePage.tsx";
import type { Route } from "./+types/compare";

export const meta: Route.MetaFunction = () => [{ title: "Two setups · Luvrit" }];

/** Two setups side by side. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "viewer");
  const other = new URL(request.url).searchParams.get("with") ?? "";
  const [left, right] = await Promise.all([readSetup(sql(), params.setupId), readSetup(sql(), other.slice(0, 36))]);
  if (!left || !right) throw new Response("There is no such setup.", { status: 404 });
  const views = [viewSetup(left), viewSetup(right)] as const;
  const headOf = ({ job, part, operation, machine, signedOff }: SetupView, id: string) => ({
    id,
    job,
    part,
    operation,
    machine: machine.name,
    signedOff,
  });
  return {
    person: shownPerson(person),
    left: headOf(views[0], params.setupId),
    right: headOf(views[1], other),
    groups: compareSetups(...views),
  };
}

export default function Compare({ loaderData }: Route.ComponentProps) {
  return <ComparePage {...loaderData} />;
}
