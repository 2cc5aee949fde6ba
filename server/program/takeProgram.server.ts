import type { Payload } from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import { programName } from "../../core/program/index.ts";
import { type Answer, accepted, refused } from "../../core/refusal.ts";
import type { Sql } from "../database/pool.server.ts";
import { NotRead, type Reader, readInWorker } from "../reading/readInWorker.server.ts";
import { contentOf, type Incoming } from "../uploads/incoming.ts";
import { storing } from "../uploads/storing.server.ts";
import { readProgramBytes, storeProgram } from "./programsRepository.server.ts";

/** Whether a program is new here, beside what was asked for. */
interface Stored {
  readonly isNew: boolean;
}

/** Keeps the bytes of a program that a setup may take in later, or says why they are refused. */
export async function keepProgram(sql: Sql, file: Incoming): Promise<Answer<Stored>> {
  const read = await reading(() => readInWorker("isProgram", { content: file.content }));
  return read.ok ? accepted(await store(sql, file)) : read;
}

/** Reads and keeps a program; gives what the ledger keeps of it, or why it is refused. */
export async function takeProgram(
  sql: Sql,
  file: Incoming,
  machine: MachineProfile,
): Promise<Answer<{ readonly program: Payload<"program-read"> } & Stored>> {
  const { content, name, fingerprint } = file;
  const read = await reading(() => readInWorker("program", { content, name, fingerprint, machine }));
  if (!read.ok) return read;
  return accepted({ program: read.value, ...(await store(sql, file)) });
}

/** What the ledger keeps of a program whose bytes are here already; undefined where they are not. */
export async function takeKeptProgram(
  sql: Sql,
  fingerprint: string,
  name: string,
  machine: MachineProfile,
  reader: Reader = readInWorker,
): Promise<Payload<"program-read"> | undefined> {
  const bytes = await readProgramBytes(sql, fingerprint);
  if (bytes === undefined) return undefined;
  const read = await reader("program", { content: { bytes }, name: programName(name), fingerprint, machine });
  return read.ok ? read.value : undefined;
}

const store = (sql: Sql, file: Incoming): Promise<Stored> =>
  storing(async () => storeProgram(sql, file.fingerprint, await contentOf(file)));

/** A file that takes too long to read is refused like any other that is wrong. */
async function reading<Value>(read: () => Promise<Answer<Value>>): Promise<Answer<Value>> {
  try {
    return await read();
  } catch (failure) {
    if (!(failure instanceof NotRead)) throw failure;
    return refused({ code: "not-read", message: failure.message });
  }
}
