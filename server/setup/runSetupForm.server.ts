import { type ConflictSide, makeCommand, refuse, type SetupOutcome } from "../../core/deeds/index.ts";
import { type Entry, restsOn, whatWasDone } from "../../core/ledger/index.ts";
import { database, sql } from "../context.server.ts";
import { answering } from "../http/answering.server.ts";
import { type Author, appendEntry, holdsEntry } from "../ledger/ledgerRepository.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";
import type { Person } from "../people/person.server.ts";
import { knownFor } from "./known.server.ts";
import { readList, readSetupForm } from "./readForm.server.ts";

/** Carries out one form of a setup's stages: validates, works it out again from what was typed, appends. */
export async function runSetupForm(
  setupId: string,
  person: Person,
  device: string,
  fields: Readonly<Record<string, unknown>>,
  made?: Author["made"],
): Promise<SetupOutcome> {
  const read = readSetupForm(fields);
  if (!read.ok) return refuse("This form was not complete. Reload the page; what you typed is kept.");
  const form = read.value;
  const state = await readSetup(sql(), setupId);
  if (!state) return refuse("There is no such setup.");
  // Sent before, and kept: working it out again would find its own entry in the way.
  if (await holdsEntry(sql(), setupId, form.id)) return { outcome: "kept", form };
  const command = makeCommand(state, form, { ...person, readList }, await knownFor(sql(), setupId, state, form));
  if ("outcome" in command) return command;
  const base = Number(form.base);
  const result = await answering(() => appendEntry(database(), setupId, command, { person, device, base, made }));
  switch (result.outcome) {
    case "appended":
    case "repeated":
      return { outcome: "kept", form };
    case "conflict":
      return {
        outcome: "conflict",
        theirs: sideOf(result.theirs, restsOn(command).includes(result.cell)),
        seq: state.seq,
      };
    case "refused":
      return refuse(result.refusal.message);
  }
}

function sideOf(theirs: Entry, isUnder: boolean): ConflictSide {
  const hasExact = theirs.kind === "touch-accepted" || theirs.kind === "work-offset-taught";
  return {
    person: theirs.person,
    at: theirs.at,
    exact: hasExact ? theirs.payload.exact : undefined,
    under: isUnder ? whatWasDone(theirs) : undefined,
  };
}
