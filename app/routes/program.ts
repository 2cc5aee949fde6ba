import { data } from "react-router";
import type { Command } from "../../core/ledger/index.ts";
import { viewSetup } from "../../core/ledger/index.ts";
import { database, sql } from "../../server/context.server.ts";
import { answering } from "../../server/http/answering.server.ts";
import { deviceOf } from "../../server/http/device.server.ts";
import { appendEntry } from "../../server/ledger/ledgerRepository.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { mustBe } from "../../server/people/access.server.ts";
import { editedProgram } from "../../server/program/editedProgram.server.ts";
import { takeProgram } from "../../server/program/takeProgram.server.ts";
import { sendSetupForm } from "../offline/sendSetupForm.ts";
import type { TouchAnswer } from "../touch/touchAnswer.ts";
import type { Route } from "./+types/program";

const refused = (message: string) =>
  data<TouchAnswer>({ outcome: "refused", message, fields: { program: message } }, 422);

/** The program with its calls as they are renumbered, as this machine wants its files. */
export async function loader({ request, params }: Route.LoaderArgs) {
  await mustBe(request, "viewer");
  const state = await readSetup(sql(), params.setupId);
  const file = state && (await editedProgram(sql(), viewSetup(state)));
  if (!file) throw new Response("No program has been taken in for this setup.", { status: 404 });
  return new Response(Buffer.from(file.text, "latin1"), {
    headers: {
      "Content-Type": "text/plain; charset=us-ascii",
      "Content-Disposition": `attachment; filename="${file.name}"`,
      "Cache-Control": "no-store",
    },
  });
}

export const clientAction = async ({ request, params, serverAction }: Route.ClientActionArgs) =>
  (await sendSetupForm(params.setupId, await request.clone().formData(), serverAction)).answer;

/** Takes a program in. */
export async function action({ request, params }: Route.ActionArgs) {
  const person = await mustBe(request, "setter");
  const form = await request.formData();
  const [file, id, base] = [form.get("program"), form.get("id"), Number(form.get("base"))];
  const state = await readSetup(sql(), params.setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  if (!(file instanceof File) || typeof id !== "string" || !Number.isInteger(base))
    return refused("Choose the program's file.");
  const taken = await takeProgram(sql(), file, viewSetup(state).machine);
  if (!taken.ok) return refused(taken.refusal.message);
  const command: Command = { id, kind: "program-read", version: 1, payload: taken.value };
  const result = await answering(() =>
    appendEntry(database(), params.setupId, command, { person, device: deviceOf(request), base }),
  );
  if (result.outcome === "refused") return refused(result.refusal.message);
  if (result.outcome === "conflict")
    return refused(`${result.theirs.person} has taken in another program meanwhile. Look at it first.`);
  return data<TouchAnswer>({ outcome: "done" });
}
