import { data } from "react-router";
import { database, sql } from "../../server/context.server.ts";
import { answering } from "../../server/http/answering.server.ts";
import { fieldsOf } from "../../server/http/formOf.server.ts";
import { originOf } from "../../server/http/origin.server.ts";
import { requestContext } from "../../server/http/requestContext.server.ts";
import { browserOf, mustBeSomebody, ownPath } from "../../server/people/access.server.ts";
import { chooseOwnSecret } from "../../server/people/ownSecret.server.ts";
import { validator } from "../../server/validation/validate.server.ts";
import { keepTyped } from "../offline/away.ts";
import { SecretPage } from "../people/SecretPage.tsx";
import type { Route } from "./+types/secret";

const typed = { type: "string", maxLength: 200 } as const;
const readForm = validator<{ now?: string; secret: string; again: string }>({
  type: "object",
  additionalProperties: false,
  required: ["secret", "again"],
  properties: { now: typed, secret: typed, again: typed },
});

export const meta: Route.MetaFunction = () => [{ title: "Your PIN or passphrase · Luvrit" }];

/** What is wrong, by field; or where the page leads once it is done. */
interface Answer {
  readonly fields: Readonly<Record<string, string>>;
  readonly to: string | undefined;
}

export async function loader({ request, context }: Route.LoaderArgs) {
  const { person, mustChoose } = await mustBeSomebody({ request, context });
  // Only a path of this application: the address can be written by others.
  return { name: person.name, mustChoose, back: ownPath(new URL(request.url).searchParams.get("to") ?? "/") };
}

/** Chooses a secret of one's own; every other session of this person ends. */
export async function action({ request, context }: Route.ActionArgs) {
  const session = await mustBeSomebody({ request, context });
  const form = readForm(await fieldsOf(request));
  if (!form.ok) return data<Answer>({ fields: { secret: "This form was not complete." }, to: undefined }, 400);
  const trying = { origin: originOf(request, context.get(requestContext)), device: await browserOf(request) };
  const fields = await answering(() => chooseOwnSecret(database(), sql(), session, form.value, trying));
  if (fields) return data<Answer>({ fields, to: undefined }, 422);
  return data<Answer>({ fields: {}, to: ownPath(new URL(request.url).searchParams.get("to") ?? "/") });
}

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  keepTyped<Answer>(serverAction, (message) => ({ fields: { again: message }, to: undefined }));

export default function Secret({ loaderData, actionData }: Route.ComponentProps) {
  return <SecretPage {...loaderData} answer={actionData} />;
}
