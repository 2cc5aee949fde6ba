import type { Cell } from "./cells.ts";
import type { Command, Entry } from "./entry.ts";
import { kindOf } from "./kinds/index.ts";

/** The cells that an entry writes. An undo writes the cells of the entry that it takes back. */
export function cellsOf(command: Command, undone?: Entry): readonly Cell[] {
  if (command.kind === "entry-undone") return undone ? cellsOf(undone) : [];
  return kindOf(command.kind).cells(command.payload, command.id);
}

/** The cells that an entry's numbers were worked out from: a touch rests on a work offset, a second offset on its first. */
export const dependenciesOf = ({ kind, payload }: Command): readonly Cell[] => kindOf(kind).dependencies(payload);

/** An entry in a few words, without its numbers: for the ledger's reader, for a question, for the name of an undo. */
export const describeEntry = ({ kind, payload }: Command | Entry): string => kindOf(kind).describe(payload);

/** Offsets of tools that an entry is about; empty where it is about the part or the setup. */
export const offsetsOf = ({ kind, payload }: Command | Entry): readonly string[] => kindOf(kind).offsets(payload);
