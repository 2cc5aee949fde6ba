import type { TouchAnswer } from "../touch/touchAnswer.ts";
import { toast } from "../ui/Toast.tsx";
import { awayWords, inTime, isSignInAsked, refusalWords } from "./away.ts";
import type { ChosenFile } from "./bringAlong.ts";
import { connection } from "./connection.ts";
import { isKeptPage } from "./keptPage.ts";
import { readOwnQueue } from "./store.ts";

/**
 * Sends a setup's form to the server; where it does not answer, where others wait before it, or where the session has run
 * out meanwhile, the form is kept on this device. `keptHere` says that it was: the page goes on from what this device knows.
 */
export async function sendSetupForm<Answer>(
  setupId: string,
  form: FormData,
  toServer: () => Promise<Answer>,
): Promise<{ readonly answer: Answer | TouchAnswer; readonly keptHere: boolean }> {
  const fields: Record<string, string> = {};
  let file: ChosenFile | undefined;
  for (const [name, value] of form)
    if (typeof value === "string") fields[name] = value;
    else if (name === "photo" || name === "program") file = { kind: name, file: value };
  let signIn: Response | undefined;
  if (!(await waits(setupId)))
    try {
      const answer = await inTime(toServer());
      if (fields.intent === "undo" && isDone(answer)) toast("Undone. Both entries stay in the record.");
      if (fields.intent === "leave-out" && isDone(answer)) toast("Left out. Record lists it, and can undo it.");
      return { answer, keptHere: false };
    } catch (failure) {
      const away = awayWords(failure);
      if (away) connection.change({ server: "away", ...away });
      else if (isSignInAsked(failure)) signIn = failure;
      else {
        // Refused: said on the page that it was typed on, which stays.
        const message = refusalWords(failure);
        if (message === undefined) throw failure;
        return { answer: { outcome: "refused", message, fields: {} }, keptHere: false };
      }
    }
  const { keepWaiting } = await workingOut();
  const isSignedOut = signIn !== undefined || connection.read().isSignedOut;
  const answer = await keepWaiting(setupId, fields, file, isSignedOut ? { outcome: "signed-out" } : undefined);
  if (signIn && answer.outcome === "unreachable") throw signIn;
  connection.change({ isSignedOut });
  return { answer, keptHere: answer.outcome === "done" };
}

const isDone = (answer: unknown) => (answer as { outcome?: string } | null)?.outcome === "done";

/** Lazy-loaded once the page stands, since it is larger than any page, so that it is there when the server is not. */
export const workingOut = () => import("./keepWaiting.ts");

/** A form goes behind those that wait already, whatever became of the server meanwhile: order is kept. */
async function waits(setupId: string): Promise<boolean> {
  if (isKeptPage() || connection.read().server === "away") return true;
  if (connection.read().waiting === 0) return false;
  return (await readOwnQueue(setupId)).length > 0;
}
