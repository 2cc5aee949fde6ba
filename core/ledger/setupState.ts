import { invariant } from "../refusal.ts";
import type { Cell } from "./cells.ts";
import type { Entry } from "./entry.ts";
import { cellsOf } from "./entryFacts.ts";
import { activeEntry } from "./lookUp.ts";

/**
 * A setup as the fold of its entries: for every cell the entries that wrote it and still stand, oldest first. Keeping
 * the whole stack, not only its top, makes an undo give back exactly what was there before, and the incremental state
 * equal to one rebuilt from nothing.
 */
export interface SetupState {
  /** Sequence number of the newest entry folded in; 0 before the first. */
  readonly seq: number;
  readonly cells: Readonly<Record<Cell, readonly Entry[]>>;
  /** Entries taken back, by id, with the sequence number of the entry that took them back. */
  readonly undone: Readonly<Record<string, number>>;
}

/**
 * Version of a stored fold. It goes up with every change of what {@link apply} makes of the same entries or of the steps that are
 * counted beside it, and with every new
 * version of a payload, which a fold holds as it is written now; an older fold is made anew from its ledger.
 */
export const SNAPSHOT_VERSION = 5;

export const EMPTY_SETUP: SetupState = { seq: 0, cells: {}, undone: {} };

/**
 * Adds one entry. Cannot fail on a valid history: whether an entry may be made is decided before, by `decide`.
 * Throws only where the history itself has a gap, which is a bug.
 */
export function apply(state: SetupState, entry: Entry): SetupState {
  invariant(entry.seq === state.seq + 1, `entry ${entry.seq} cannot follow ${state.seq}`);
  if (entry.kind === "entry-undone") {
    const target = activeEntry(state, entry.payload.entry);
    if (!target) return { ...state, seq: entry.seq };
    const cells = { ...state.cells };
    for (const cell of cellsOf(target)) {
      const left = (cells[cell] ?? []).filter((one) => one.id !== target.id);
      if (left.length === 0) delete cells[cell];
      else cells[cell] = left;
    }
    return { seq: entry.seq, cells, undone: { ...state.undone, [target.id]: entry.seq } };
  }
  const cells = { ...state.cells };
  for (const cell of cellsOf(entry)) cells[cell] = [...(cells[cell] ?? []), entry];
  return { ...state, seq: entry.seq, cells };
}

/** The state after all entries, which must be in order and without gaps. */
export function fold(entries: Iterable<Entry>, from: SetupState = EMPTY_SETUP): SetupState {
  let state = from;
  for (const entry of entries) state = apply(state, entry);
  return state;
}

/** All entries that stand, in the order in which they were made. */
export function history(state: SetupState): readonly Entry[] {
  const entries = new Map<string, Entry>();
  for (const stack of Object.values(state.cells)) for (const entry of stack) entries.set(entry.id, entry);
  return [...entries.values()].sort((a, b) => a.seq - b.seq);
}
