import { data, redirect } from "react-router";
import { viewSetup } from "../../core/ledger/index.ts";
import { nextStep, touchingOrder } from "../../core/plan/index.ts";
import { sql } from "../../server/context.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { useSetup } from "../frame/useSetup.ts";
import { draftKey, drafts } from "../touch/drafts.ts";
import { TouchPage } from "../touch/TouchPage.tsx";
import type { TouchAnswer } from "../touch/touchAnswer.ts";
import type { Route } from "./+types/touch";
import { answerForm } from "./answerForm.server.ts";

export async function action({ request, params }: Route.ActionArgs) {
  const done = await answerForm(request, params.setupId);
  if (done.outcome === "answered") return done.answer;
  const { form } = done;
  if (form.intent === "make-second")
    return redirect(`/setups/${params.setupId}/touch?tool=${String(Number(form.offset))}&do=second`);
  if (!GOES_ON.includes(form.intent)) return data<TouchAnswer>({ outcome: "done" });
  return redirect(await nextAddress(params.setupId, "offset" in form ? form.offset : ""));
}

/** Forms that finish a step: the next one opens. */
const GOES_ON: readonly string[] = [
  ...["accept-touch", "accept-nose"],
  ...["record-hole", "record-face", "record-length"],
];

/** Where the work goes on: the next step of the plan; the table when nothing is left. */
async function nextAddress(setupId: string, offset: string): Promise<string> {
  const state = await readSetup(sql(), setupId);
  const setup = state && viewSetup(state);
  const order = setup ? touchingOrder(setup) : [];
  // A chosen order is kept to; in the usual one a tool is finished first.
  const own = setup?.order ? undefined : nextStep(order.filter((one) => one.offset === offset));
  const step = own ?? nextStep(order);
  const tool = step && step.offset !== "" ? `tool=${step.offset}&` : "";
  return step ? `/setups/${setupId}/touch?${tool}do=${step.kind}` : `/setups/${setupId}/table`;
}

/** Passes the form on; a server that does not answer loses nothing, and a touch that is kept needs no draft any more. */
export async function clientAction({ request, params, serverAction }: Route.ClientActionArgs) {
  const form = await request.clone().formData();
  const forgetDraft = () =>
    drafts.forget(
      draftKey(
        params.setupId,
        String(form.get("offset")),
        form.get("solveFor") === "work" ? "work" : String(form.get("axis")),
      ),
    );
  try {
    return await serverAction();
  } catch (thrown) {
    if (
      thrown instanceof Response &&
      thrown.status >= 300 &&
      thrown.status < 400 &&
      form.get("intent") === "accept-touch"
    )
      forgetDraft();
    if (!(thrown instanceof TypeError)) throw thrown;
    const message = "The server did not answer. What you typed is kept: accept again, nothing is entered twice.";
    return { outcome: "unreachable", message } satisfies TouchAnswer;
  }
}

export default function Touch() {
  return <TouchPage {...useSetup()} />;
}
