import { useEffect, useMemo, useState } from "react";
import { chosenEdge, type SetupView } from "../../core/ledger/index.ts";
import { type PartOfSetup, partOfSteps } from "../../core/part/index.ts";
import type { PartAnswer, PartRequest } from "../workers/partWorker.ts";

/** The part that a program or its typed steps make: neither, being worked out, worked out, or failed. */
export type PartRun =
  | { readonly state: "none" }
  | { readonly state: "running" }
  | { readonly state: "failed"; readonly message: string }
  | { readonly state: "done"; readonly part: PartOfSetup };

/**
 * Works the finished part of a setup out in a worker, anew whenever its program, its tools or its stock are others. Without a program it is what
 * its typed steps make.
 */
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
  const drawn = useMemo(() => bySteps(setup), [setup]);
  return drawn ?? run;
}

/** The part of a setup that has steps and no program; undefined where it has a program or no steps. */
function bySteps(setup: SetupView): PartRun | undefined {
  const { programRead, stepped } = setup;
  if (programRead || !stepped || stepped.steps.length === 0) return undefined;
  const side = partOfSteps(setup, stepped);
  return { state: "done", part: { sides: side ? [side] : [], by: "steps", assumed: [], left: [] } };
}
