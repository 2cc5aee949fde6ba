import { type CombPlacing, type CombProblem, meshCombsInSteps } from "../../core/clearance/index.ts";

export type CombAnswer =
  | { readonly kind: "progress"; readonly share: number }
  | { readonly kind: "done"; readonly placing: CombPlacing };

/** Looks for the placing in which combs mesh, beside the page. It is left by ending the worker. */
self.onmessage = ({ data }: MessageEvent<CombProblem>) => {
  const answer = (message: CombAnswer) => self.postMessage(message);
  const steps = meshCombsInSteps(data);
  for (;;) {
    const { done, value } = steps.next();
    if (done) {
      answer({ kind: "done", placing: value });
      return;
    }
    answer({ kind: "progress", share: value.share });
  }
};
