import { href } from "react-router";
import type { LatheCommand, LatheConfig, LatheState } from "../../sim/lathe/index.ts";

/** A lathe that several pages and the machine's position feed look at. */
interface Shared {
  readonly label: string;
  readonly seed: number;
  readonly state: LatheState;
  readonly revision: number;
}

type Driven =
  | { readonly outcome: "done"; readonly revision: number }
  /** Somebody else has moved it meanwhile: this is how it stands. */
  | { readonly outcome: "overtaken"; readonly revision: number; readonly state: LatheState }
  | { readonly outcome: "alone" };

const addressOf = (machine: string) => href("/practice/lathes/:machineId", { machineId: encodeURIComponent(machine) });

/** Asks without ever throwing for a network that fails: undefined then. */
async function ask(machine: string, init?: RequestInit): Promise<Response | undefined> {
  try {
    return await fetch(addressOf(machine), init);
  } catch (failure) {
    if (failure instanceof TypeError) return undefined;
    throw failure;
  }
}

const sending = (method: "PUT" | "POST", body: unknown): RequestInit => ({
  method,
  headers: { "content-type": "application/json" },
  body: JSON.stringify(body),
});

/** The lathe as it is now; undefined where none is shared. */
export async function lookAtLathe(machine: string): Promise<Shared | undefined> {
  const answer = await ask(machine);
  return answer?.ok ? ((await answer.json()) as Shared) : undefined;
}

/** Puts it up anew; its revision, or undefined where none is shared. */
export async function putUpLathe(
  machine: string,
  lathe: { readonly label: string; readonly config: LatheConfig; readonly seed: number },
): Promise<number | undefined> {
  const answer = await ask(machine, sending("PUT", lathe));
  return answer?.ok ? ((await answer.json()) as { revision: number }).revision : undefined;
}

export async function driveLathe(machine: string, base: number, commands: readonly LatheCommand[]): Promise<Driven> {
  const answer = await ask(machine, sending("POST", { base, commands }));
  if (answer?.ok) return { outcome: "done", revision: ((await answer.json()) as { revision: number }).revision };
  if (answer?.status === 409)
    return { outcome: "overtaken", ...((await answer.json()) as { revision: number; state: LatheState }) };
  return { outcome: "alone" };
}
