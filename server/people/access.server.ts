import { RateLimiterMemory } from "rate-limiter-flexible";
import { createCookie, redirect } from "react-router";
import { REFUSED_PERSON } from "../../core/deeds/index.ts";
import { sql } from "../context.server.ts";
import { type Audited, audit, type Whence } from "./auditRepository.server.ts";
import { may, type Person, type Role, shownPerson } from "./person.server.ts";
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
export async function whoIs(request: Request, isUse = true): Promise<Person | undefined> {
  const token = await tokenOf(request);
  return token === undefined ? undefined : personOfSession(sql(), token, isUse);
}

/**
 * Who is signed in on a page that asks by itself, every few seconds, with nobody in front of it: that keeps no session
 * alive. Otherwise as `mustBe`.
 */
export const mustBeQuietly = (request: Request, needed: Role): Promise<Person> => mustBe(request, needed, false);

/**
 * The signed-in person if their role reaches `needed`. Nobody signed in: on to sign-in and back here afterwards.
 * Too low a role: 403 with what is needed.
 */
export async function mustBe(request: Request, needed: Role, isUse = true): Promise<Person> {
  const person = await whoIs(request, isUse);
  if (!person) {
    const { pathname, search } = new URL(request.url);
    throw redirect(`/sign-in?${new URLSearchParams({ to: pathname.replace(/\.data$/, "") + search })}`);
  }
  if (request.method !== "GET" && request.method !== "HEAD") await withinLimit(person.id);
  if (!may(person.role, needed))
    throw new Response(`This needs the role ${needed}; ${person.name} has the role ${person.role}.`, {
      status: 403,
      statusText: "Not allowed",
      headers: { [REFUSED_PERSON]: person.id },
    });
  return person;
}

/** Changes that one person makes in a minute: more than two hands can, less than a machine gone wild would. */
const MOST_CHANGES = Number(process.env.LUVRIT_MOST_CHANGES ?? 600);
const perPerson = new RateLimiterMemory({ points: MOST_CHANGES, duration: 60 });

async function withinLimit(person: string): Promise<void> {
  try {
    await perPerson.consume(person);
  } catch (limit) {
    if (limit instanceof Error) throw limit;
    throw new Response("More changes than one person makes in a minute. Wait a moment.", {
      status: 429,
      statusText: "Too many",
      headers: { "Retry-After": "10" },
    });
  }
}

/** Signs a person in: the answer that sets the cookie and goes on to `to`, if that is a place of our own. */
export async function signedIn(
  person: Person,
  to: string,
  whence: Whence,
  deed: Audited = "signed-in",
): Promise<Response> {
  return redirect(ownPath(to), { headers: await newSession(person, whence, deed) });
}

async function newSession(person: Person, whence: Whence, deed: Audited): Promise<Readonly<Record<string, string>>> {
  const token = await beginSession(sql(), person.id, whence);
  await audit(sql(), deed, person, whence);
  return { "Set-Cookie": await cookie.serialize(token) };
}

/** Another person takes over this device: the session of the one before ends. The answer says who it is, for the device. */
export async function switched(request: Request, person: Person, whence: Whence): Promise<Response> {
  const token = await tokenOf(request);
  const before = await whoIs(request);
  if (token !== undefined) await endSession(sql(), token);
  const headers = await newSession(person, whence, "switched");
  if (before) await audit(sql(), "signed-out", before, whence, { detail: `${person.name} went on` });
  return Response.json({ person: shownPerson(person) }, { headers });
}

export async function signedOut(request: Request, whence: Whence): Promise<Response> {
  const token = await tokenOf(request);
  const person = await whoIs(request);
  if (token !== undefined) await endSession(sql(), token);
  if (person) await audit(sql(), "signed-out", person, whence);
  return redirect("/sign-in", { headers: { "Set-Cookie": await cookie.serialize("", { maxAge: 0 }) } });
}

/** Only a path on this server: never another host by way of `//` or `\`, nor of a tab in between, which a browser leaves out. */
export function ownPath(to: string): string {
  return /^\/(?!\/)[^\\\p{Cc}]*$/u.test(to) ? to : "/";
}
