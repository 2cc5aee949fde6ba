import { LARGEST_PHOTO } from "../../core/commands/index.ts";
import { LARGEST_PROGRAM } from "../../core/program/index.ts";
import { sql } from "../../server/context.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { receiveForm } from "../../server/uploads/receiveForm.server.ts";
import { keepSentProgram, takeSentPhoto } from "../../server/uploads/takeFile.server.ts";
import type { Route } from "./+types/files";

/** Keeps the file of a form that waited on a device; the form follows, and names it by its fingerprint. */
export async function action({ request, context }: Route.ActionArgs) {
  const person = await requireRole({ request, context }, "setter");
  const { file, done } = await receiveForm(request, person.id, { photo: LARGEST_PHOTO, program: LARGEST_PROGRAM });
  try {
    if (!file) return Response.json({ message: "This is not what a device of Luvrit sends." }, { status: 400 });
    const keep = file.field === "photo" ? takeSentPhoto : keepSentProgram;
    const kept = await keep(sql(), file, person.id);
    return kept.ok ? Response.json({}) : Response.json({ message: kept.refusal.message }, { status: 422 });
  } finally {
    await done();
  }
}
