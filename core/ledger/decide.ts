import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { CELLS } from "./cells.ts";
import type { Command } from "./entry.ts";
import { type SetupState, standing, topOf } from "./setupState.ts";

export type DecisionCode =
  | "not-open"
  | "open-already"
  | "signed-off"
  | "not-signed-off"
  | "no-such-entry"
  | "cannot-undo"
  | "no-such-tool";

/** Kinds that can be taken back by an undo. What they rest on (the setup, its tools) is changed by a new entry instead. */
const UNDOABLE: readonly Command["kind"][] = ["stock-measured", "way-chosen", "touch-accepted", "nose-accepted"];

/**
 * Whether a command may become an entry of this setup now. The payload has been validated by its schema before;
 * here stand the rules that need the history.
 */
export function decide(state: SetupState, command: Command): Answer<Command, Refusal<DecisionCode>> {
  const no = (code: DecisionCode, message: string) => refused({ code, message });
  if (command.kind === "setup-opened")
    return state.seq === 0 ? accepted(command) : no("open-already", "This setup is open already.");
  if (state.seq === 0) return no("not-open", "This setup has not been opened yet.");

  const signedOff = topOf(state, CELLS.signOff)?.kind === "signed-off";
  if (command.kind === "reopened")
    return signedOff
      ? accepted(command)
      : no("not-signed-off", "This setup is not signed off, so there is nothing to reopen.");
  if (signedOff) return no("signed-off", "This setup is signed off. A lead must reopen it before anything is added.");

  switch (command.kind) {
    case "entry-undone": {
      const target = standing(state, command.payload.entry);
      if (!target)
        return no("no-such-entry", "That entry does not stand any more; somebody has taken it back already.");
      if (!UNDOABLE.includes(target.kind))
        return no("cannot-undo", "This kind of entry is not taken back; make a new one instead.");
      return accepted(command);
    }
    case "control-row-recorded":
    case "way-chosen":
    case "touch-accepted":
    case "nose-accepted":
      return topOf(state, CELLS.tool(command.payload.offset))
        ? accepted(command)
        : no("no-such-tool", `Offset ${command.payload.offset} has no tool in this setup.`);
    default:
      return accepted(command);
  }
}
