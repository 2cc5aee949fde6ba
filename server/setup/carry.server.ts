import { type CarriedRow, carryOver } from "../../core/carry/index.ts";
import { foldMachine, foldSetups, type SetupView, viewSetup } from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import type { Sql } from "../database/pool.server.ts";
import { readMachineLedger } from "../ledger/ledgerRepository.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";

/** What decides, beside the past setup, what can come along. */
interface NewSetupFacts {
  readonly machine: MachineProfile;
  /** The work offset that the new setup runs under, such as `G54`. */
  readonly workOffset: string;
  /** Offset of the master tool, where the machine's school has one. */
  readonly master: string | undefined;
  readonly isNext: boolean;
  /** Id of the new setup: what it has written itself already does not count. Undefined before it is opened. */
  readonly self?: string;
}

/** What can come along from a past setup, by the ledger as it is now; undefined where there is no such setup. */
export async function readCarried(
  sql: Sql,
  from: string,
  { machine, workOffset, master, isNext, self }: NewSetupFacts,
): Promise<{ readonly past: SetupView; readonly rows: readonly CarriedRow[] } | undefined> {
  const state = await readSetup(sql, from);
  if (!state) return undefined;
  const past = viewSetup(state);
  const history = (await readMachineLedger(sql, machine.id)).filter(({ setupId }) => setupId !== self);
  const owners = new Map([...foldSetups(history)].map(([id, one]) => [id, { state: one, view: viewSetup(one) }]));
  const latest = owners.get(history.at(-1)?.setupId ?? "")?.view;
  const before = foldMachine(history);
  return { past, rows: carryOver({ state, past, machine, before, owners, isNext, master, workOffset, latest }) };
}
