import { data, href, redirect } from "react-router";
import { database, sql } from "../../server/context.server.ts";
import { answering } from "../../server/http/answering.server.ts";
import { fieldsOf } from "../../server/http/formOf.server.ts";
import { originOf } from "../../server/http/origin.server.ts";
import { requestContext } from "../../server/http/requestContext.server.ts";
import { signedIn } from "../../server/people/access.server.ts";
import { isFirstCode } from "../../server/people/firstCode.server.ts";
import { addFirstLead, hasPeople, SECRET_RULE } from "../../server/people/peopleRepository.server.ts";
import { validator } from "../../server/validation/validate.server.ts";
import { keepTyped } from "../offline/away.ts";
import { FirstPage } from "../people/FirstPage.tsx";
import type { Route } from "./+types/first";

const typed = { type: "string", maxLength: 200 } as const;
const readForm = validator<{ code: string; name: string; secret: string; again: string }>({
  type: "object",
  additionalProperties: false,
  required: ["code", "name", "secret", "again"],
  properties: { code: typed, name: { type: "string", maxLength: 80 }, secret: typed, again: typed },
});

export const meta: Route.MetaFunction = () => [{ title: "First start · Luvrit" }];

/** What is wrong, by field. */
interface Answer {
  readonly name: string;
  readonly fields: Readonly<Record<string, string>>;
}

/** There only until the first person is. */
export async function loader() {
  if (await hasPeople(sql())) throw redirect(href("/sign-in"));
  return null;
}

export async function action({ request, context }: Route.ActionArgs) {
  if (await hasPeople(sql())) throw redirect(href("/sign-in"));
  const form = readForm(await fieldsOf(request));
  if (!form.ok) return data<Answer>({ name: "", fields: { code: "This form was not complete." } }, 400);
  const { code, name, secret, again } = form.value;
  const fields: Record<string, string> = {};
  if (/\p{Cc}/u.test(name)) fields.name = "A name stands on one line.";
  if (name.trim() === "") fields.name = "Say your name, as it is to stand in the record.";
  if (!SECRET_RULE.test(secret)) fields.secret = "A PIN has 4 to 12 digits, a passphrase at least 10 characters.";
  else if (secret !== again) fields.again = "This is not the same. Type it again.";
  if (Object.keys(fields).length === 0 && !isFirstCode(code, context.get(requestContext).address))
    fields.code = "This is not the code. It stands where Luvrit was started.";
  if (Object.keys(fields).length > 0) return data<Answer>({ name, fields }, 422);
  const person = await answering(() => addFirstLead(database(), name.trim(), secret));
  return person
    ? signedIn(
        request,
        person,
        href("/workshop/:section?"),
        originOf(request, context.get(requestContext)),
        "first-lead",
      )
    : redirect(href("/sign-in"));
}

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  keepTyped<Answer>(serverAction, (message) => ({ name: "", fields: { again: message } }));

export default function First({ actionData }: Route.ComponentProps) {
  return <FirstPage failed={actionData} />;
}
