import { randomBytes } from "node:crypto";
import { RateLimiterMemory } from "rate-limiter-flexible";
import {
  createContext,
  createCookie,
  type MiddlewareFunction,
  type RouterContextProvider,
  redirect,
} from "react-router";
import { REFUSED_PERSON } from "../../core/commands/index.ts";
import { sql } from "../context.server.ts";
import { type Audited, audit, type Origin } from "./auditRepository.server.ts";
import { may, type Person, type Role, shownPerson } from "./person.server.ts";
import { beginSession, endSession, readSession, SESSION_HOURS, type SignedIn } from "./sessionRepository.server.ts";
import { DEVICE_DAYS, noteDevice } from "./signInCounts.server.ts";

const cookie = createCookie("luvrit", {
  httpOnly: true,
  sameSite: "lax",
  path: "/",
  maxAge: SESSION_HOURS * 3600,
  secure: process.env.LUVRIT_TLS === "1",
});

/** Names this browser, so that its own people are told from strangers who try their names. It opens nothing by itself. */
const deviceCookie = createCookie("luvrit-device", {
  httpOnly: true,
  sameSite: "lax",
  path: "/",
  maxAge: DEVICE_DAYS * 86_400,
  secure: process.env.LUVRIT_TLS === "1",
});

/** The name of the browser that asks; undefined for one without a sign-in. */
export async function browserOf(request: Request): Promise<string | undefined> {
  const name: unknown = await deviceCookie.parse(request.headers.get("Cookie"));
  return typeof name === "string" && /^[\w-]{43}$/.test(name) ? name : undefined;
}

async function tokenOf(request: Request): Promise<string | undefined> {
  const token: unknown = await cookie.parse(request.headers.get("Cookie"));
  return typeof token === "string" ? token : undefined;
}

/** The signed-in person; undefined where there is none. */
export async function whoIs(request: Request, isUse = true): Promise<Person | undefined> {
  return (await sessionOf(request, isUse))?.person;
}

async function sessionOf(request: Request, isUse = true): Promise<SignedIn | undefined> {
  const token = await tokenOf(request);
  return token === undefined ? undefined : readSession(sql(), token, isUse);
}

/** Looks up who asks, at most once for each request; a page that asks by itself does not keep its session alive. */
type SessionOfRequest = (isUse: boolean) => Promise<SignedIn | undefined>;
const sessionContext = createContext<SessionOfRequest>();

/** In front of every loader and action: they all ask the same session. */
export const identify: MiddlewareFunction<Response> = ({ request, context }) => {
  const found = new Map<boolean, Promise<SignedIn | undefined>>();
  context.set(sessionContext, (isUse) => {
    const session = found.get(isUse) ?? sessionOf(request, isUse);
    found.set(isUse, session);
    return session;
  });
};

/** What a loader or an action gets of its request. */
interface AskedBy {
  readonly request: Request;
  readonly context: Readonly<RouterContextProvider>;
}

/** The address that was asked for, to come back to. */
function backTo(request: Request): URLSearchParams {
  const { pathname, search } = new URL(request.url);
  return new URLSearchParams({ to: pathname.replace(/\.data$/, "") + search });
}
const toSignIn = (request: Request): Response => redirect(`/sign-in?${backTo(request)}`);

/** Who is signed in, whether or not they have chosen a secret of their own: for choosing one. */
export async function mustBeSomebody({ request, context }: AskedBy): Promise<SignedIn & { readonly token: string }> {
  const [token, session] = [await tokenOf(request), await context.get(sessionContext)(true)];
  if (!session || token === undefined) throw toSignIn(request);
  return { ...session, token };
}

/**
 * The signed-in person of a page that polls by itself every few seconds: such a request does not keep the session
 * alive. Otherwise as `requireRole`.
 */
export const mustBeQuietly = (asked: AskedBy, needed: Role): Promise<Person> => requireRole(asked, needed, false);

/**
 * The signed-in person if their role reaches `needed`. Redirects to sign-in, and back here afterwards, if no person is signed in.
 * Too low a role: 403 with what is needed.
 */
export async function requireRole({ request, context }: AskedBy, needed: Role, isUse = true): Promise<Person> {
  const session = await context.get(sessionContext)(isUse);
  if (!session || session.mustChoose) {
    throw session ? redirect(`/secret?${backTo(request)}`) : toSignIn(request);
  }
  const { person } = session;
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
  request: Request,
  person: Person,
  to: string,
  origin: Origin,
  event: Audited = "signed-in",
): Promise<Response> {
  return redirect(ownPath(to), { headers: await newSession(request, person, origin, event) });
}

/** A session in place of the one that this browser had, and the browser known as one of this person's. */
async function newSession(request: Request, person: Person, origin: Origin, event: Audited): Promise<Headers> {
  const before = await tokenOf(request);
  if (before !== undefined) await endSession(sql(), before);
  const token = await beginSession(sql(), person.id, origin);
  const device = (await browserOf(request)) ?? randomBytes(32).toString("base64url");
  await noteDevice(sql(), device, person.id);
  await audit(sql(), event, person, origin);
  const headers = new Headers({ "Set-Cookie": await cookie.serialize(token) });
  headers.append("Set-Cookie", await deviceCookie.serialize(device));
  return headers;
}

/** Another person takes over this device: the session of the one before ends. The answer says who it is, for the device. */
export async function switched(request: Request, person: Person, origin: Origin): Promise<Response> {
  const before = await whoIs(request);
  const headers = await newSession(request, person, origin, "switched");
  if (before) await audit(sql(), "signed-out", before, origin, { detail: `${person.name} went on` });
  return Response.json({ person: shownPerson(person) }, { headers });
}

export async function signedOut(request: Request, origin: Origin): Promise<Response> {
  const token = await tokenOf(request);
  const person = await whoIs(request);
  if (token !== undefined) await endSession(sql(), token);
  if (person) await audit(sql(), "signed-out", person, origin);
  return redirect("/sign-in", { headers: { "Set-Cookie": await cookie.serialize("", { maxAge: 0 }) } });
}

/** Only a path on this server: never another host by way of `//` or `\`, nor of a tab in between, which a browser leaves out. */
export function ownPath(to: string): string {
  return /^\/(?!\/)[^\\\p{Cc}]*$/u.test(to) ? to : "/";
}
