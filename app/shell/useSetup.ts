import { useRouteLoaderData } from "react-router";
import type { loader } from "../routes/setup.tsx";

/** What every stage of a setup stands on: the setup as it is now, and who looks at it. */
export function useSetup() {
  const loaded = useRouteLoaderData<typeof loader>("routes/setup");
  if (!loaded) throw new Error("a stage is shown inside its setup");
  return loaded;
}
export type LoadedSetup = ReturnType<typeof useSetup>;
