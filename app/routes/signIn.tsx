import { useEffect } from "react";
import { data, href, redirect } from "react-router";
import { isDemo, sql } from "../../server/context.server.ts";
import { fieldsOf } from "../../server/http/formOf.server.ts";
import { originOf } from "../../server/http/origin.server.ts";
import { requestContext } from "../../server/http/requestContext.server.ts";
import { browserOf, ownPath, signedIn, whoIs } from "../../server/people/access.server.ts";
import { findPerson, hasPeople, listPeople } from "../../server/people/peopleRepository.server.ts";
import { attemptSignIn, signInWords } from "../../server/people/signInAttempt.server.ts";
import { validator } from "../../server/validation/validate.server.ts";
import { keepTyped } from "../offline/away.ts";
import { forgetPages } from "../offline/keepSetupPages.ts";
import { forgetPacks, orNoStore } from "../offline/store.ts";
import { SignInPage } from "../people/SignInPage.tsx";
import type { Route } from "./+types/signIn";

type Form =
  | { readonly intent: "demo"; readonly person: string }
  | { readonly intent: "secret"; readonly name: string; readonly secret: string };

const readForm = validator<Form>({
  oneOf: [
    {
      type: "object",
      additionalProperties: false,
      required: ["intent", "person"],
      properties: { intent: { const: "demo" }, person: { type: "string", format: "uuid" } },
    },
    {
      type: "object",
      additionalProperties: false,
      required: ["intent", "name", "secret"],
      properties: {
        intent: { const: "secret" },
        name: { type: "string", maxLength: 80 },
        secret: { type: "string", maxLength: 200 },
      },
    },
  ],
});

/** Why signing in fails at an unencrypted address, where the cookie is for encrypted ones only. */
const plainNote = (isEncrypted: boolean): string | undefined =>
  process.env.LUVRIT_TLS === "1" && !isEncrypted
    ? "Signing in does not work at this address: it is not encrypted (http), and Luvrit was started for encrypted addresses alone (LUVRIT_TLS=1), so the browser would not keep the sign-in. Open the address that begins with https. If this is that one, the proxy in front does not say that it encrypts: it must send X-Forwarded-Proto, and LUVRIT_PROXY=1 must be set."
    : undefined;

/** Why the sign-in failed, and the name that was typed. */
interface Answer {
  readonly name: string;
  readonly message: string;
}

export const meta: Route.MetaFunction = () => [{ title: "Sign in · Luvrit" }];

export async function loader({ request, context }: Route.LoaderArgs) {
  if (await whoIs(request)) throw redirect("/");
  if (!isDemo() && !(await hasPeople(sql()))) throw redirect(href("/first"));
  return { people: isDemo() ? await listPeople(sql()) : [], note: plainNote(context.get(requestContext).isEncrypted) };
}

export async function action({ request, context }: Route.ActionArgs) {
  const form = readForm(await fieldsOf(request));
  const origin = originOf(request, context.get(requestContext));
  const to = ownPath(new URL(request.url).searchParams.get("to") ?? "/");
  const plain = plainNote(context.get(requestContext).isEncrypted);
  if (plain !== undefined)
    return data<Answer>({ name: form.ok && "name" in form.value ? form.value.name : "", message: plain }, 422);
  if (!form.ok)
    return data<Answer>({ name: "", message: "This form was not complete. Type a name and a passphrase or PIN." }, 400);
  if (form.value.intent === "demo") {
    const person = isDemo() ? await findPerson(sql(), form.value.person) : undefined;
    return person
      ? signedIn(request, person, to, origin)
      : data<Answer>({ name: "", message: "There is no such person in the demo." }, 403);
  }
  const { name, secret } = form.value;
  if (name.trim() === "" || secret === "")
    return data<Answer>({ name, message: "Type both a name and a passphrase or PIN." }, 422);
  const result = await attemptSignIn(sql(), { origin, device: await browserOf(request) }, name, secret);
  if (result.outcome === "in") return signedIn(request, result.person, to, origin);
  return data<Answer>({ name, message: signInWords(result) }, result.outcome === "locked" ? 429 : 422);
}

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  keepTyped<Answer>(serverAction, (message) => ({ name: "", message }));

export default function SignIn({ loaderData, actionData }: Route.ComponentProps) {
  // No session: what this device keeps for the last person is removed before the next one signs in.
  useEffect(() => {
    forgetPages();
    orNoStore(forgetPacks());
  }, []);
  return <SignInPage people={loaderData.people} note={loaderData.note} failed={actionData} />;
}
