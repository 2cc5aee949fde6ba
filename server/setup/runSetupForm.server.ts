import {
  type Brought,
  type ConflictSide,
  INCOMPLETE,
  makeCommand,
  refuse,
  type SetupForm,
  type SetupOutcome,
  saidRight,
} from "../../core/commands/index.ts";
import { dependenciesOf, describeEntry, type Entry, type SetupState } from "../../core/ledger/index.ts";
import { database } from "../context.server.ts";
import type { Sql } from "../database/pool.server.ts";
import { answering } from "../http/answering.server.ts";
import { type Author, appendForms, type FormResult } from "../ledger/ledgerRepository.server.ts";
import { otherOn } from "../news/claimsRepository.server.ts";
import { holdRole } from "../people/peopleRepository.server.ts";
import { may, type Person, type Role } from "../people/person.server.ts";
import { NotRead, type Reader, withReader } from "../reading/readInWorker.server.ts";
import { digestOf } from "./formDigest.ts";
import { knownFor, NOTHING_KNOWN } from "./known.server.ts";
import { readList, readSetupForm } from "./readForm.server.ts";
import { tellOthers } from "./tellOthers.server.ts";

/** A form as it came: its fields, and when and where it was made if it waited on a device. */
interface SentForm {
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
  const incomplete = refuse(INCOMPLETE);
  if (forms.length === 0) return sent.length === 0 ? [] : [incomplete];
  const roleNow = rolesHeld(person.id);
  const asked = (reader: Reader | undefined) =>
    forms.map((form, index) =>
      askedOf(setupId, form, { person, device, base: Number(form.base), made: sent[index]?.made }, roleNow, {
        reader,
        brought: sent[index]?.brought,
      }),
    );
  const results = await withReaderFor(forms, (reader) =>
    answering(() => appendForms(database(), setupId, asked(reader))),
  );
  for (const [index, result] of results.entries())
    if (result.outcome === "appended" || result.outcome === "repeated")
      await tellOthers(setupId, result.entry, { person, device, made: sent[index]?.made });
  const outcomes = results.map((result, index) => outcomeOf(result, forms[index] as SetupForm));
  const allKept = outcomes.every(({ outcome }) => outcome === "kept");
  return allKept && forms.length < sent.length ? [...outcomes, incomplete] : outcomes;
}

/** What a form is worked out with besides the setup: a reader for files, and the file that came with it. */
interface FormHelp {
  readonly reader: Reader | undefined;
  readonly brought?: Brought | undefined;
}

/** How a form is worked out once its setup is locked; `roleNow`: the role of its person, as it is inside the transaction. */
export function askedOf<Whose extends Omit<Author, "base">>(
  setupId: string,
  form: SetupForm,
  author: Whose & { readonly person: Person },
  roleNow: (inside: Sql) => Promise<Role | undefined>,
  { reader, brought }: FormHelp,
) {
  const { person, made } = author;
  const make = async (state: SetupState, inside: Sql) => {
    // As it is inside this transaction: a role that was lowered a moment ago lets nothing more through.
    const role = await roleNow(inside);
    if (role === undefined || !may(role, "setter"))
      return refuse(`This needs the role setter; ${person.name} has ${role ? `the role ${role}` : "left"}.`);
    if (state.seq === 0) return refuse("There is no such setup.");
    // How a tool is touched belongs to the person who is on it; what waited on a device was chosen before.
    if (form.intent === "choose-way" && !made) {
      const other = await otherOn(inside, setupId, form.offset, person.id);
      if (other !== undefined)
        return refuse(`${other} is on this tool. Take it over before you change how it is touched.`);
    }
    try {
      // What came back from the control is compared with what came in: both texts are read where they are kept.
      const known =
        brought && form.intent !== "keep-proven"
          ? { ...NOTHING_KNOWN, brought }
          : await knownFor(inside, setupId, state, form, reader);
      const actor = { ...person, role };
      if (reader && isFileForm(form)) return await reader("command", { state, form, actor, known });
      const locale = { ...actor, readList };
      const command = makeCommand(state, form, locale, known);
      const answer = "outcome" in command ? saidRight(command.fields) : undefined;
      if (!("outcome" in command) || !answer) return command;
      const doubted = makeCommand(state, { ...form, ...answer } as SetupForm, locale, known);
      return "outcome" in doubted ? command : { ...command, doubted };
    } catch (failure) {
      // This form's file: those before it are kept.
      if (!(failure instanceof NotRead)) throw failure;
      return refuse(failure.message, { text: failure.message, program: failure.message });
    }
  };
  return { id: form.id, author, digest: digestOf(form), make };
}

/** With a place for reading where one of the forms needs it, taken before the setup is locked: waiting for one holds no lock. */
export async function withReaderFor<Result>(
  forms: readonly SetupForm[],
  work: (reader: Reader | undefined) => Promise<Result>,
): Promise<Result> {
  try {
    return await (forms.some(isFileForm) ? withReader(work) : work(undefined));
  } catch (failure) {
    // No place for reading: nothing was looked at yet, and what was sent may be sent again.
    if (failure instanceof NotRead)
      throw new Response(failure.message, { status: 503, statusText: "Busy", headers: { "Retry-After": "3" } });
    throw failure;
  }
}

/** Forms that bring the text of a file, or work on one that is kept: they are worked out by a reader. */
const FILE_FORMS: readonly SetupForm["intent"][] = [
  "compare-table",
  "take-table",
  "renumber",
  "take-program",
  "keep-proven",
];
const isFileForm = ({ intent }: SetupForm): boolean => FILE_FORMS.includes(intent);

/** Asked once in each transaction, however many forms it takes. */
function rolesHeld(personId: string): (inside: Sql) => Promise<Role | undefined> {
  const asked = new WeakMap<Sql, Promise<Role | undefined>>();
  return (inside) => {
    const role = asked.get(inside) ?? holdRole(inside, personId);
    asked.set(inside, role);
    return role;
  };
}

function outcomeOf(result: FormResult, form: SetupForm): SetupOutcome {
  switch (result.outcome) {
    case "appended":
    case "repeated":
      return { outcome: "kept", form, state: result.state };
    case "conflict":
      return {
        outcome: "conflict",
        theirs: sideOf(result.theirs, dependenciesOf(result.command).includes(result.cell)),
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
    under: isUnder ? describeEntry(theirs) : undefined,
  };
}
