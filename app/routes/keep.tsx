import { data } from "react-router";
import { LARGEST_PHOTO } from "../../core/deeds/index.ts";
import { viewSetup } from "../../core/ledger/index.ts";
import { unprovenOf } from "../../core/plan/index.ts";
import { ledgerLines } from "../../core/record/index.ts";
import { sql } from "../../server/context.server.ts";
import { readLedger } from "../../server/ledger/ledgerRepository.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { mustBe } from "../../server/people/access.server.ts";
import { receiveForm } from "../../server/uploads/receiveForm.server.ts";
import { takeSentPhoto } from "../../server/uploads/takeFile.server.ts";
import { useSetup } from "../frame/useSetup.ts";
import { KeepPage } from "../keep/KeepPage.tsx";
import { loadStage } from "../offline/loadSetup.ts";
import { sendSetupForm } from "../offline/sendSetupForm.ts";
import type { TouchAnswer } from "../touch/touchAnswer.ts";
import type { Route } from "./+types/keep";
import { answerFields, refusedFile } from "./answerForm.server.ts";

/** The record of a setup: its ledger, and what it rests on that nobody has proven. */
export async function loader({ request, params }: Route.LoaderArgs) {
  await mustBe(request, "viewer");
  const state = await readSetup(sql(), params.setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  const setup = viewSetup(state);
  const entries = await readLedger(sql(), params.setupId);
  return { lines: ledgerLines(entries, state, setup), unproven: unprovenOf(setup) };
}

/** Notes, sign-off and reopening go as forms; a photo comes along with its note. */
export async function action({ request, params }: Route.ActionArgs) {
  const person = await mustBe(request, "setter");
  const { fields, file, done } = await receiveForm(request, person.id, { photo: LARGEST_PHOTO });
  try {
    const photo = file && (await takeSentPhoto(sql(), file, person.id));
    if (photo && !photo.ok) return refusedFile("photo", photo.refusal.message);
    const answered = photo
      ? await answerFields(
          ...([request, params.setupId, person] as const),
          { ...fields, photo: photo.value.fingerprint },
          { kind: "photo", photo: photo.value },
        )
      : await answerFields(request, params.setupId, person, fields);
    return answered.outcome === "kept" ? data<TouchAnswer>({ outcome: "done" }) : answered.answer;
  } finally {
    await done();
  }
}

export const clientLoader = ({ params, serverLoader }: Route.ClientLoaderArgs) =>
  loadStage(params.setupId, serverLoader, (_pack, setup, { entries, state }) => ({
    lines: ledgerLines(entries, state, setup),
    unproven: unprovenOf(setup),
  }));
clientLoader.hydrate = true as const;

export const clientAction = async ({ request, params, serverAction }: Route.ClientActionArgs) =>
  (await sendSetupForm(params.setupId, await request.clone().formData(), serverAction)).answer;

export default function Keep({ loaderData }: Route.ComponentProps) {
  return <KeepPage {...useSetup()} {...loaderData} />;
}
