import {
  activeEntry,
  type Command,
  describeEntry,
  type EntryKind,
  type SetupState,
  viewSetup,
} from "../ledger/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { axesOff } from "./positionCommand.ts";

/** Entries that are about the machine, whatever setup they are entered in. */
export const MACHINE_KINDS: readonly EntryKind[] = [
  "position-lost",
  "position-checked",
  "setter-calibrated",
  "file-form-confirmed",
];

/**
 * What an entry about the machine, entered or taken back in one setup, says to another one that runs on it: the machine is the same, the
 * tolerances are its own. `idOf` gives the id of the other setup's entry from that of the first. Undefined where it says nothing new
 * there, or for any other entry.
 */
export function factElsewhere(command: Command, state: SetupState, idOf: (id: string) => string): Command | undefined {
  const setup = viewSetup(state);
  const id = idOf(command.id);
  if (command.kind === "entry-undone") {
    const target = activeEntry(state, idOf(command.payload.entry));
    const what = target && describeEntry(target).slice(0, 120);
    return target && what !== undefined ? { id, kind: command.kind, payload: { entry: target.id, what } } : undefined;
  }
  if (command.kind === "position-lost")
    return setup.positionLost
      ? undefined
      : { id, kind: command.kind, payload: { by: command.payload.by, elsewhere: true } };
  if (command.kind === "position-checked") {
    const { offset, x, z } = command.payload;
    const found = { offset, x, z, off: axesOff(setup, { x, z }), elsewhere: true };
    return setup.positionLost && { id, kind: command.kind, payload: found };
  }
  if (command.kind === "file-form-confirmed") {
    const { format, language, line, means } = command.payload;
    const isSame = setup.machine.fileForm?.format === format && setup.machine.fileForm.language === language;
    return isSame ? undefined : { id, kind: command.kind, payload: { format, language, line, means, elsewhere: true } };
  }
  if (command.kind !== "setter-calibrated") return undefined;
  const { side, machine, geometry, exact, typed } = command.payload;
  const before = setup.machine.setter?.[side];
  if (before === undefined || Math.abs(exact - before) < TOLERANCES.sameLength) return undefined;
  return { id, kind: command.kind, payload: { side, machine, geometry, exact, before, typed, elsewhere: true } };
}
