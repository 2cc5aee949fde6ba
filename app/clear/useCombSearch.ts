import { useEffect, useRef, useState } from "react";
import type { CombPlacing, CombProblem } from "../../core/clearance/index.ts";
import type { CombAnswer } from "../workers/combWorker.ts";

/** The search for a placing that meshes: idle, on its way, or found. */
type CombSearch =
  | { readonly state: "idle" }
  | { readonly state: "searching"; readonly share: number }
  | { readonly state: "failed" }
  | { readonly state: "found"; readonly placing: CombPlacing };

/** Searches in a worker; another problem, cancelling or leaving the page ends it. */
export function useCombSearch(problem: CombProblem | undefined) {
  const [search, setSearch] = useState<CombSearch>({ state: "idle" });
  const worker = useRef<Worker>(null);
  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
  };
  // What was found for other stand-outs or another standing is not an answer any more.
  const key = JSON.stringify(problem);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a change of the problem is what ends the search.
  useEffect(() => {
    setSearch({ state: "idle" });
    return stop;
  }, [key]);
  return {
    search,
    start() {
      if (!problem) return;
      stop();
      const running = new Worker(new URL("../workers/combWorker.ts", import.meta.url), { type: "module" });
      worker.current = running;
      setSearch({ state: "searching", share: 0 });
      running.onmessage = ({ data }: MessageEvent<CombAnswer>) => {
        if (data.kind === "progress") setSearch({ state: "searching", share: data.share });
        else setSearch({ state: "found", placing: data.placing });
      };
      running.onerror = () => setSearch({ state: "failed" });
      running.postMessage(problem);
    },
    cancel() {
      stop();
      setSearch({ state: "idle" });
    },
  };
}
