import type { MachineProfile } from "../../core/frame/index.ts";
import type { Payload } from "../../core/ledger/index.ts";
import {
  type ProgramMachine,
  type ProgramReading,
  programMachine,
  programName,
  programRecord,
  readProgramInSteps,
  textOfProgram,
} from "../../core/program/index.ts";
import { type Answer, accepted } from "../../core/refusal.ts";
import type { Sql } from "../database/pool.server.ts";
import { readProgramText, storeProgram } from "./programsRepository.server.ts";

/** Keeps the bytes of a program that a setup may take in later; gives their fingerprint, or why they are refused. */
export async function keepProgram(sql: Sql, file: File): Promise<Answer<string>> {
  const content = Buffer.from(await file.arrayBuffer());
  const text = textOfProgram(content);
  return text.ok ? accepted(await storeProgram(sql, content)) : text;
}

/** Reads and keeps a program; gives what the ledger keeps of it, or why it is refused. */
export async function takeProgram(
  sql: Sql,
  file: File,
  machine: MachineProfile,
): Promise<Answer<Payload<"program-read">>> {
  const content = Buffer.from(await file.arrayBuffer());
  const text = textOfProgram(content);
  if (!text.ok) return text;
  const read = await readWithPauses(text.value, programMachine(machine));
  const fingerprint = await storeProgram(sql, content);
  return accepted(programRecord({ name: programName(file.name), bytes: content.length, fingerprint }, read));
}

/** What the ledger keeps of a program whose bytes are here already; undefined where they are not. */
export async function takeKeptProgram(
  sql: Sql,
  fingerprint: string,
  name: string,
  machine: MachineProfile,
): Promise<Payload<"program-read"> | undefined> {
  const text = await readProgramText(sql, fingerprint);
  if (text === undefined) return undefined;
  const read = await readWithPauses(text, programMachine(machine));
  return programRecord({ name: programName(name), bytes: text.length, fingerprint }, read);
}

/** Reads a long program in pieces, so that others are served in between. */
async function readWithPauses(text: string, machine: ProgramMachine): Promise<ProgramReading> {
  const steps = readProgramInSteps(text, machine);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
    await new Promise((resolve) => setImmediate(resolve));
  }
}
