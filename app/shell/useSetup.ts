import { useRouteLoaderData } from "react-router";
import type { loadedSetup } from "../offline/loadedSetup.ts";

/** A setup as its pages get it, from the server or from what this device took along. */
export type LoadedSetup = ReturnType<typeof loadedSetup>;

/** What every stage of a setup stands on: the setup as it is now, and who looks at it. */
export function useSetup(): LoadedSetup {
  const loaded: unknown = useRouteLoaderData("routes/setup");
  if (!loaded) throw new Error("a stage is shown inside its setup");
  return loaded as LoadedSetup;
}
