import type { MachineProfile } from "../../core/frame/index.ts";
import type { Payload } from "../../core/ledger/index.ts";
import {
  type ProgramMachine,
  type ProgramReading,
  programMachine,
  programRecord,
  readProgramInSteps,
} from "../../core/program/index.ts";
import { type Answer, accepted, refused } from "../../core/refusal.ts";
import type { Sql } from "../database/pool.server.ts";
import { LARGEST_PROGRAM } from "./largestProgram.ts";
import { storeProgram } from "./programsRepository.server.ts";

/** Reads and keeps a program; gives what the ledger keeps of it, or why it is refused. */
export async function takeProgram(
  sql: Sql,
  file: File,
  machine: MachineProfile,
): Promise<Answer<Payload<"program-read">>> {
  if (file.size === 0) return refused({ code: "empty", message: "This file is empty. Choose the program's file." });
  if (file.size > LARGEST_PROGRAM)
    return refused({
      code: "too-large",
      message: `This file has ${megabytes(file.size)} MB; a program may have ${megabytes(LARGEST_PROGRAM)} MB.`,
    });
  const content = Buffer.from(await file.arrayBuffer());
  const text = content.toString("latin1");
  if (looksBinary(text))
    return refused({ code: "not-text", message: "This file is not text. Choose the program as the control reads it." });
  const reading = await readWithPauses(text, programMachine(machine));
  const fingerprint = await storeProgram(sql, content);
  return accepted(programRecord({ name: nameOf(file.name), bytes: content.length, fingerprint }, reading));
}

const megabytes = (bytes: number) => (bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0);

/** Reads a long program in pieces, so that others are served in between. */
async function readWithPauses(text: string, machine: ProgramMachine): Promise<ProgramReading> {
  const steps = readProgramInSteps(text, machine);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
    await new Promise((resolve) => setImmediate(resolve));
  }
}

/** A text has hardly any control characters but line ends and tabs; what is no text has them everywhere. */
function looksBinary(text: string): boolean {
  const sample = text.slice(0, 4096);
  let odd = 0;
  for (let at = 0; at < sample.length; at++) {
    const code = sample.charCodeAt(at);
    if (code < 32 && code !== 9 && code !== 10 && code !== 13) odd++;
  }
  return odd > sample.length / 50;
}

/** The file's own name without any path, at most as long as a name is kept. */
const nameOf = (name: string) =>
  (name.split(/[/\\]/).pop() ?? "").replace(/[^\x20-\x7e]/g, "").slice(0, 80) || "program.nc";
