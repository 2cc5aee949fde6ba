import { data } from "react-router";
import type { Brought, SetupOutcome } from "../../core/deeds/index.ts";
import { deviceOf } from "../../server/http/device.server.ts";
import { fieldsOf } from "../../server/http/formOf.server.ts";
import { mustBe } from "../../server/people/access.server.ts";
import type { Person } from "../../server/people/person.server.ts";
import { runSetupForm } from "../../server/setup/runSetupForm.server.ts";
import type { TouchAnswer } from "../touch/touchAnswer.ts";

type Kept = Extract<SetupOutcome, { outcome: "kept" }>;
interface Answered {
  readonly outcome: "answered";
  readonly answer: ReturnType<typeof data<TouchAnswer>>;
}

/** Carries out a setup's form for whoever sent it. Kept: the form, for the route to go on from; else the answer to send. */
export async function answerForm(request: Request, setupId: string): Promise<Kept | Answered> {
  const person = await mustBe(request, "setter");
  return answerFields(request, setupId, person, await fieldsOf(request));
}

/** The same for a form whose file has been taken off it: what the file is stands beside its fields. */
export async function answerFields(
  request: Request,
  setupId: string,
  person: Person,
  fields: Readonly<Record<string, unknown>>,
  brought?: Brought,
): Promise<Kept | Answered> {
  const outcome = await runSetupForm(setupId, person, deviceOf(request), fields, brought);
  if (outcome.outcome === "kept") return outcome;
  return { outcome: "answered", answer: data<TouchAnswer>(outcome, outcome.outcome === "refused" ? 422 : 409) };
}

export const refusedFile = (field: string, message: string) =>
  data<TouchAnswer>({ outcome: "refused", message, fields: { [field]: message } }, 422);
