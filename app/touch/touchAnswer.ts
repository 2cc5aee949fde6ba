import type { TouchOutcome } from "../../server/touch/touchCommands.server.ts";

/** What the screen hears back: the server's word, or that the server could not be reached. */
export type TouchAnswer =
  | Exclude<TouchOutcome, { outcome: "kept" }>
  | { readonly outcome: "done" }
  | { readonly outcome: "unreachable"; readonly message: string };
