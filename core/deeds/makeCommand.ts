import { type SetupState, type SetupView, standing, viewSetup, whatWasDone } from "../ledger/index.ts";
import { type ShopSpacer, spacerUsed } from "../touch/index.ts";
import type { Brought } from "./brought.ts";
import type { SetupForm } from "./forms/setupForms.ts";
import { type Made, refuse, type Typist } from "./outcome.ts";
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
} from "./partCommand.ts";
import { isPrepareForm, type KnownBefore, type PrepareForm, prepareCommand } from "./prepareCommand.ts";
import { isProofForm, type ProofForm, proofCommand } from "./proofCommand.ts";
import { may, type Role } from "./role.ts";
import { isTableForm, type TableForm, tableCommand } from "./tableCommand.ts";
import { type KnownOfTouch, noseCommand, secondCommand, touchCommand } from "./touchCommand.ts";

/** Whoever sends a form: with their role, and as they write numbers. */
export interface Doer extends Typist {
  readonly name: string;
  readonly role: Role;
}

/** What a form is worked out with besides the setup itself. */
export interface Known extends KnownOfTouch, KnownBefore {
  /** The file that came with the form, where one did and it is kept. */
  readonly brought?: Brought | undefined;
}

/**
 * Works out what a form of a setup's stages asks for: the command to append, or why there is none, by field. Pure: the
 * server works out every form that it is sent, the browser one that it keeps until the server answers again.
 */
export function makeCommand(state: SetupState, form: SetupForm, doer: Doer, known: Known): Made {
  if (!may(doer.role, "setter") || (LEADS_ONLY.includes(form.intent) && !may(doer.role, "lead")))
    return refuse(
      `This needs the role ${LEADS_ONLY.includes(form.intent) ? "lead" : "setter"}; ${doer.name} has the role ${doer.role}.`,
    );
  const setup = viewSetup(state);
  if (isPrepareForm(form)) return prepareCommand(setup, form, doer, known);
  if (isTableForm(form)) return tableCommand(setup, form, doer, known.brought);
  if (isProofForm(form)) return proofCommand(setup, form, doer);
  return withGauge(partOrToolCommand(setup, state, form, doer, known), known.spacers);
}

/** Deeds by which a lead answers for a setup. */
const LEADS_ONLY: readonly string[] = ["sign-off", "reopen"];

/** A touch with a spacer that the shop has measured says which one it was. */
function withGauge(made: Made, spacers: readonly ShopSpacer[]): Made {
  if ("outcome" in made || (made.kind !== "touch-accepted" && made.kind !== "work-offset-taught")) return made;
  const used = spacerUsed(spacers, made.payload.way, made.payload.spacer);
  if (!used) return made;
  return made.kind === "touch-accepted"
    ? { ...made, payload: { ...made.payload, gauge: used.name } }
    : { ...made, payload: { ...made.payload, gauge: used.name } };
}

function partOrToolCommand(
  setup: SetupView,
  state: SetupState,
  form: Exclude<SetupForm, PrepareForm | TableForm | ProofForm>,
  doer: Doer,
  known: Known,
): Made {
  const entry = { id: form.id, version: 1 } as const;
  switch (form.intent) {
    case "undo":
      return undoCommand(state, form.entry, entry);
    case "measure-stock":
      return stockCommand(setup, form, entry, doer);
    case "record-hole":
      return holeCommand(setup, form, entry, doer);
    case "record-face":
      return { ...entry, kind: "face-recorded", payload: {} };
    case "record-length":
      return lengthCommand(form, entry, doer);
    case "correct-length":
      return correctedLengthCommand(setup, form, entry, doer);
    case "rechuck-bar":
      return rechuckCommand(form, entry, doer);
    case "change-school":
      return schoolCommand(setup, form, entry, doer);
    case "change-master":
      return masterCommand(setup, form, entry);
    case "make-second":
      return secondCommand(setup, form, entry);
    default:
      return toolCommand(setup, form, entry, doer, known);
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
  doer: Doer,
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
      return touchCommand(setup, tool, form, entry, doer, known);
    case "index-insert":
      return { ...entry, kind: "insert-indexed", payload: { offset: form.offset } };
    case "move-tool":
      return moveCommand(setup, tool, form, entry);
    case "set-safety-wear":
      return safetyWearCommand(tool, form, entry, doer);
    case "record-mount":
      return mountCommand(tool, form, entry, doer);
  }
}

function undoCommand(state: SetupState, id: string, entry: { id: string; version: 1 }): Made {
  const target = standing(state, id);
  if (!target) return refuse("That entry does not stand any more; somebody has taken it back already.");
  return { ...entry, kind: "entry-undone", payload: { entry: target.id, what: whatWasDone(target).slice(0, 120) } };
}
