import type { SetupView } from "../../core/ledger/index.ts";
import { type ChangedLine, programFile, programMachine, readProgram, renumberCalls } from "../../core/program/index.ts";
import type { Sql } from "../database/pool.server.ts";
import { readProgramText } from "./programsRepository.server.ts";

/** A setup's program with its calls renumbered; undefined while none has been taken in. */
async function renumbered(sql: Sql, { programRead, renumbered: kept, machine }: SetupView) {
  const text = programRead && (await readProgramText(sql, programRead.fingerprint));
  if (!programRead || text === undefined) return undefined;
  const changes = kept?.changes ?? [];
  if (changes.length === 0) return { name: programRead.name, text, lines: [] };
  const how = programMachine(machine);
  const done = renumberCalls(text, readProgram(text, how), how, changes);
  if (!done.ok) throw new Error(`A renumbering that was taken is refused now: ${done.refusal.message}`);
  return { name: programRead.name, ...done.value };
}

/** The file to take away, as this machine's control wants it. */
export async function editedProgram(sql: Sql, setup: SetupView) {
  const done = await renumbered(sql, setup);
  return done && programFile(done.name, done.text, setup.machine);
}

/** The lines that renumbering has changed. */
export async function changedLines(sql: Sql, setup: SetupView): Promise<readonly ChangedLine[]> {
  return setup.renumbered ? ((await renumbered(sql, setup))?.lines ?? []) : [];
}
