import { data } from "react-router";
import type { SetupOutcome } from "../../core/deeds/index.ts";
import { deviceOf } from "../../server/http/device.server.ts";
import { mustBe } from "../../server/people/access.server.ts";
import { runSetupForm } from "../../server/setup/runSetupForm.server.ts";
import type { TouchAnswer } from "../touch/touchAnswer.ts";

/** Carries out a setup's form for whoever sent it. Kept: the form, for the route to go on from; else the answer to send. */
export async function answerForm(
  request: Request,
  setupId: string,
): Promise<
  | Extract<SetupOutcome, { outcome: "kept" }>
  | { readonly outcome: "answered"; readonly answer: ReturnType<typeof data<TouchAnswer>> }
> {
  const person = await mustBe(request, "setter");
  const outcome = await runSetupForm(setupId, person, deviceOf(request), Object.fromEntries(await request.formData()));
  if (outcome.outcome === "kept") return outcome;
  return { outcome: "answered", answer: data<TouchAnswer>(outcome, outcome.outcome === "refused" ? 422 : 409) };
}
