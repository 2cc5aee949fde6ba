import { activeEntry, describeEntry, type SetupState, type SetupView, viewSetup } from "../ledger/index.ts";
import type { Brought } from "./brought.ts";
import type { SetupForm } from "./forms/setupForms.ts";
import { type CommandResult, type InputLocale, refuse } from "./outcome.ts";
import {
  correctedLengthCommand,
  faceCommand,
  holeCommand,
  lengthCommand,
  masterCommand,
  mountCommand,
  moveCommand,
  rechuckCommand,
  safetyWearCommand,
  schoolCommand,
  stockCommand,
} from "./partCommand.ts";
import { positionCommand } from "./positionCommand.ts";
import { isPrepareForm, type KnownBefore, type PrepareForm, prepareCommand } from "./prepareCommand.ts";
import { isProofForm, type ProofForm, proofCommand } from "./proofCommand.ts";
import { confirmCommand, reckonCommand } from "./restsCommand.ts";
import { may, type Role } from "./role.ts";
import { setterCommand } from "./setterCommand.ts";
import { isTableForm, type TableForm, tableCommand } from "./tableCommand.ts";
import { type KnownOfTouch, leaveOutCommand, noseCommand, secondCommand, touchCommand } from "./touchCommand.ts";

/** The person who sends a form: their role, and how they write numbers. */
export interface Actor extends InputLocale {
  readonly name: string;
  readonly role: Role;
}

/** Version of {@link Known} as devices keep it, from 1: another one is not read. 2: earlier touches are entries, not numbers alone. */
export const KNOWN_VERSION = 2;

/** What a form is worked out with besides the setup itself. */
export interface Known extends KnownOfTouch, KnownBefore {
  /** The file that came with the form, where one did and it is kept. */
  readonly brought?: Brought | undefined;
}

/**
 * Works out what a form of a setup's stages asks for: the command to append, or why there is none, by field. Pure: the
 * server works out every form that it is sent, the browser one that it keeps until the server answers again.
 */
export function makeCommand(state: SetupState, form: SetupForm, actor: Actor, known: Known): CommandResult {
  if (!may(actor.role, "setter") || (LEADS_ONLY.includes(form.intent) && !may(actor.role, "lead")))
    return refuse(
      `This needs the role ${LEADS_ONLY.includes(form.intent) ? "lead" : "setter"}; ${actor.name} has the role ${actor.role}.`,
    );
  const setup = viewSetup(state);
  if (isPrepareForm(form)) return prepareCommand(setup, form, actor, known);
  if (isTableForm(form)) return tableCommand(setup, form, actor, known.brought);
  if (isProofForm(form)) return proofCommand(setup, form, actor);
  return partOrToolCommand(setup, state, form, actor, known);
}

/** Forms by which a lead signs off a setup. */
const LEADS_ONLY: readonly string[] = ["sign-off", "reopen"];

function partOrToolCommand(
  setup: SetupView,
  state: SetupState,
  form: Exclude<SetupForm, PrepareForm | TableForm | ProofForm>,
  actor: Actor,
  known: Known,
): CommandResult {
  const entry = { id: form.id } as const;
  switch (form.intent) {
    case "undo":
      return undoCommand(state, form.entry, entry);
    case "measure-stock":
      return stockCommand(setup, form, entry, actor);
    case "record-hole":
      return holeCommand(setup, form, entry, actor);
    case "record-face":
      return faceCommand(setup, form, entry);
    case "record-length":
      return lengthCommand(setup, form, entry, actor);
    case "correct-length":
      return correctedLengthCommand(setup, form, entry, actor);
    case "lose-position":
      return { ...entry, kind: "position-lost", payload: { by: form.by } };
    case "reckon-anew":
      return reckonCommand(setup, form, entry);
    case "calibrate-setter":
      return setterCommand(setup, form, entry, actor);
    case "rechuck-bar":
      return rechuckCommand(form, entry, actor);
    case "change-school":
      return schoolCommand(setup, form, entry, actor);
    case "change-master":
      return masterCommand(setup, form, entry);
    case "make-second":
      return secondCommand(setup, form, entry);
    case "accept-touch":
    case "accept-nose":
    case "choose-way":
    case "index-insert":
    case "move-tool":
    case "leave-out":
    case "set-safety-wear":
    case "record-mount":
    case "check-position":
    case "confirm-number":
      return toolCommand(setup, form, entry, actor, known);
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
      | "leave-out"
      | "set-safety-wear"
      | "record-mount"
      | "check-position"
      | "confirm-number";
  }
>;

function toolCommand(
  setup: SetupView,
  form: ToolForm,
  entry: { id: string },
  actor: Actor,
  known: Known,
): CommandResult {
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
      return touchCommand(setup, tool, form, entry, actor, known);
    case "index-insert":
      return { ...entry, kind: "insert-indexed", payload: { offset: form.offset } };
    case "move-tool":
      return moveCommand(setup, tool, form, entry);
    case "leave-out":
      return leaveOutCommand(tool, form, entry, known);
    case "set-safety-wear":
      return safetyWearCommand(setup, tool, form, entry, actor);
    case "record-mount":
      return mountCommand(tool, form, entry, actor);
    case "confirm-number":
      return confirmCommand(setup, tool, form, entry);
    case "check-position":
      return positionCommand(setup, tool, form, entry, actor);
  }
}

function undoCommand(state: SetupState, id: string, entry: { id: string }): CommandResult {
  const target = activeEntry(state, id);
  if (!target) return refuse("That entry does not stand any more; it has been undone already.");
  return { ...entry, kind: "entry-undone", payload: { entry: target.id, what: describeEntry(target).slice(0, 120) } };
}
