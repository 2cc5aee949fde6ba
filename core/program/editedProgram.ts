import type { SetupView } from "../ledger/index.ts";
import { programFile } from "./programFile.ts";
import { programMachine } from "./programMachine.ts";
import { readProgram } from "./readProgram.ts";
import { type ChangedLine, renumberCalls } from "./renumber.ts";

/** A setup's program, from its text as it came, with its calls renumbered. */
function renumbered(text: string, { renumbered: kept, machine }: SetupView) {
  const changes = kept?.changes ?? [];
  if (changes.length === 0) return { text, lines: [] };
  const how = programMachine(machine);
  const done = renumberCalls(text, readProgram(text, how), how, changes);
  if (!done.ok) throw new Error(`A renumbering that was taken is refused now: ${done.refusal.message}`);
  return done.value;
}

/** The file to take away, as this machine's control wants it; undefined while no program has been taken in. */
export function editedProgram(text: string | undefined, setup: SetupView) {
  const { programRead, machine } = setup;
  if (!programRead || text === undefined) return undefined;
  return programFile(programRead.name, renumbered(text, setup).text, machine);
}

/**
 * Whether the program that is saved as proven is the setup's present one: no other program was taken in since, and no call renumbered.
 */
export function isProvenNow({ programRead, renumbered: calls, programProven }: SetupView): boolean {
  return programProven !== undefined && programProven.seq > Math.max(programRead?.seq ?? 0, calls?.seq ?? 0);
}

/**
 * The program as it came back from the control and was saved as proven, as the control wants its files. `text` is that of the file
 * that is kept; undefined where it is not here, or where the proven program is the one that went out.
 */
export function provenProgram(text: string | undefined, setup: SetupView) {
  const { programProven, machine } = setup;
  if (text === undefined || !programProven || programProven.as === "went-out" || !isProvenNow(setup)) return undefined;
  return programFile(programProven.name, text, machine);
}

/** The lines that renumbering has changed. */
export function changedLines(text: string | undefined, setup: SetupView): readonly ChangedLine[] {
  return setup.renumbered && text !== undefined ? renumbered(text, setup).lines : [];
}
