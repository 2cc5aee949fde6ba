import type { SetupView } from "../../core/ledger/index.ts";
import { changedLines as changedLinesOf, editedProgram as editedProgramOf } from "../../core/program/index.ts";
import type { Sql } from "../database/pool.server.ts";
import { readProgramText } from "./programsRepository.server.ts";

/** The text of a setup's program as it came; undefined while none has been taken in. */
export const programText = async (sql: Sql, { programRead }: SetupView): Promise<string | undefined> =>
  programRead && (await readProgramText(sql, programRead.fingerprint));

/** The file to take away, as this machine's control wants it. */
export const editedProgram = async (sql: Sql, setup: SetupView) =>
  editedProgramOf(await programText(sql, setup), setup);

/** The lines that renumbering has changed. */
export const changedLines = async (sql: Sql, setup: SetupView) =>
  setup.renumbered ? changedLinesOf(await programText(sql, setup), setup) : [];
