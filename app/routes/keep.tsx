import { data } from "react-router";
import { type Command, viewSetup } from "../../core/ledger/index.ts";
import { unprovenOf } from "../../core/plan/index.ts";
import { ledgerLines } from "../../core/record/index.ts";
import { database, sql } from "../../server/context.server.ts";
import { answering } from "../../server/http/answering.server.ts";
import { deviceOf } from "../../server/http/device.server.ts";
import { appendEntry, readLedger } from "../../server/ledger/ledgerRepository.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { mustBe } from "../../server/people/access.server.ts";
import { takePhoto } from "../../server/photos/photosRepository.server.ts";
import { useSetup } from "../frame/useSetup.ts";
import { KeepPage } from "../keep/KeepPage.tsx";
import { loadStage } from "../offline/loadSetup.ts";
import { sendSetupForm } from "../offline/sendSetupForm.ts";
import type { TouchAnswer } from "../touch/touchAnswer.ts";
import type { Route } from "./+types/keep";
import { answerForm } from "./answerForm.server.ts";

/** The record of a setup: its ledger, and what it rests on that nobody has proven. */
export async function loader({ request, params }: Route.LoaderArgs) {
  await mustBe(request, "viewer");
  const state = await readSetup(sql(), params.setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  const setup = viewSetup(state);
  const entries = await readLedger(sql(), params.setupId);
  return { lines: ledgerLines(entries, state, setup), unproven: unprovenOf(setup) };
}

/** Notes, sign-off and reopening go as forms; a photo brings its file along. */
export async function action({ request, params }: Route.ActionArgs) {
  const isUpload = request.headers.get("Content-Type")?.startsWith("multipart/form-data");
  if (!isUpload) {
    const done = await answerForm(request, params.setupId);
    return done.outcome === "kept" ? data<TouchAnswer>({ outcome: "done" }) : done.answer;
  }
  const person = await mustBe(request, "setter");
  const form = await request.formData();
  const refused = (message: string) =>
    data<TouchAnswer>({ outcome: "refused", message, fields: { photo: message } }, 422);
  const [file, id, base, text] = [form.get("photo"), form.get("id"), Number(form.get("base")), form.get("text")];
  if (!(file instanceof File) || typeof id !== "string" || !Number.isInteger(base) || typeof text !== "string")
    return refused("Choose a photo.");
  const photo = await takePhoto(sql(), file);
  if (!photo.ok) return refused(photo.refusal.message);
  const offset = form.get("offset");
  const command: Command = {
    ...{ id, kind: "note-added", version: 1 },
    payload: {
      text: text.trim().slice(0, 2000),
      photo: photo.value,
      ...(typeof offset === "string" && offset !== "" && { offset }),
    },
  };
  const result = await answering(() =>
    appendEntry(database(), params.setupId, command, { person, device: deviceOf(request), base }),
  );
  return result.outcome === "refused" ? refused(result.refusal.message) : data<TouchAnswer>({ outcome: "done" });
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
