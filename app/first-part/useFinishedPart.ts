import { useEffect, useState } from "react";
import { chosenEdge, type SetupView } from "../../core/ledger/index.ts";
import type { PartOfSetup } from "../../core/part/index.ts";
import type { PartAnswer, PartRequest } from "../workers/partWorker.ts";

/** The part that a program makes: no program, being worked out, worked out, or failed. */
export type PartRun =
  | { readonly state: "none" }
  | { readonly state: "running" }
  | { readonly state: "failed"; readonly message: string }
  | { readonly state: "done"; readonly part: PartOfSetup };

/** Works the finished part of a setup out in a worker, anew whenever its program, its tools or its stock are others. */
export function useFinishedPart(setup: SetupView, program: string | undefined): PartRun {
  const [run, setRun] = useState<PartRun>(program === undefined ? { state: "none" } : { state: "running" });
  const { tools, stock, rawHole, machine, programRead } = setup;
  const rests = JSON.stringify([
    tools.map((view) => [view.offset, view.tool, view.zone.id, chosenEdge(view)]),
    stock,
    rawHole,
    machine.id,
    programRead?.fingerprint,
  ]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the part rests on what is listed, and not on every entry.
  useEffect(() => {
    if (program === undefined) {
      setRun({ state: "none" });
      return;
    }
    const worker = new Worker(new URL("../workers/partWorker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<PartAnswer>) => {
      setRun(data.kind === "done" ? { state: "done", part: data.part } : { state: "failed", message: data.message });
      worker.terminate();
    };
    worker.onerror = () => setRun({ state: "failed", message: "The part was not worked out here." });
    const request: PartRequest = { setup, program };
    worker.postMessage(request);
    return () => worker.terminate();
  }, [rests, program]);
  return run;
}
