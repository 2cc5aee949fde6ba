import { type Answer, accepted, refused } from "../refusal.ts";
import { CELLS } from "./cells.ts";
import type { Command } from "./entry.ts";
import { kindOf } from "./kinds/index.ts";
import { activeEntry, type DecisionCode, type DecisionRefusal, topOf } from "./lookUp.ts";
import type { SetupState } from "./setupState.ts";

/**
 * Whether a command may become an entry of this setup now. The payload has been validated by its schema before; here
 * stand the rules of the ledger itself, and each kind adds what it needs of the history. Refused with the rule that it
 * breaks; nothing is changed.
 */
export function decide(state: SetupState, command: Command): Answer<Command, DecisionRefusal> {
  const no = (code: DecisionCode, message: string) => refused({ code, message });
  if (command.kind !== "setup-opened") {
    if (state.seq === 0) return no("not-open", "This setup has not been opened yet.");
    const signedOff = topOf(state, CELLS.signOff)?.kind === "signed-off";
    if (command.kind === "reopened")
      return signedOff
        ? accepted(command)
        : no("not-signed-off", "This setup is not signed off, so there is nothing to reopen.");
    if (signedOff) return no("signed-off", "This setup is signed off. A lead must reopen it before anything is added.");
  }
  if (command.kind === "entry-undone") {
    const target = activeEntry(state, command.payload.entry);
    if (!target) return no("no-such-entry", "That entry does not stand any more; it has been undone already.");
    if (kindOf(target.kind).undo === "never")
      return no("cannot-undo", "This kind of entry cannot be undone; make a new one instead.");
  }
  const refusal = kindOf(command.kind).refusal(state, command.payload);
  return refusal ? refused(refusal) : accepted(command);
}
