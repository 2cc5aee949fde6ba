import { requireRole } from "../../server/people/access.server.ts";
import { squareCode } from "../../server/setup/squareCode.server.ts";
import { SheetPage } from "../keep/SheetPage.tsx";
import { loadStage } from "../offline/loadSetup.ts";
import { useSetup } from "../shell/useSetup.ts";
import type { Route } from "./+types/sheet";

/** The code on the sheet opens this setup where the sheet was printed from. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  const { origin } = new URL(request.url);
  return { code: squareCode(`${origin}/setups/${params.setupId}`) };
}

/** The code is made once and stays: the address of a setup does not change. */
export const clientLoader = ({ params, serverLoader }: Route.ClientLoaderArgs) =>
  loadStage(params.setupId, serverLoader, ({ code }) => ({ code }));
clientLoader.hydrate = true as const;

export default function Sheet({ loaderData }: Route.ComponentProps) {
  return <SheetPage {...useSetup()} {...loaderData} />;
}

export { StageFailure as ErrorBoundary } from "../shell/StageFailure.tsx";
