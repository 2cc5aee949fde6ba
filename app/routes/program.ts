import { data } from "react-router";
import { viewSetup } from "../../core/ledger/index.ts";
import { LARGEST_PROGRAM } from "../../core/program/index.ts";
import { sql } from "../../server/context.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { mustBe } from "../../server/people/access.server.ts";
import { editedProgram } from "../../server/program/editedProgram.server.ts";
import { receiveForm } from "../../server/uploads/receiveForm.server.ts";
import { takeSentProgram } from "../../server/uploads/takeFile.server.ts";
import { sendSetupForm } from "../offline/sendSetupForm.ts";
import type { TouchAnswer } from "../touch/touchAnswer.ts";
import type { Route } from "./+types/program";
import { answerFields, refusedFile } from "./answerForm.server.ts";

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
  const state = await readSetup(sql(), params.setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  const { fields, file, done } = await receiveForm(request, person.id, { program: LARGEST_PROGRAM });
  try {
    if (!file) return refusedFile("program", "Choose the program's file.");
    const taken = await takeSentProgram(sql(), file, person.id, viewSetup(state).machine);
    if (!taken.ok) return refusedFile("program", taken.refusal.message);
    const answered = await answerFields(
      ...([request, params.setupId, person] as const),
      { ...fields, program: taken.value.fingerprint },
      { kind: "program", program: taken.value },
    );
    return answered.outcome === "kept" ? data<TouchAnswer>({ outcome: "done" }) : answered.answer;
  } finally {
    await done();
  }
}
