import { useEffect } from "react";
import { data, redirect } from "react-router";
import { isDemo, sql } from "../../server/context.server.ts";
import { whenceOf } from "../../server/http/whence.server.ts";
import { ownPath, signedIn, whoIs } from "../../server/people/access.server.ts";
import { findPerson, hasPeople, listPeople } from "../../server/people/peopleRepository.server.ts";
import { attemptSignIn } from "../../server/people/signInAttempt.server.ts";
import { validator } from "../../server/validation/validate.server.ts";
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

export const meta: Route.MetaFunction = () => [{ title: "Sign in · Luvrit" }];

export async function loader({ request }: Route.LoaderArgs) {
  if (await whoIs(request)) throw redirect("/");
  if (!isDemo() && !(await hasPeople(sql()))) throw redirect("/first");
  return { people: isDemo() ? await listPeople(sql()) : [] };
}

export async function action({ request, context }: Route.ActionArgs) {
  const form = readForm(Object.fromEntries(await request.formData()));
  const whence = whenceOf(request, context);
  const to = ownPath(new URL(request.url).searchParams.get("to") ?? "/");
  if (!form.ok)
    return data({ name: "", message: "This form was not complete. Type a name and a passphrase or PIN." }, 400);
  if (form.value.intent === "demo") {
    const person = isDemo() ? await findPerson(sql(), form.value.person) : undefined;
    return person
      ? signedIn(person, to, whence)
      : data({ name: "", message: "There is no such person in the demo." }, 403);
  }
  const { name, secret } = form.value;
  if (name.trim() === "" || secret === "")
    return data({ name, message: "Type both a name and a passphrase or PIN." }, 422);
  const result = await attemptSignIn(whence, name, secret);
  switch (result.outcome) {
    case "in":
      return signedIn(result.person, to, whence);
    case "wrong":
      return data({ name, message: "Name and passphrase or PIN do not belong together. Check both." }, 422);
    case "locked":
      return data({ name, message: `Too many attempts. Wait ${result.seconds} seconds, then try again.` }, 429);
  }
}

export default function SignIn({ loaderData, actionData }: Route.ComponentProps) {
  // Nobody is signed in: what this device took along for the last person is of no use to the next.
  useEffect(() => {
    forgetPages();
    orNoStore(forgetPacks());
  }, []);
  return <SignInPage people={loaderData.people} failed={actionData} />;
}
