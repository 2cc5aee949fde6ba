import { data, redirect } from "react-router";
import { type Brought, LARGEST_PHOTO } from "../../core/commands/index.ts";
import { LARGEST_OFFSET_FILE } from "../../core/formats/index.ts";
import { viewSetup } from "../../core/ledger/index.ts";
import { LARGEST_PROGRAM } from "../../core/program/index.ts";
import { type Answer, accepted, refused } from "../../core/refusal.ts";
import { sql } from "../../server/context.server.ts";
import { deviceOf } from "../../server/http/device.server.ts";
import { takeInLate } from "../../server/late/lateForms.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { runSetupForm } from "../../server/setup/runSetupForm.server.ts";
import { type ReceivedForm, receiveForm } from "../../server/uploads/receiveForm.server.ts";
import { takeSentPhoto, takeSentProgram } from "../../server/uploads/takeFile.server.ts";
import { isSignInAsked } from "../offline/away.ts";
import { setupHere } from "../offline/loadSetup.ts";
import { sendSetupForm } from "../offline/sendSetupForm.ts";
import { revalidated } from "../shell/useRevalidate.ts";
import { addressAfter } from "../touch/addressAfter.ts";
import { draftKey, drafts } from "../touch/drafts.ts";
import type { TouchAnswer } from "../touch/touchAnswer.ts";
import type { Route } from "./+types/entries";

/**
 * The ledger of a setup, as every screen writes to it: one form makes one entry. A photo or a program comes in a field of
 * its form. Answers `done`, or a redirect where a finished step leads on to the next; 422 with messages by field; 409 with
 * both values where somebody else has changed the same cell since the form's `base`.
 */
export async function action({ request, context, params: { setupId } }: Route.ActionArgs) {
  const person = await requireRole({ request, context }, "setter");
  const received = await receiveForm(
    request,
    person.id,
    { photo: LARGEST_PHOTO, program: LARGEST_PROGRAM },
    LARGEST_OFFSET_FILE,
  );
  try {
    const taken = await takeFile(received, setupId, person.id);
    if (!taken.ok) return refusedFile(received.file?.field ?? "program", taken.refusal.message);
    const { fields, brought } = taken.value;
    const outcome = await runSetupForm(setupId, person, deviceOf(request), fields, brought);
    if (outcome.outcome !== "kept") return data<TouchAnswer>(outcome, outcome.outcome === "refused" ? 422 : 409);
    if (outcome.form.intent === "reopen") await takeInLate(setupId);
    const next = addressAfter(setupId, () => viewSetup(outcome.state), outcome.form);
    return next === undefined ? data<TouchAnswer>({ outcome: "done" }) : redirect(next);
  } finally {
    await received.done();
  }
}

interface FormWithFile {
  readonly fields: Readonly<Record<string, string>>;
  readonly brought?: Brought;
}

/** The forms that bring a file, and in which field. Any other form is worked out from what is known of its setup. */
const FILE_OF: Readonly<Record<string, Brought["kind"]>> = {
  "add-note": "photo",
  "take-program": "program",
  "keep-proven": "program",
};

/** Keeps the file of a form, where it has one: the form then names it by its fingerprint. */
async function takeFile(
  { fields, file }: ReceivedForm,
  setupId: string,
  personId: string,
): Promise<Answer<FormWithFile>> {
  const no = (message: string) => refused({ code: "file", message });
  const { intent = "" } = fields;
  if (!file) return intent === "take-program" ? no("Choose the program's file.") : accepted({ fields });
  if (FILE_OF[intent] !== file.field) return no("This form brings a file that it has no place for. Send it without.");
  if (file.field === "photo") {
    const photo = await takeSentPhoto(sql(), file, personId);
    if (!photo.ok) return photo;
    const brought = { kind: "photo", photo: photo.value } as const;
    return accepted({ fields: { ...fields, photo: photo.value.fingerprint }, brought });
  }
  const state = await readSetup(sql(), setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  const program = await takeSentProgram(sql(), file, personId, viewSetup(state).machine);
  if (!program.ok) return program;
  const brought = { kind: "program", program: program.value } as const;
  return accepted({ fields: { ...fields, program: program.value.fingerprint }, brought });
}

const refusedFile = (field: string, message: string) =>
  data<TouchAnswer>({ outcome: "refused", message, fields: { [field]: message } }, 422);

/**
 * Sends the form on, or keeps it on this device until the server answers again; a touch that is kept needs no draft any
 * more, wherever it is kept.
 */
export async function clientAction({ request, params: { setupId }, serverAction }: Route.ClientActionArgs) {
  const form = await request.clone().formData();
  const forgetDraft = () => {
    if (form.get("intent") !== "accept-touch") return;
    const work = form.get("work");
    const isWork = form.get("solveFor") === "work";
    const touch = isWork ? { taught: work === null ? undefined : String(work) } : { axis: String(form.get("axis")) };
    drafts.forget(draftKey(setupId, String(form.get("offset")), touch));
  };
  try {
    const { answer, keptHere } = await sendSetupForm(setupId, form, serverAction);
    if (!keptHere) return answer;
    forgetDraft();
    const here = await setupHere(setupId);
    const fields = { intent: String(form.get("intent")), offset: String(form.get("offset") ?? "") };
    const next = here && addressAfter(setupId, () => here.setup, fields);
    await revalidated();
    return next === undefined ? answer : redirect(next);
  } catch (thrown) {
    if (thrown instanceof Response && thrown.status >= 300 && thrown.status < 400 && !isSignInAsked(thrown)) {
      forgetDraft();
      await revalidated();
    }
    throw thrown;
  }
}
