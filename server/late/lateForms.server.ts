import { makeCommand, type SetupForm } from "../../core/commands/index.ts";
import {
  dependenciesOf,
  describeEntry,
  type Entry,
  makeEntry,
  type SetupState,
  viewSetup,
} from "../../core/ledger/index.ts";
import { ledgerLines } from "../../core/reports/index.ts";
import { database, sql } from "../context.server.ts";
import { inTransaction, type Sql } from "../database/pool.server.ts";
import { answering } from "../http/answering.server.ts";
import { stableId } from "../identity/stableId.ts";
import { appendEach, type EachForm, type FormResult } from "../ledger/ledgerRepository.server.ts";
import { lockSetup, readSetup } from "../ledger/setupsRepository.server.ts";
import type { Person } from "../people/person.server.ts";
import type { Reader } from "../reading/readInWorker.server.ts";
import { NOTHING_KNOWN } from "../setup/known.server.ts";
import { readList, readSetupForm } from "../setup/readForm.server.ts";
import { askedOf, withReaderFor } from "../setup/runSetupForm.server.ts";
import { tellOthers } from "../setup/tellOthers.server.ts";
import { markUsed } from "../uploads/uploadsRepository.server.ts";
import { decideForm, keepLateForm, type LateForm, waitingForms } from "./lateRepository.server.ts";

/** A form that came after the sign-off, as a lead reads it. */
export interface LateEntry {
  readonly id: string;
  readonly person: string;
  readonly device: string;
  /** By the clock of its device; undefined where that was plainly wrong. */
  readonly madeAt: string | undefined;
  readonly arrivedAt: string;
  /** What it enters, in a few words, with its numbers as the machine shows them; as it was typed where it enters nothing. */
  readonly what: string;
  readonly numbers: string;
  readonly becomes: Becoming;
}

/** What becomes of it when it is taken in: entered; in the way of what stands; or refused, and why. */
type Becoming =
  | { readonly outcome: "entered" }
  | {
      readonly outcome: "conflict";
      readonly person: string;
      readonly at: string;
      /** What stands, with its numbers. */
      readonly what: string;
      readonly numbers: string;
      /** True where it is not the same number, but one that this one rests on. */
      readonly isUnder: boolean;
    }
  | { readonly outcome: "refused"; readonly message: string };

/**
 * Keeps forms of a device for a lead where their setup is signed off. How many were kept: none where it is open by now, and one fewer
 * than were sent where an id is another's.
 */
export function keepLate(
  setupId: string,
  person: Person,
  device: string,
  items: readonly { readonly fields: LateForm["fields"]; readonly madeAt: Date | undefined; readonly madeOn: string }[],
): Promise<number> {
  return answering(() =>
    inTransaction(database(), async (inside) => {
      const locked = await lockSetup(inside, setupId);
      if (!locked || !viewSetup(locked.state).signedOff) return 0;
      let kept = 0;
      for (const { fields, madeAt, madeOn } of items) {
        const { id = "", photo, program } = fields;
        if (!(await keepLateForm(inside, setupId, { id, person, device, madeOn, madeAt, fields }))) break;
        if (photo) await markUsed(inside, "photo", photo);
        if (program) await markUsed(inside, "program", program);
        kept++;
      }
      return kept;
    }),
  );
}

/** All that waits for a lead in a setup, each with what becomes of it; tried and taken back again. */
export async function lateEntries(setupId: string): Promise<readonly LateEntry[]> {
  const waiting = await waitingForms(sql(), setupId);
  if (waiting.length === 0) return [];
  const opening = (person: Person) => reopening(person, "a trial", stableId(`trial ${setupId}`));
  const taken = await take(setupId, waiting, { opening, over: [], settle: async () => false });
  return waiting.map((form) => asRead(form, taken.get(form.id)));
}

/** What a lead decides of all that came late. */
interface LateDecision {
  readonly decision: "enter" | "give-back";
  /** Why the setup is opened again, or why they are given back. */
  readonly reason: string;
  /** The forms that the lead has read; anything else that has come since is decided by itself. */
  readonly ids: readonly string[];
  /** Those of them that are entered although something else stands in their place. */
  readonly over: readonly string[];
}

/** What came of it: in words where nothing was decided. */
type LateOutcome =
  | { readonly outcome: "done"; readonly entered: number; readonly givenBack: number }
  | { readonly outcome: "refused"; readonly message: string };

/**
 * Takes in all that a lead has read, opening the setup again first where it is signed off, or gives all of it back. What meets
 * something that stands is given back unless the lead wants it in its place; so is what is refused, with why.
 */
export async function decideLate(setupId: string, lead: Person, decision: LateDecision): Promise<LateOutcome> {
  const { reason, ids, over } = decision;
  const waiting = await waitingForms(sql(), setupId);
  if (ids.length !== waiting.length || waiting.some(({ id }) => !ids.includes(id))) return CHANGED;
  const by = lead.name;
  /** Another lead may be deciding at this moment: one of them is first, and holds what waits until all of it is done. */
  const isStillOurs = async (inside: Sql) => {
    const still = new Set((await waitingForms(inside, setupId, true)).map(({ id }) => id));
    return ids.every((id) => still.has(id));
  };
  if (decision.decision === "give-back") {
    const read = await lateEntries(setupId);
    const isDone = await answering(() =>
      inTransaction(database(), async (inside) => {
        if (!(await isStillOurs(inside))) return false;
        for (const entry of read)
          await decideForm(inside, entry.id, { decision: "given-back", by, reason, said: saidOf(entry) });
        return true;
      }),
    );
    return isDone ? { outcome: "done", entered: 0, givenBack: read.length } : CHANGED;
  }
  let isDone = false;
  const settle = async (inside: Sql, taken: ReadonlyMap<string, Taken>) => {
    isDone = await isStillOurs(inside);
    if (!isDone) return false;
    for (const form of waiting) {
      const entry = asRead(form, taken.get(form.id));
      const isIn = entry.becomes.outcome === "entered";
      await decideForm(inside, form.id, {
        decision: isIn ? "entered" : "given-back",
        by,
        reason: isIn ? reason : whyNot(entry.becomes),
        said: saidOf(entry),
      });
    }
    return true;
  };
  const opening = () => reopening(lead, reason, stableId(`reopened for ${ids.join(" ")}`));
  const taken = await take(setupId, waiting, { opening, over, settle });
  if (!isDone) return CHANGED;
  const entered = [...taken.values()].filter(({ result }) => isEntered(result)).length;
  return { outcome: "done", entered, givenBack: waiting.length - entered };
}

const CHANGED = {
  outcome: "refused",
  message: "What waits has changed meanwhile. Look at it again, then decide.",
} as const satisfies LateOutcome;

/** A setup that was opened again takes in what waited for that by itself; what meets something that stands waits for a lead. */
export async function takeInLate(setupId: string): Promise<void> {
  const waiting = await waitingForms(sql(), setupId);
  if (waiting.length === 0) return;
  await take(setupId, waiting, {
    opening: undefined,
    over: [],
    settle: async (inside, taken) => {
      for (const form of waiting) {
        const entry = asRead(form, taken.get(form.id));
        if (entry.becomes.outcome !== "entered") continue;
        const by = form.person.name;
        await decideForm(inside, form.id, { decision: "entered", by, reason: "opened again", said: saidOf(entry) });
      }
      return true;
    },
  });
}

/** What became of one form, and the setup as it stood after all of them. */
interface Taken {
  readonly result: FormResult;
  readonly state: SetupState | undefined;
}

interface Taking {
  /** Opens the setup where it is signed off. */
  readonly opening: ((person: Person) => EachForm) | undefined;
  /** Forms that are entered on knowledge of all that stands; the others on what their device knew, so that what is in the way is found. */
  readonly over: readonly string[];
  readonly settle: (inside: Sql, taken: ReadonlyMap<string, Taken>) => Promise<boolean>;
}

/** Takes forms in, each by itself; by their ids. */
async function take(
  setupId: string,
  waiting: readonly LateForm[],
  { opening, over, settle }: Taking,
): Promise<ReadonlyMap<string, Taken>> {
  const read = waiting.flatMap((late) => {
    const form = readSetupForm(late.fields);
    return form.ok ? [{ late, form: form.value }] : [];
  });
  const state = await readSetup(sql(), setupId);
  const isSignedOff = state !== undefined && viewSetup(state).signedOff;
  const eachOf = (reader: Reader | undefined) =>
    read.map(({ late, form }): EachForm => {
      const { person, device, madeAt, madeOn } = late;
      const base = over.includes(late.id) ? {} : { base: Number(form.base) };
      const author = { person, device, made: { at: madeAt, on: madeOn }, ...base };
      return askedOf(setupId, form, author, async () => person.role, { reader });
    });
  let byId: ReadonlyMap<string, Taken> = new Map();
  const first = read[0]?.late.person;
  const opened = isSignedOff && opening && first ? [opening(first)] : [];
  const results = await withReaderFor(
    read.map(({ form }) => form),
    (reader) =>
      answering(() =>
        appendEach(database(), setupId, [...opened, ...eachOf(reader)], (inside, all) => {
          byId = resultsById(read, all.slice(opened.length));
          return settle(inside, byId);
        }),
      ),
  );
  const ofForms = results.slice(opened.length);
  for (const [index, result] of ofForms.entries()) {
    const late = read[index]?.late;
    if (late && result.outcome === "appended" && (await stands(setupId, result.entry)))
      await tellOthers(setupId, result.entry, {
        person: late.person,
        device: late.device,
        made: { at: late.madeAt, on: late.madeOn },
      });
  }
  return byId;
}

/** Whether an entry is in the ledger: a trial has left none. */
const stands = async (setupId: string, { id }: Entry): Promise<boolean> =>
  (await sql().rows("SELECT 1 FROM ledger WHERE setup_id = ? AND id = ?", [setupId, id])).length > 0;

function resultsById(
  read: readonly { readonly late: LateForm }[],
  results: readonly FormResult[],
): ReadonlyMap<string, Taken> {
  const last = results.findLast((result) => "state" in result);
  const state = last && "state" in last ? last.state : undefined;
  return new Map(
    read.flatMap(({ late }, index) => {
      const result = results[index];
      return result ? [[late.id, { result, state }] as const] : [];
    }),
  );
}

/** A lead opens the setup again. */
function reopening(person: Person, reason: string, id: string): EachForm {
  const form = { intent: "reopen", id, base: "0", reason } as const satisfies SetupForm;
  const actor = { ...person, role: "lead", readList } as const;
  return {
    id,
    author: { person, device: "computer" },
    make: async (state) => makeCommand(state, form, actor, NOTHING_KNOWN),
  };
}

const isEntered = ({ outcome }: FormResult): boolean => outcome === "appended" || outcome === "repeated";

function asRead(form: LateForm, taken: Taken | undefined): LateEntry {
  const { id, person, device, madeAt, arrivedAt } = form;
  const whose = {
    id,
    person: person.name,
    device,
    madeAt: madeAt?.toISOString(),
    arrivedAt: arrivedAt.toISOString(),
  };
  const asTyped = { what: "", numbers: typedOf(form) };
  if (!taken) return { ...whose, ...asTyped, becomes: { outcome: "refused", message: INCOMPLETE } };
  const { result, state } = taken;
  switch (result.outcome) {
    case "appended":
    case "repeated":
      return { ...whose, ...lineOf(result.entry, state), becomes: { outcome: "entered" } };
    case "conflict": {
      const mine = makeEntry(result.command, result.state.seq + 1, {
        base: result.state.seq,
        person: person.name,
        device,
        at: whose.arrivedAt,
      });
      const isUnder = dependenciesOf(result.command).includes(result.cell);
      const { person: theirName, at } = result.theirs;
      const theirs = { person: theirName, at, ...lineOf(result.theirs, result.state), isUnder };
      return { ...whose, ...lineOf(mine, result.state), becomes: { outcome: "conflict", ...theirs } };
    }
    case "not-made":
      return { ...whose, ...asTyped, becomes: { outcome: "refused", message: refusalOf(result.made) } };
    case "refused":
      return { ...whose, ...asTyped, becomes: { outcome: "refused", message: result.refusal.message } };
  }
}

const INCOMPLETE = "This form was not complete.";

/** Why a form could not be worked out: what is said of its fields where it is said there alone. */
function refusalOf(made: { readonly message: string; readonly fields: Readonly<Record<string, string>> }): string {
  return [...new Set([made.message, ...Object.values(made.fields)])].filter((text) => text !== "").join(" ");
}

function lineOf(entry: Entry, state: SetupState | undefined): { readonly what: string; readonly numbers: string } {
  const [line] = state ? ledgerLines([entry], state, viewSetup(state)) : [];
  return { what: line?.what ?? describeEntry(entry), numbers: line?.numbers ?? "" };
}

/** A form as it was typed, where it makes no entry that could be read out. */
function typedOf({ fields }: LateForm): string {
  const { intent = "", id: _id, base: _base, ...rest } = fields;
  const typed = Object.entries(rest).filter(([, value]) => value !== "" && value.length < 80);
  return [intent, ...typed.map(([name, value]) => `${name} ${value}`)].join(", ");
}

const saidOf = ({ what, numbers }: LateEntry): string => [what, numbers].filter((text) => text !== "").join(": ");

function whyNot(becomes: Becoming): string {
  switch (becomes.outcome) {
    case "entered":
      return "";
    case "conflict":
      return `${becomes.person}'s ${becomes.what}${becomes.numbers === "" ? "" : ` (${becomes.numbers})`} stands in its place.`;
    case "refused":
      return becomes.message;
  }
}
