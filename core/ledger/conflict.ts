import type { Cell } from "./cells.ts";
import type { Command, Entry } from "./entry.ts";
import { cellsOf, dependenciesOf } from "./entryFacts.ts";

/** What stands in the way of a command: another entry, and the cell in which both meet. */
interface InTheWay {
  readonly cell: Cell;
  readonly theirs: Entry;
}

/** Choosing a way or ticking a cell loses nothing: the last one holds, however quickly one follows the other. */
export const lastOneHolds = ({ kind }: Command): boolean => kind === "way-chosen" || kind === "cells-keyed";

/**
 * The latest of `since` that wrote what a command writes, or what its numbers rest on: a touch made under another work offset is asked
 * about. `undone` is the entry that the command takes back, where it takes one back; `entryOf` gives an entry by its id, undefined for
 * one that is not known. Undefined where nothing is in the way.
 */
export function conflictAmong(
  since: readonly Entry[],
  command: Command,
  undone: Entry | undefined,
  entryOf: (id: string) => Entry | undefined,
): InTheWay | undefined {
  if (lastOneHolds(command)) return undefined;
  const cells = [...cellsOf(command, undone), ...dependenciesOf(command)];
  for (const theirs of [...since].sort((a, b) => b.seq - a.seq)) {
    const taken = theirs.kind === "entry-undone" ? entryOf(theirs.payload.entry) : undefined;
    const cell = cellsOf(theirs, taken).find((one) => cells.includes(one));
    if (cell !== undefined) return { cell, theirs };
  }
  return undefined;
}
