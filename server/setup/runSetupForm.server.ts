import {
  type Command,
  type Entry,
  restsOn,
  type SetupState,
  type SetupView,
  standing,
  viewSetup,
} from "../../core/ledger/index.ts";
import { database, sql } from "../context.server.ts";
import { appendEntry } from "../ledger/ledgerRepository.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";
import type { Person } from "../people/person.server.ts";
import { type ConflictSide, type Made, refuse, type SetupOutcome } from "./outcome.server.ts";
import {
  correctedLengthCommand,
  holeCommand,
  lengthCommand,
  masterCommand,
  mountCommand,
  moveCommand,
  rechuckCommand,
  safetyWearCommand,
  schoolCommand,
  stockCommand,
} from "./partCommand.server.ts";
import { isPrepareForm, type PrepareForm, prepareCommand } from "./prepareCommand.server.ts";
import { readSetupForm, type SetupForm } from "./setupForms.server.ts";
import { noseCommand, secondCommand, touchCommand } from "./touchCommand.server.ts";

/** Carries out one form of a setup's stages: validates, works it out again from what was typed, appends. */
export async function runSetupForm(
  setupId: string,
  person: Person,
  device: string,
  fields: Readonly<Record<string, unknown>>,
): Promise<SetupOutcome> {
  const read = readSetupForm(fields);
  if (!read.ok) return refuse("This form was not complete. Reload the page; what you typed is kept.");
  const form = read.value;
  const state = await readSetup(sql(), setupId);
  if (!state) return refuse("There is no such setup.");
  const made = isPrepareForm(form)
    ? await prepareCommand(sql(), setupId, viewSetup(state), form, person)
    : makeCommand(viewSetup(state), state, form, person);
  if ("outcome" in made) return made;
  const result = await appendEntry(database(), setupId, made, { person, device, base: Number(form.base) });
  switch (result.outcome) {
    case "appended":
    case "repeated":
      return { outcome: "kept", form };
    case "conflict":
      return {
        outcome: "conflict",
        theirs: sideOf(result.theirs, restsOn(made).includes(result.cell)),
        seq: state.seq,
      };
    case "refused":
      return refuse(result.refusal.message);
  }
}

function makeCommand(setup: SetupView, state: SetupState, form: Exclude<SetupForm, PrepareForm>, person: Person): Made {
  const entry = { id: form.id, version: 1 } as const;
  switch (form.intent) {
    case "undo":
      return undoCommand(state, form.entry, entry);
    case "measure-stock":
      return stockCommand(setup, form, entry, person);
    case "record-hole":
      return holeCommand(setup, form, entry, person);
    case "record-face":
      return { ...entry, kind: "face-recorded", payload: {} };
    case "record-length":
      return lengthCommand(form, entry, person);
    case "correct-length":
      return correctedLengthCommand(setup, form, entry, person);
    case "rechuck-bar":
      return rechuckCommand(form, entry, person);
    case "change-school":
      return schoolCommand(setup, form, entry, person);
    case "change-master":
      return masterCommand(setup, form, entry);
    case "make-second":
      return secondCommand(setup, form, entry);
    default:
      return toolCommand(setup, form, entry, person);
  }
}

type ToolForm = Extract<
  SetupForm,
  {
    intent:
      | "accept-touch"
      | "accept-nose"
      | "choose-way"
      | "index-insert"
      | "move-tool"
      | "set-safety-wear"
      | "record-mount";
  }
>;

function toolCommand(setup: SetupView, form: ToolForm, entry: { id: string; version: 1 }, person: Person): Made {
  const tool = setup.tools.find((one) => one.offset === form.offset);
  if (!tool) return refuse(`Offset ${form.offset} has no tool in this setup.`);
  switch (form.intent) {
    case "choose-way": {
      const { offset, axis, way, touching, programmed, stand } = form;
      const edges = { ...(touching && { touching }), ...(programmed && { programmed }), ...(stand && { stand }) };
      return { ...entry, kind: "way-chosen", payload: { offset, axis, way, ...edges } };
    }
    case "accept-nose":
      return noseCommand(setup, tool, form, entry);
    case "accept-touch":
      return touchCommand(setup, tool, form, entry, person);
    case "index-insert":
      return { ...entry, kind: "insert-indexed", payload: { offset: form.offset } };
    case "move-tool":
      return moveCommand(setup, tool, form, entry);
    case "set-safety-wear":
      return safetyWearCommand(tool, form, entry, person);
    case "record-mount":
      return mountCommand(tool, form, entry, person);
  }
}

function undoCommand(state: SetupState, id: string, entry: { id: string; version: 1 }): Made {
  const target = standing(state, id);
  if (!target) return refuse("That entry does not stand any more; somebody has taken it back already.");
  return { ...entry, kind: "entry-undone", payload: { entry: target.id, what: describe(target) } };
}

/** An entry in a few words, for the ledger's reader and for a question. */
function describe(entry: Command | Entry): string {
  switch (entry.kind) {
    case "touch-accepted":
      return `${entry.payload.axis.toUpperCase()} geometry of offset ${entry.payload.offset}`;
    case "nose-accepted":
      return `radius and orientation of offset ${entry.payload.offset}`;
    case "way-chosen":
      return `way to touch ${entry.payload.axis.toUpperCase()} of offset ${entry.payload.offset}`;
    case "work-offset-taught":
      return `${entry.payload.axis.toUpperCase()} of the work offset`;
    case "second-offset-made":
      return `second offset ${entry.payload.offset}`;
    default:
      return entry.kind.replaceAll("-", " ");
  }
}

function sideOf(theirs: Entry, isUnder: boolean): ConflictSide {
  const hasExact = theirs.kind === "touch-accepted" || theirs.kind === "work-offset-taught";
  return {
    person: theirs.person,
    at: theirs.at,
    exact: hasExact ? theirs.payload.exact : undefined,
    under: isUnder ? describe(theirs) : undefined,
  };
}
