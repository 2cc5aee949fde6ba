import { isRouteErrorResponse } from "react-router";

/** The server did not answer within the time in which anybody would still wait. */
export class AnsweredLate extends Error {}

/** A page waits this long for the server; then it goes on with what it has. */
const ANSWER_WITHIN_MS = 6000;

/** What a proxy says of a server that is not there, the server of a database that is not, and of more than it takes. */
const AWAY_STATUS: readonly number[] = [429, 502, 503, 504];

/** Why the server is away, by what was thrown in place of its answer: its own words, or none. Undefined: it is there. */
export function awayWords(failure: unknown): { readonly reason: string | undefined } | undefined {
  if (failure instanceof AnsweredLate) return { reason: undefined };
  // What the browser throws where nobody answers.
  if (failure instanceof TypeError) return { reason: undefined };
  if (isRouteErrorResponse(failure) && AWAY_STATUS.includes(failure.status))
    return { reason: typeof failure.data === "string" && failure.data.length < 300 ? failure.data : undefined };
  return undefined;
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
