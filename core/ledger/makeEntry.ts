import type { Command, Entry, Provenance } from "./entry.ts";
import { kindOf } from "./kinds/index.ts";

/**
 * A command as the entry `seq` of its setup (counted from 1), with the version of its payload that its kind writes now.
 * Does not check it: `decide` does.
 */
export const makeEntry = (command: Command, seq: number, provenance: Provenance): Entry => ({
  ...command,
  version: kindOf(command.kind).version,
  seq,
  ...provenance,
});
