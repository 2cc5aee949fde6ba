import {
  type Entry,
  restsOn,
  type SetupState,
  type SetupView,
  standing,
  viewSetup,
  whatWasDone,
} from "../../core/ledger/index.ts";
import { type ShopSpacer, spacerUsed } from "../../core/touch/index.ts";
import { database, sql } from "../context.server.ts";
import { appendEntry } from "../ledger/ledgerRepository.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";
import { readHistory } from "../ledger/toolHistory.server.ts";
import { may, type Person } from "../people/person.server.ts";
import { shopSpacers, shopUncertainty } from "../workshop/workshopRepository.server.ts";
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
import { isProofForm, type ProofForm, proofCommand } from "./proofCommand.server.ts";
import { readSetupForm, type SetupForm } from "./setupForms.server.ts";
import { isTableForm, type TableForm, tableCommand } from "./tableCommand.server.ts";
import { type Known, noseCommand, secondCommand, touchCommand } from "./touchCommand.server.ts";

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
  if (LEADS_ONLY.includes(form.intent) && !may(person.role, "lead"))
    return refuse(`This needs the role lead; ${person.name} has the role ${person.role}.`);
  const made = isPrepareForm(form)
    ? await prepareCommand(sql(), setupId, viewSetup(state), form, person)
    : isTableForm(form)
      ? tableCommand(viewSetup(state), form, person)
      : isProofForm(form)
        ? proofCommand(viewSetup(state), form, person)
        : await makeTouch(setupId, state, form, person);
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

/** Commands that may be a touch: judged by what was found before, and kept with the spacer that it was made with. */
async function makeTouch(
  setupId: string,
  state: SetupState,
  form: Exclude<SetupForm, PrepareForm | TableForm | ProofForm>,
  person: Person,
): Promise<Made> {
  const setup = viewSetup(state);
  if (form.intent !== "accept-touch")
    return makeCommand(setup, state, form, person, { history: {}, spacers: [], shop: {} });
  const spacers = await shopSpacers(sql());
  const known = { history: await readHistory(sql(), setupId, setup), spacers, shop: await shopUncertainty(sql()) };
  return withGauge(makeCommand(setup, state, form, person, known), spacers);
}

/** A touch with a spacer that the shop has measured says which one it was. */
function withGauge(made: Made, spacers: readonly ShopSpacer[]): Made {
  if ("outcome" in made || (made.kind !== "touch-accepted" && made.kind !== "work-offset-taught")) return made;
  const used = spacerUsed(spacers, made.payload.way, made.payload.spacer);
  if (!used) return made;
  return made.kind === "touch-accepted"
    ? { ...made, payload: { ...made.payload, gauge: used.name } }
    : { ...made, payload: { ...made.payload, gauge: used.name } };
}

/** Deeds by which a lead answers for a setup. */
const LEADS_ONLY: readonly string[] = ["sign-off", "reopen"];

function makeCommand(
  setup: SetupView,
  state: SetupState,
  form: Exclude<SetupForm, PrepareForm | TableForm | ProofForm>,
  person: Person,
  known: Known,
): Made {
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
      return toolCommand(setup, form, entry, person, known);
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

function toolCommand(
  setup: SetupView,
  form: ToolForm,
  entry: { id: string; version: 1 },
  person: Person,
  known: Known,
): Made {
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
      return touchCommand(setup, tool, form, entry, person, known);
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
  return { ...entry, kind: "entry-undone", payload: { entry: target.id, what: whatWasDone(target).slice(0, 120) } };
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
