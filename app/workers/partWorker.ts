import type { SetupView } from "../../core/ledger/index.ts";
import { type PartOfSetup, partOfSetup } from "../../core/part/index.ts";

/** A setup and the text of its program, of which the finished part is wanted. */
export interface PartRequest {
  readonly setup: SetupView;
  readonly program: string;
}
export type PartAnswer =
  | { readonly kind: "done"; readonly part: PartOfSetup }
  | { readonly kind: "failed"; readonly message: string };

/** Works a part out beside the page. It is left by ending the worker. */
self.onmessage = ({ data: { setup, program } }: MessageEvent<PartRequest>) => {
  const answer = (message: PartAnswer) => self.postMessage(message);
  try {
    answer({ kind: "done", part: partOfSetup(setup, program) });
  } catch (cause) {
    answer({ kind: "failed", message: cause instanceof Error ? cause.message : String(cause) });
  }
};
