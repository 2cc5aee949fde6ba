import { sql } from "../../server/context.server.ts";
import { fieldsOf } from "../../server/http/formOf.server.ts";
import { originOf } from "../../server/http/origin.server.ts";
import { requestContext } from "../../server/http/requestContext.server.ts";
import { browserOf, requireRole, switched } from "../../server/people/access.server.ts";
import { findPerson, listPeople } from "../../server/people/peopleRepository.server.ts";
import { attemptSignIn, signInWords } from "../../server/people/signInAttempt.server.ts";
import { validator } from "../../server/validation/validate.server.ts";
import type { Route } from "./+types/switch";

const readForm = validator<{ person: string; secret: string }>({
  type: "object",
  additionalProperties: false,
  required: ["person", "secret"],
  properties: {
    person: { type: "string", format: "uuid" },
    secret: { type: "string", minLength: 1, maxLength: 200 },
  },
});

/** Who else could go on at this device. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const me = await requireRole({ request, context }, "viewer");
  const people = await listPeople(sql());
  return Response.json(people.filter(({ id }) => id !== me.id).map(({ id, name, role }) => ({ id, name, role })));
}

/** Another person goes on at this device, by their own PIN or passphrase. */
export async function action({ request, context }: Route.ActionArgs) {
  await requireRole({ request, context }, "viewer");
  const form = readForm(await fieldsOf(request));
  if (!form.ok) return Response.json({ message: "Choose who goes on, and type their PIN." }, { status: 422 });
  const { person, secret } = form.value;
  const origin = originOf(request, context.get(requestContext));
  const chosen = await findPerson(sql(), person);
  const trying = { origin, device: await browserOf(request) };
  const result = await attemptSignIn(sql(), trying, chosen?.name ?? "", secret);
  switch (result.outcome) {
    case "in":
      return switched(request, result.person, origin);
    case "wrong":
      return Response.json({ message: "This PIN or passphrase is not theirs." }, { status: 422 });
    case "used":
      return Response.json({ message: signInWords(result) }, { status: 422 });
    case "locked":
      return Response.json({ message: signInWords(result) }, { status: 429 });
  }
}
