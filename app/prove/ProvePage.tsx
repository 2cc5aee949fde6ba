import { useSearchParams } from "react-router";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { EmptyPage } from "../ui/EmptyState.tsx";
import { ChecksView } from "./ChecksView.tsx";
import { NoseView } from "./NoseView.tsx";
import { RehearsalView } from "./RehearsalView.tsx";
import { useReadyWorker } from "./useRehearsal.ts";

/** Nothing moves at rapid before it was rehearsed: checks at the machine, the program on the simulated lathe, the nose. */
export function ProvePage(props: LoadedSetup & { readonly program: string | undefined }) {
  const [search] = useSearchParams();
  const asked = search.get("view");
  useReadyWorker(props.setup.programRead !== undefined && asked !== "rehearsal");
  if (props.setup.tools.length === 0)
    return <EmptyPage>This setup has no tools yet, so there is nothing to prove.</EmptyPage>;
  if (asked === "rehearsal") return <RehearsalView {...props} />;
  return asked === "nose" ? <NoseView {...props} /> : <ChecksView {...props} />;
}
