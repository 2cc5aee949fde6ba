import { isRouteErrorResponse } from "react-router";

/** The server did not answer in time. */
export class AnsweredLate extends Error {}

/** A page waits this long for the server; then it goes on with what it has. */
const ANSWER_WITHIN_MS = 6000;

/** Told to ask again later, or a failure of the server or of what stands before it: it takes nothing now. */
const isAwayStatus = (status: number): boolean => status === 429 || status >= 500;

/** What the router makes of a fault of the server, whose cause stays on the server. */
const isServerFault = (failure: unknown): boolean =>
  failure instanceof Error && /^Unexpected Server Error/.test(failure.message);

/** Words that a failed answer brings; none where it is a page, or something longer than words. */
const wordsOf = (data: unknown): string | undefined =>
  typeof data === "string" && data.trim() !== "" && data.length < 300 && !data.trimStart().startsWith("<")
    ? data.trim()
    : undefined;

/**
 * Why the server is away, by what was thrown in place of its answer: its own words, or none. That there is no answer, that what
 * answers has failed, and that more is asked for than it takes are the same: what was sent is kept. Undefined: it is there.
 */
export function awayWords(failure: unknown): { readonly reason: string | undefined } | undefined {
  if (failure instanceof AnsweredLate) return { reason: undefined };
  // What the browser throws where the server does not answer.
  if (failure instanceof TypeError) return { reason: undefined };
  if (isServerFault(failure)) return { reason: SERVER_FAULT };
  if (isRouteErrorResponse(failure) && isAwayStatus(failure.status)) return { reason: wordsOf(failure.data) };
  return undefined;
}

const SERVER_FAULT =
  "The server has failed over this. What you entered is kept on this device and sent again. If it comes back, tell the person who looks after the server.";

/**
 * Why a server that is there has not taken what was sent (4xx), in words for beside the field; undefined for anything else,
 * such as an answer that leads on to another page.
 */
export function refusalWords(failure: unknown): string | undefined {
  if (!isRouteErrorResponse(failure) || failure.status < 400 || isAwayStatus(failure.status)) return undefined;
  return wordsOf(failure.data) ?? `The server has not taken this (${failure.status}). What you typed stands here.`;
}

/** Whether the server sent on to signing in in place of its answer: the session has run out over a break, or was ended. */
export const isSignInAsked = (failure: unknown): failure is Response =>
  failure instanceof Response && failure.headers.get("Location")?.startsWith("/sign-in") === true;

/** The answer, or `AnsweredLate` where there is none in time: on bad Wi-Fi a request can hang for minutes. */
export function inTime<Answer>(answer: Promise<Answer>): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new AnsweredLate("no answer in time")), ANSWER_WITHIN_MS);
    answer.then(resolve, reject).finally(() => clearTimeout(timer));
  });
}

const NOT_THERE = "The server does not answer. What you typed stands here: send it again when it does.";
const SIGNED_OUT =
  "Nobody is signed in here any more. What you typed stands here: sign in on another page of this browser, then send it again.";

/**
 * Sends a form that waits on no device. Whatever comes in place of an answer becomes words on the page that the form stands
 * on, so that nothing typed is lost; an answer that leads on to another page does so.
 */
export async function keepTyped<Answer>(
  toServer: () => Promise<Answer>,
  refused: (message: string) => Answer,
): Promise<Answer> {
  try {
    return await toServer();
  } catch (failure) {
    if (isSignInAsked(failure)) return refused(SIGNED_OUT);
    const away = awayWords(failure);
    if (away) return refused(isServerFault(failure) ? FAULT_HERE : (away.reason ?? NOT_THERE));
    const words = refusalWords(failure);
    if (words !== undefined) return refused(words);
    throw failure;
  }
}

const FAULT_HERE =
  "The server has failed over this. What you typed stands here. Try again; if it comes back, tell the person who looks after the server.";
