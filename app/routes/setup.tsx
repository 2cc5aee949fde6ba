import { useEffect } from "react";
import { href, Outlet, PrefetchPageLinks, type ShouldRevalidateFunctionArgs } from "react-router";
import { viewSetup } from "../../core/ledger/index.ts";
import { isThrough, touchingOrder } from "../../core/plan/index.ts";
import { sql } from "../../server/context.server.ts";
import { countLate, givenBackTo } from "../../server/late/lateRepository.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { readHistory } from "../../server/ledger/toolHistory.server.ts";
import { hasFeed } from "../../server/machine-link/links.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { hasPracticeLathe } from "../../server/stand-in/practiceLathe.server.ts";
import { shopGauges, shopSpacers, shopUncertainty } from "../../server/workshop/workshopRepository.server.ts";
import { KeepsMeasurements } from "../first-part/keptMeasurements.tsx";
import { LateMark } from "../keep/LateMark.tsx";
import { keepSetupPages } from "../offline/keepSetupPages.ts";
import { loadedSetup } from "../offline/loadedSetup.ts";
import { loadSetup } from "../offline/loadSetup.ts";
import { pageIdIfAny } from "../offline/pageId.ts";
import { SetupNewsContext } from "../offline/SetupNewsContext.ts";
import { workingOut } from "../offline/sendSetupForm.ts";
import { useSayOpen } from "../offline/useSayOpen.ts";
import { useSetupNews } from "../offline/useSetupNews.ts";
import { entriesAddress } from "../shell/entriesAddress.ts";
import { LookingOnMark } from "../shell/LookingOnMark.tsx";
import { OthersHere } from "../shell/OthersHere.tsx";
import { StageChain } from "../shell/StageChain.tsx";
import { TopStrip } from "../shell/TopStrip.tsx";
import type { TouchAnswer } from "../touch/touchAnswer.ts";
import type { Route } from "./+types/setup";

export const meta: Route.MetaFunction = ({ data }) => [{ title: data ? `${data.setup.part} · Luvrit` : "Luvrit" }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "viewer");
  const state = await readSetup(sql(), params.setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  const setup = viewSetup(state);
  const [spacers, gauges, shop, history, late, givenBack] = await Promise.all([
    shopSpacers(sql()),
    shopGauges(sql()),
    shopUncertainty(sql()),
    readHistory(sql(), params.setupId, setup),
    countLate(sql(), [params.setupId]),
    givenBackTo(sql(), params.setupId, person.id),
  ]);
  return loadedSetup(params.setupId, state, person, {
    hasFeed: hasFeed(setup.machine.id),
    isShared: hasPracticeLathe(),
    spacers,
    gauges,
    shop,
    history,
    late: { waiting: late.get(params.setupId) ?? 0, givenBack: givenBack.length },
  });
}

/** Without its server a setup stands on what this device took along, and on what waits here. */
export const clientLoader = ({ params, serverLoader }: Route.ClientLoaderArgs) =>
  loadSetup(params.setupId, serverLoader);
clientLoader.hydrate = true as const;

/**
 * Going from step to step waits for nothing: the page asks for news by itself afterwards. A server that did not answer an
 * entry is not asked for the setup either, so that the page stays as it is.
 */
export const shouldRevalidate = (change: ShouldRevalidateFunctionArgs) => {
  if ((change.actionResult as TouchAnswer | undefined)?.outcome === "unreachable") return false;
  // A conflict means that there is news.
  if (change.actionStatus === 409) return true;
  const sameStage =
    change.currentUrl.pathname === change.nextUrl.pathname && change.currentUrl.search !== change.nextUrl.search;
  return change.formMethod === undefined && sameStage ? false : change.defaultShouldRevalidate;
};

export default function Setup({ loaderData: { setup, setupId, person, mayEnter, late } }: Route.ComponentProps) {
  const order = touchingOrder(setup);
  const touched = setup.tools.filter(({ offset }) => isThrough(order, offset)).length;
  const { machine } = setup;
  const claims = useSetupNews(setupId, setup.seq, late?.waiting);
  useSayOpen(setupId, mayEnter);
  useEffect(() => {
    keepSetupPages(setupId);
    workingOut().catch(() => {
      // The server went away just now: asked for again with the first form.
    });
  }, [setupId]);
  return (
    <SetupNewsContext value={claims}>
      <TopStrip
        title={`${setup.part} · ${setup.operation}`}
        subtitle={`${machine.name} · ${machine.units} · ${setup.school}`}
        person={person}
        beside={{ to: href("/setups/:setupId/practice", { setupId }), name: "Practice" }}
        others={
          <>
            <LookingOnMark setup={setup} setupId={setupId} mayEnter={mayEnter} />
            <LateMark setupId={setupId} role={person.role} late={late} />
            <OthersHere setup={setup} setupId={setupId} others={claims.filter(({ page }) => page !== pageIdIfAny())} />
          </>
        }
      >
        <StageChain setupId={setupId} touched={touched} tools={setup.tools.length} />
      </TopStrip>
      {/* What sends a form must be there before the server goes away. */}
      <PrefetchPageLinks page={entriesAddress(setupId)} />
      <KeepsMeasurements key={`${setupId} ${person.name}`} setup={setup} setupId={setupId} person={person}>
        <Outlet />
      </KeepsMeasurements>
    </SetupNewsContext>
  );
}
