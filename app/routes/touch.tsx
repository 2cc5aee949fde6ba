import { data, redirect } from "react-router";
import { viewSetup } from "../../core/ledger/index.ts";
import { revalidated } from "../frame/useRevalidate.ts";
import { useSetup } from "../frame/useSetup.ts";
import { isSignInAsked } from "../offline/away.ts";
import { setupHere } from "../offline/loadSetup.ts";
import { sendSetupForm } from "../offline/sendSetupForm.ts";
import { addressAfter } from "../touch/addressAfter.ts";
import { draftKey, drafts } from "../touch/drafts.ts";
import { TouchPage } from "../touch/TouchPage.tsx";
import type { TouchAnswer } from "../touch/touchAnswer.ts";
import type { Route } from "./+types/touch";
import { answerForm } from "./answerForm.server.ts";

export async function action({ request, params }: Route.ActionArgs) {
  const done = await answerForm(request, params.setupId);
  if (done.outcome === "answered") return done.answer;
  const next = addressAfter(params.setupId, () => viewSetup(done.state), done.form);
  return next === undefined ? data<TouchAnswer>({ outcome: "done" }) : redirect(next);
}

/**
 * Sends the form on, or keeps it on this device until the server answers again; a touch that is kept needs no draft any
 * more, wherever it is kept.
 */
export async function clientAction({ request, params, serverAction }: Route.ClientActionArgs) {
  const form = await request.clone().formData();
  const forgetDraft = () => {
    if (form.get("intent") !== "accept-touch") return;
    const axis = form.get("solveFor") === "work" ? "work" : String(form.get("axis"));
    drafts.forget(draftKey(params.setupId, String(form.get("offset")), axis));
  };
  try {
    const { answer, keptHere } = await sendSetupForm(params.setupId, form, serverAction);
    if (!keptHere) return answer;
    forgetDraft();
    const here = await setupHere(params.setupId);
    const fields = { intent: String(form.get("intent")), offset: String(form.get("offset") ?? "") };
    const next = here && addressAfter(params.setupId, () => here.setup, fields);
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

export default function Touch() {
  return <TouchPage {...useSetup()} />;
}
