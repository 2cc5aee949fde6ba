import { factElsewhere, MACHINE_KINDS, refuse } from "../../core/commands/index.ts";
import type { Command, EntryKind, SetupState } from "../../core/ledger/index.ts";
import { database, sql } from "../context.server.ts";
import { answering } from "../http/answering.server.ts";
import { stableId } from "../identity/stableId.ts";
import { type Author, appendForms } from "../ledger/ledgerRepository.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";
import { digestOf } from "./formDigest.ts";

/** Setups on one machine that are told at once. */
const MOST_TOLD = 50;

/**
 * Tells the other setups that run on a machine what was entered, or taken back, about the machine: that its position was lost, what a
 * check found, where its setter trips. Nothing of it belongs to one setup alone. Sent again it tells none of them twice, since the ids
 * follow from the entry's own.
 */
export async function tellOthers(setupId: string, command: Command, author: Omit<Author, "base">): Promise<void> {
  if (!(await isOfMachine(command))) return;
  const others = await sql().rows<{ id: string }>(
    `SELECT s.id FROM setups s JOIN setups own ON own.id = ? AND own.machine_id = s.machine_id
      WHERE s.signed_off = 0 AND s.id <> own.id ORDER BY s.changed_at DESC LIMIT ${MOST_TOLD}`,
    [setupId],
  );
  for (const { id: other } of others) {
    const base = (await readSetup(sql(), other))?.seq ?? 0;
    const idOf = (id: string) => stableId(`${id} ${other}`);
    const make = async (state: SetupState) =>
      factElsewhere(command, state, idOf) ?? refuse("It says nothing new to this setup.");
    const id = idOf(command.id);
    const asked = { id, author: { ...author, base }, digest: digestOf({ id, kind: command.kind }), make };
    await answering(() => appendForms(database(), other, [asked]));
  }
}

/** Whether an entry is about the machine, or takes one back that is. */
async function isOfMachine(command: Command): Promise<boolean> {
  if (command.kind !== "entry-undone") return MACHINE_KINDS.includes(command.kind);
  const [row] = await sql().rows<{ kind: EntryKind }>("SELECT kind FROM ledger WHERE id = ?", [command.payload.entry]);
  return row !== undefined && MACHINE_KINDS.includes(row.kind);
}
