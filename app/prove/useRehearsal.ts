import { useEffect, useState } from "react";
import type { SetupView } from "../../core/ledger/index.ts";
import type { Slip } from "../../sim/rehearsal/index.ts";
import type { PlayedRehearsal, RehearsalAnswer, RehearsalRequest } from "../workers/rehearsalWorker.ts";

/** A rehearsal on its way: nothing to play, being played, played, or failed. */
export type RehearsalRun =
  | { readonly state: "none" }
  | { readonly state: "running"; readonly share: number }
  | { readonly state: "failed"; readonly message: string }
  | { readonly state: "done"; readonly rehearsal: PlayedRehearsal };

/** Room below which a miss is said, millimetres. */
const MARGIN = 1;

/** Plays a setup's program in a worker, anew whenever setup, program or slips are others. */
export function useRehearsal(setup: SetupView, program: string | undefined, slips: readonly Slip[]): RehearsalRun {
  const [run, setRun] = useState<RehearsalRun>({ state: "none" });
  const asked = JSON.stringify(slips);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the same slips in another list are the same slips.
  useEffect(() => {
    if (program === undefined) {
      setRun({ state: "none" });
      return;
    }
    setRun({ state: "running", share: 0 });
    const worker = new Worker(new URL("../workers/rehearsalWorker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<RehearsalAnswer>) => {
      if (data.kind === "progress") setRun({ state: "running", share: data.share });
      else if (data.kind === "failed") setRun({ state: "failed", message: data.message });
      else if (data.kind === "done") setRun({ state: "done", rehearsal: data.rehearsal });
      else
        setRun((now) =>
          now.state === "done"
            ? { state: "done", rehearsal: { ...now.rehearsal, differences: data.differences } }
            : now,
        );
    };
    worker.onerror = () => setRun({ state: "failed", message: "The rehearsal did not run here." });
    const request: RehearsalRequest = { setup, program, slips, margin: MARGIN };
    worker.postMessage(request);
    return () => worker.terminate();
  }, [setup.seq, program, asked]);
  return run;
}
