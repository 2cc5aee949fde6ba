import { redirect } from "react-router";
import { fieldsOf } from "../../server/http/formOf.server.ts";
import { ownPath } from "../../server/people/access.server.ts";
import { validator } from "../../server/validation/validate.server.ts";
import { type Theme, themeCookie } from "../ui/theme.server.ts";
import type { Route } from "./+types/theme";

const readForm = validator<{ theme: Theme; to: string }>({
  type: "object",
  additionalProperties: false,
  required: ["theme", "to"],
  properties: { theme: { type: "string", enum: ["light", "dark"] }, to: { type: "string", maxLength: 500 } },
});

export async function action({ request }: Route.ActionArgs) {
  const form = readForm(await fieldsOf(request));
  if (!form.ok) throw new Response("A theme is light or dark.", { status: 400 });
  return redirect(ownPath(form.value.to), { headers: { "Set-Cookie": await themeCookie.serialize(form.value.theme) } });
}
