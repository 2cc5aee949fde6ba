import { href } from "react-router";
import type { Run } from "../../sim/exercise/run.ts";

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

/** Sends what this person finished without the server; how many arrived. A run that is refused for good is not kept any longer. */
export async function sendWaitingRuns(personId: string): Promise<number> {
  let sent = 0;
  for (const waiting of waitingRuns(personId)) {
    try {
      const answer = await postRun(waiting);
      if (answer.status >= 500 || answer.status === 429) return sent;
      localStorage.removeItem(PREFIX + waiting.run.id);
      if (answer.ok) sent++;
    } catch (failure) {
      // Still away.
      if (failure instanceof TypeError) return sent;
      throw failure;
    }
  }
  return sent;
}
