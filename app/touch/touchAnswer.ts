import type { SetupOutcome } from "../../core/commands/index.ts";

/** What the screen hears back: the server's word, or that the server could not be reached. */
export type TouchAnswer =
  | Exclude<SetupOutcome, { outcome: "kept" }>
  | { readonly outcome: "done" }
  | { readonly outcome: "unreachable"; readonly message: string };
