import { sql } from "../../server/context.server.ts";
import { formOf } from "../../server/http/formOf.server.ts";
import { mustBe } from "../../server/people/access.server.ts";
import { takePhoto } from "../../server/photos/photosRepository.server.ts";
import { keepProgram } from "../../server/program/takeProgram.server.ts";
import type { Route } from "./+types/files";

/** Keeps the file of a form that waited on a device; the form follows, and names it by its fingerprint. */
export async function action({ request }: Route.ActionArgs) {
  await mustBe(request, "setter");
  const form = await formOf(request);
  const [photo, program] = [form.get("photo"), form.get("program")];
  const kept =
    photo instanceof File
      ? await takePhoto(sql(), photo)
      : program instanceof File
        ? await keepProgram(sql(), program)
        : undefined;
  if (!kept) return Response.json({ message: "This is not what a device of Luvrit sends." }, { status: 400 });
  return kept.ok ? Response.json({}) : Response.json({ message: kept.refusal.message }, { status: 422 });
}
