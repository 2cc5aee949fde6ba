import { useEffect, useState } from "react";
import type { SetupView } from "../../core/ledger/index.ts";
import type { Slip } from "../../sim/rehearsal/index.ts";
import type { PlayedRehearsal, RehearsalAnswer, RehearsalRequest } from "../workers/rehearsalWorker.ts";

/** A rehearsal on its way: nothing to play, being played, played, or failed. */
type RehearsalRun =
  | { readonly state: "none" }
  | { readonly state: "running"; readonly share: number; readonly staged: PlayedRehearsal | undefined }
  | { readonly state: "failed"; readonly message: string }
  | { readonly state: "done"; readonly rehearsal: PlayedRehearsal };

/** Room below which a miss is said, millimetres. */
const MARGIN = 1;

const startWorker = () => new Worker(new URL("../workers/rehearsalWorker.ts", import.meta.url), { type: "module" });

/** A worker that waits: what it has once played made it quick, and another page of the stage need not load it anew. */
let spare: Worker | undefined;

/** Has a worker ready before somebody asks for a rehearsal, while there is none on the page. */
export function useReadyWorker(isWanted: boolean): void {
  useEffect(() => {
    if (isWanted) spare ??= startWorker();
  }, [isWanted]);
}

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
    setRun({ state: "running", share: 0, staged: undefined });
    const worker = spare ?? startWorker();
    spare = undefined;
    let isDone = false;
    worker.onmessage = ({ data }: MessageEvent<RehearsalAnswer>) => {
      if (data.kind === "staged") setRun({ state: "running", share: 0, staged: data.rehearsal });
      else if (data.kind === "progress")
        setRun((now) => (now.state === "running" ? { ...now, share: data.share } : now));
      else if (data.kind === "failed") setRun({ state: "failed", message: data.message });
      else if (data.kind === "done") setRun({ state: "done", rehearsal: data.rehearsal });
      else if (data.kind === "compared") {
        isDone = true;
        setRun((now) =>
          now.state === "done"
            ? { state: "done", rehearsal: { ...now.rehearsal, differences: data.differences } }
            : now,
        );
      }
    };
    worker.onerror = () => setRun({ state: "failed", message: "The rehearsal did not run here." });
    const request: RehearsalRequest = { setup, program, slips, margin: MARGIN };
    worker.postMessage(request);
    return () => {
      worker.onmessage = null;
      // In the middle of a play there is no other way to stop it.
      if (isDone && !spare) spare = worker;
      else worker.terminate();
    };
  }, [setup.seq, program, asked]);
  return run;
}
