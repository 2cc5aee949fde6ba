import { useEffect, useState } from "react";
import type { SetupView } from "../../core/ledger/index.ts";
import type { TravelAnswer, TravelRequest } from "../workers/travelWorker.ts";

/**
 * The lines of a program that lead a tool out of its travel, found in a worker. Undefined while they are being looked for, and where they
 * are not looked for: without a program, or where all tools fit.
 */
export function useLeavesTravel(
  setup: SetupView,
  program: string | undefined,
  isWanted: boolean,
): TravelAnswer | undefined {
  const [found, setFound] = useState<TravelAnswer>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: a setup is another one with another entry.
  useEffect(() => {
    setFound(undefined);
    if (program === undefined || !isWanted) return;
    const worker = new Worker(new URL("../workers/travelWorker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<TravelAnswer>) => setFound(data);
    const request: TravelRequest = { setup, program };
    worker.postMessage(request);
    return () => worker.terminate();
  }, [setup.seq, program, isWanted]);
  return found;
}
