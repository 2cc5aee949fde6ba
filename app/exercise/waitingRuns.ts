import { href } from "react-router";
import type { Run } from "../../sim/exercise/run.ts";
import { awayWords, inTime } from "../offline/away.ts";

/** A run that was finished without the server, with whose it is. */
interface WaitingRun {
  readonly personId: string;
  readonly exerciseId: string;
  readonly run: Omit<Run, "exercise"> & { readonly id: string };
}

const PREFIX = "luvrit.finished.";

/** Keeps a finished run on the device until the server has it; false where the device keeps nothing more. */
export function keepWaitingRun(waiting: WaitingRun): boolean {
  try {
    localStorage.setItem(PREFIX + waiting.run.id, JSON.stringify(waiting));
    return true;
  } catch (failure) {
    if (failure instanceof DOMException) return false;
    throw failure;
  }
}

function waitingRuns(personId: string): readonly WaitingRun[] {
  const found: WaitingRun[] = [];
  try {
    for (let at = 0; at < localStorage.length; at++) {
      const key = localStorage.key(at);
      const text = key?.startsWith(PREFIX) ? localStorage.getItem(key) : null;
      if (text) found.push(JSON.parse(text) as WaitingRun);
    }
  } catch (failure) {
    // A browser that keeps nothing has nothing that waits.
    if (!(failure instanceof DOMException || failure instanceof SyntaxError)) throw failure;
  }
  return found.filter((one) => one.personId === personId);
}

/** Sends one run in. Throws a TypeError where the server does not answer. */
export async function postRun({ exerciseId, run }: Omit<WaitingRun, "personId">): Promise<Response> {
  return fetch(href("/practice/exercises/:exerciseId/finish", { exerciseId }), {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(run),
  });
}

/** A run that the server does not take, and why, in its words. */
export interface RefusedRun {
  readonly id: string;
  readonly exerciseId: string;
  readonly why: string;
}

/** What became of the runs that waited. */
interface SentRuns {
  readonly sent: number;
  readonly refused: readonly RefusedRun[];
}

/** Gives a waiting run up. */
export const discardWaitingRun = (id: string): void => localStorage.removeItem(PREFIX + id);

/**
 * Sends what this person finished without the server. A run leaves the device when the server says that it has it, and not before: where it is
 * away, or asks to sign in first, all wait on. One that it refuses waits too, until the person discards it.
 */
export async function sendWaitingRuns(personId: string): Promise<SentRuns> {
  let sent = 0;
  const refused: RefusedRun[] = [];
  for (const waiting of waitingRuns(personId)) {
    try {
      const answer = await inTime(postRun(waiting));
      const said = (await answer.json().catch(() => ({}))) as { id?: string; message?: string };
      if (said.id === waiting.run.id) {
        localStorage.removeItem(PREFIX + waiting.run.id);
        sent++;
      } else if (answer.status === 404 || answer.status === 422)
        refused.push({
          id: waiting.run.id,
          exerciseId: waiting.exerciseId,
          why: said.message ?? "The server does not say why.",
        });
      else break;
    } catch (failure) {
      // Still away.
      if (awayWords(failure)) break;
      throw failure;
    }
  }
  return { sent, refused };
}
