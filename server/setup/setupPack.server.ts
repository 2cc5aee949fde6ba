import { KNOWN_VERSION, type Known } from "../../core/commands/index.ts";
import { type Entry, fold, type MachineState, viewSetup } from "../../core/ledger/index.ts";
import type { Sql } from "../database/pool.server.ts";
import { readLedger } from "../ledger/ledgerRows.server.ts";
import { readPastWear } from "../ledger/toolHistory.server.ts";
import { hasFeed } from "../machine-link/links.server.ts";
import { type Person, shownPerson } from "../people/person.server.ts";
import { hasPracticeLathe } from "../stand-in/practiceLathe.server.ts";
import { type ToolLibrary, toolLibrary } from "../workshop/workshopRepository.server.ts";
import { knownForAll, machineBefore } from "./known.server.ts";
import { type SquareCode, squareCode } from "./squareCode.server.ts";

/** All that a device takes along of a setup: with it every stage opens and every form is worked out without the server. */
export interface SetupPack {
  readonly setupId: string;
  readonly person: Person;
  readonly entries: readonly Entry[];
  readonly known: Known;
  /** Absent in what the first version took along. */
  readonly knownVersion?: number;
  readonly hasFeed: boolean;
  readonly isShared: boolean;
  /** The machine as earlier setups left it. */
  readonly before: MachineState;
  readonly library: ToolLibrary;
  readonly pastWear: Awaited<ReturnType<typeof readPastWear>>;
  /** The code on the sheet, which opens this setup where it was taken along from. */
  readonly code: SquareCode;
  readonly takenAt: string;
}

/** Packs a setup; undefined where there is none. */
export async function packSetup(
  sql: Sql,
  setupId: string,
  person: Person,
  origin: string,
): Promise<SetupPack | undefined> {
  const entries = await readLedger(sql, setupId);
  if (entries.length === 0) return undefined;
  const state = fold(entries);
  const setup = viewSetup(state);
  return {
    setupId,
    person: shownPerson(person),
    entries,
    known: await knownForAll(sql, setupId, state),
    knownVersion: KNOWN_VERSION,
    hasFeed: hasFeed(setup.machine.id),
    isShared: hasPracticeLathe(),
    before: await machineBefore(sql, setup.machine.id, setupId),
    library: await toolLibrary(sql),
    pastWear: await readPastWear(sql, setupId, setup),
    code: squareCode(`${origin}/setups/${setupId}`),
    takenAt: new Date().toISOString(),
  };
}
