import type { SetupView } from "../../core/ledger/index.ts";
import { provenProgram } from "../../core/program/index.ts";
import type { Sql } from "../database/pool.server.ts";
import type { Edited } from "../reading/jobs.ts";
import { NotRead, readInWorker } from "../reading/readInWorker.server.ts";
import { readProgramText } from "./programsRepository.server.ts";

const NOTHING: Edited = { file: undefined, lines: [] };

/** A setup's program, read apart from everything else; nothing while none has been taken in. */
async function edited(sql: Sql, setup: SetupView): Promise<Edited> {
  const text = setup.programRead && (await readProgramText(sql, setup.programRead.fingerprint));
  if (text === undefined) return NOTHING;
  try {
    return await readInWorker("edited", { text, setup });
  } catch (failure) {
    if (!(failure instanceof NotRead)) throw failure;
    throw new Response(failure.message, { status: 503, statusText: "Not read", headers: { "Retry-After": "3" } });
  }
}

/**
 * The file to take away, as this machine's control wants it: as it came back and was saved as proven, or else with its calls renumbered;
 * undefined while no program has been taken in.
 */
export async function editedProgramFile(sql: Sql, setup: SetupView): Promise<Edited["file"]> {
  const { programProven } = setup;
  const text = programProven?.as === "came-back" ? await readProgramText(sql, programProven.fingerprint) : undefined;
  return provenProgram(text, setup) ?? (await edited(sql, setup)).file;
}

/** The lines that renumbering has changed. */
export const changedProgramLines = async (sql: Sql, setup: SetupView): Promise<Edited["lines"]> =>
  setup.renumbered ? (await edited(sql, setup)).lines : [];
