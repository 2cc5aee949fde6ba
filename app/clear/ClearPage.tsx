import { useMemo } from "react";
import { useSearchParams } from "react-router";
import { travelOfSetup } from "../../core/clearance/index.ts";
import { whereToolsStand } from "../../core/proof/index.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { EmptyPage } from "../ui/EmptyState.tsx";
import { CombsView } from "./CombsView.tsx";
import type { ClearProps } from "./clearProps.ts";
import { SwingView } from "./SwingView.tsx";
import { TravelView } from "./TravelView.tsx";

/** Will it clear: travel of every tool, the turret's swing, opposing combs. */
export function ClearPage(loaded: LoadedSetup & Pick<ClearProps, "program">) {
  const { setup } = loaded;
  const [search] = useSearchParams();
  const travels = useMemo(() => travelOfSetup(setup, whereToolsStand(setup)), [setup]);
  const { turret, combs } = setup.machine;
  const views: (readonly [string, string])[] = [
    ["travel", "Travel"],
    ["swing", turret ? "Turret and bars" : "Bars and front"],
    ...(combs ? [["combs", "Facing combs"] as const] : []),
  ];
  const asked = search.get("view");
  const view = views.find(([path]) => path === asked)?.[0] ?? "travel";
  if (setup.tools.length === 0)
    return <EmptyPage>This setup has no tools yet, so there is nothing that could be in the way.</EmptyPage>;
  const props = { ...loaded, travels, views, view };
  if (view === "combs") return <CombsView {...props} />;
  return view === "swing" ? <SwingView {...props} /> : <TravelView {...props} />;
}
