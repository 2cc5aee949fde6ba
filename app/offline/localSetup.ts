import {
  apply,
  asWrittenNow,
  type Command,
  decide,
  type Entry,
  fold,
  makeEntry,
  type SetupState,
} from "../../core/ledger/index.ts";
import type { SetupPack } from "../../server/setup/setupPack.server.ts";
import type { Waiting } from "./store.ts";

/**
 * A setup as this device knows it: the ledger as it was last heard, and upon it what waits here, in order. What the ledger
 * does not take any more is left out, as the server would leave it out; it stands in the queue until somebody decides.
 */
export function localSetup(
  pack: Pick<SetupPack, "entries">,
  waiting: readonly Waiting[],
): { readonly state: SetupState; readonly entries: readonly Entry[] } {
  const entries = pack.entries.map(asWrittenNow);
  let state = fold(entries);
  for (const { command, personName, madeAt, fields } of waiting) {
    if (entries.some(({ id }) => id === command.id)) continue;
    if (!decide(state, command).ok) continue;
    const entry = asEntry(command, state.seq + 1, personName, madeAt, Number(fields.base ?? 0));
    entries.push(entry);
    state = apply(state, entry);
  }
  return { state, entries };
}

const asEntry = (command: Command, seq: number, person: string, madeAt: string, base: number): Entry =>
  makeEntry(command, seq, { base, person, device: "this device", at: madeAt, madeAt });
