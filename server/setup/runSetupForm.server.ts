import {
  type Brought,
  type ConflictSide,
  makeCommand,
  refuse,
  type SetupForm,
  type SetupOutcome,
} from "../../core/deeds/index.ts";
import { type Entry, restsOn, type SetupState, whatWasDone } from "../../core/ledger/index.ts";
import { database } from "../context.server.ts";
import type { Sql } from "../database/pool.server.ts";
import { answering } from "../http/answering.server.ts";
import { type Author, appendForms, type FormResult } from "../ledger/ledgerRepository.server.ts";
import type { Person } from "../people/person.server.ts";
import { knownFor, NOTHING } from "./known.server.ts";
import { readList, readSetupForm } from "./readForm.server.ts";

/** A form as it came: its fields, and when and where it was made if it waited on a device. */
export interface SentForm {
  readonly fields: Readonly<Record<string, unknown>>;
  readonly made?: Author["made"];
  /** The file that came with it, read and kept already. */
  readonly brought?: Brought;
}

/** Carries out one form of a setup's stages: validates, works it out again from what was typed, appends. */
export async function runSetupForm(
  setupId: string,
  person: Person,
  device: string,
  fields: Readonly<Record<string, unknown>>,
  brought?: Brought,
): Promise<SetupOutcome> {
  const [outcome] = await runSetupForms(setupId, person, device, [{ fields, ...(brought && { brought }) }]);
  if (!outcome) throw new Error("one form has one outcome");
  return outcome;
}

/** The same for several, in their order and at once; the first that is not kept is the last that is answered. */
export async function runSetupForms(
  setupId: string,
  person: Person,
  device: string,
  sent: readonly SentForm[],
): Promise<readonly SetupOutcome[]> {
  const forms: SetupForm[] = [];
  for (const { fields } of sent) {
    const read = readSetupForm(fields);
    if (!read.ok) break;
    forms.push(read.value);
  }
  const incomplete = refuse("This form was not complete. Reload the page; what you typed is kept.");
  if (forms.length === 0) return sent.length === 0 ? [] : [incomplete];
  const asked = forms.map((form, index) => ({
    id: form.id,
    author: { person, device, base: Number(form.base), made: sent[index]?.made },
    make: async (state: SetupState, inside: Sql) =>
      state.seq === 0
        ? refuse("There is no such setup.")
        : makeCommand(
            state,
            form,
            { ...person, readList },
            sent[index]?.brought
              ? { ...NOTHING, brought: sent[index].brought }
              : await knownFor(inside, setupId, state, form),
          ),
  }));
  const results = await answering(() => appendForms(database(), setupId, asked));
  const outcomes = results.map((result, index) => outcomeOf(result, forms[index] as SetupForm));
  const allKept = outcomes.every(({ outcome }) => outcome === "kept");
  return allKept && forms.length < sent.length ? [...outcomes, incomplete] : outcomes;
}

function outcomeOf(result: FormResult, form: SetupForm): SetupOutcome {
  switch (result.outcome) {
    case "appended":
    case "repeated":
      return { outcome: "kept", form, state: result.state };
    case "conflict":
      return {
        outcome: "conflict",
        theirs: sideOf(result.theirs, restsOn(result.command).includes(result.cell)),
        seq: result.state.seq,
      };
    case "not-made":
      return result.made;
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
