import { createCookie, redirect } from "react-router";
import { sql } from "../context.server.ts";
import { may, type Person, type Role } from "./person.server.ts";
import { beginSession, endSession, personOfSession, SESSION_HOURS } from "./sessionRepository.server.ts";

const cookie = createCookie("luvrit", {
  httpOnly: true,
  sameSite: "lax",
  path: "/",
  maxAge: SESSION_HOURS * 3600,
  secure: process.env.LUVRIT_TLS === "1",
});

async function tokenOf(request: Request): Promise<string | undefined> {
  const token: unknown = await cookie.parse(request.headers.get("Cookie"));
  return typeof token === "string" ? token : undefined;
}

/** Who is signed in, or nobody. */
export async function whoIs(request: Request): Promise<Person | undefined> {
  const token = await tokenOf(request);
  return token === undefined ? undefined : personOfSession(sql(), token);
}

/**
 * The signed-in person if their role reaches `needed`. Nobody signed in: on to sign-in and back here afterwards.
 * Too low a role: 403 with what is needed.
 */
export async function mustBe(request: Request, needed: Role): Promise<Person> {
  const person = await whoIs(request);
  if (!person) {
    const { pathname, search } = new URL(request.url);
    throw redirect(`/sign-in?${new URLSearchParams({ to: pathname.replace(/\.data$/, "") + search })}`);
  }
  if (!may(person.role, needed))
    throw new Response(`This needs the role ${needed}; ${person.name} has the role ${person.role}.`, {
      status: 403,
      statusText: "Not allowed",
    });
  return person;
}

/** Signs a person in: the answer that sets the cookie and goes on to `to`, if that is a place of our own. */
export async function signedIn(person: Person, to: string): Promise<Response> {
  const token = await beginSession(sql(), person.id);
  return redirect(ownPath(to), { headers: { "Set-Cookie": await cookie.serialize(token) } });
}

export async function signedOut(request: Request): Promise<Response> {
  const token = await tokenOf(request);
  if (token !== undefined) await endSession(sql(), token);
  return redirect("/sign-in", { headers: { "Set-Cookie": await cookie.serialize("", { maxAge: 0 }) } });
}

/** Only a path on this server: never another host by way of `//` or `\`. */
export function ownPath(to: string): string {
  return /^\/(?![/\\])[^\r\n]*$/.test(to) && !to.includes("\\") ? to : "/";
}
