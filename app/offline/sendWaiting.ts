import { href } from "react-router";
import { REFUSED_PERSON, saidRight } from "../../core/commands/index.ts";
import type { ReplayAnswer } from "../../server/setup/replay.server.ts";
import { toast } from "../ui/Toast.tsx";
import { connection, noteSignedOut } from "./connection.ts";
import { isKeptPage } from "./keptPage.ts";
import {
  changeWaiting,
  deviceId,
  readOwnQueue,
  readQueue,
  readWaitingFile,
  removeWaiting,
  type Waiting,
} from "./store.ts";
import { syncPack } from "./syncPack.ts";

/** Forms that go to the server at once. */
const BATCH = 50;

/** Takes the count that the strip shows from the store itself. */
export async function countWaiting(): Promise<void> {
  const [queue, own] = [await readQueue(), await readOwnQueue()];
  connection.change({
    waiting: queue.length,
    toSettle: own.filter(({ trouble }) => trouble).length,
    toSend: own.filter(({ trouble }) => !trouble).length,
  });
}

let running: Promise<void> | undefined;

/**
 * Sends what waits on this device, setup by setup, in the order in which it was made. What somebody must decide first holds
 * up its own setup alone; what another person made waits for that person, and does not delay the rest. One sending at a time, in
 * all windows.
 */
export function sendWaiting(): Promise<void> {
  running ??= underLock(sendAll).finally(() => {
    running = undefined;
  });
  return running;
}

/** Several windows share one queue. Where the browser has no locks, each form's UUID still keeps it from being kept twice. */
const underLock = (work: () => Promise<void>): Promise<void> =>
  navigator.locks ? navigator.locks.request("luvrit-send", work) : work();

async function sendAll(): Promise<void> {
  const setups = new Set((await readOwnQueue()).map(({ setupId }) => setupId));
  if (setups.size === 0) return countWaiting();
  connection.change({ isSending: true });
  try {
    let [sent, late] = [0, 0];
    for (const setupId of setups) {
      const of = await sendOf(setupId);
      sent += of.sent;
      late += of.late;
    }
    if (sent > 0) toast(sent === 1 ? "1 waiting entry is sent." : `${sent} waiting entries are sent.`);
    if (late > 0) toast(`After the sign-off came: ${late}. A lead decides what is entered; Record shows it.`);
  } finally {
    connection.change({ isSending: false });
    await countWaiting();
  }
}

/** How many entries the server took: entered, and kept for a lead since the setup was signed off meanwhile. */
interface Sent {
  readonly sent: number;
  readonly late: number;
}

/** Sends what waits of one setup until it stops. */
async function sendOf(setupId: string): Promise<Sent> {
  let [total, late] = [0, 0];
  const soFar = (): Sent => ({ sent: total, late });
  for (;;) {
    const queue = (await readOwnQueue(setupId)).slice(0, BATCH);
    const [first] = queue;
    if (!first || first.trouble) return soFar();
    const end = queue.findIndex(({ trouble }) => trouble);
    const batch = end < 0 ? queue : queue.slice(0, end);
    const files = await sendFiles(batch);
    if (!files) return soFar();
    if (files.refusal !== undefined && files.sent === 0) {
      await changeWaiting({ ...first, trouble: { outcome: "refused", message: files.refusal } });
      return soFar();
    }
    const sent = batch.slice(0, files.sent);
    const answer = await post(setupId, sent);
    if (!answer) return soFar();
    const taken = answer.kept + (answer.late ?? 0);
    const kept = sent.slice(0, taken);
    total += answer.kept;
    late += answer.late ?? 0;
    // Heard before it is forgotten, so that no page goes back for a moment.
    if (kept.length > 0) await syncPack(setupId);
    await removeWaiting(kept.flatMap(({ order }) => (order === undefined ? [] : [order])));
    await countWaiting();
    const stopped = sent[taken];
    if (!answer.stopped || !stopped) continue;
    await changeWaiting({ ...stopped, trouble: answer.stopped });
    return soFar();
  }
}

/**
 * Sends the files of these forms ahead of them. For how many forms, from the first, everything is there now, and why the
 * next one's file was refused; undefined where the server does not answer.
 */
async function sendFiles(
  items: readonly Waiting[],
): Promise<{ readonly sent: number; readonly refusal?: string } | undefined> {
  for (const [index, { file }] of items.entries()) {
    const waiting = file === undefined ? undefined : await readWaitingFile(file);
    if (!waiting) continue;
    const form = new FormData();
    form.set(waiting.kind, new File([waiting.content], waiting.name, { type: waiting.type }));
    const response = await reach(href("/files"), { method: "POST", body: form });
    if (response && (isRoleRefused(response, items) || isRefused(response)))
      return { sent: index, refusal: await wordsOf(response) };
    if (!response?.ok || response.redirected) return undefined;
  }
  return { sent: items.length };
}

/** Undefined where the server did not take them: away, or another person is signed in. */
async function post(setupId: string, items: readonly Waiting[]): Promise<ReplayAnswer | undefined> {
  const response = await reach(href("/setups/:setupId/replay", { setupId }), {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({
      device: await deviceId(),
      person: items[0]?.personId,
      items: items.map(({ fields, madeAt }) => ({ fields, madeAt })),
    }),
  });
  if (response && (isRoleRefused(response, items) || isRefused(response)))
    return { kept: 0, stopped: { outcome: "refused", message: await wordsOf(response), fields: {} } };
  if (response?.status === 500 && items[0] && isFaulty(items[0]))
    return { kept: 0, stopped: { outcome: "refused", message: FAULTY, fields: {} } };
  return response?.ok && !response.redirected ? ((await response.json()) as ReplayAnswer) : undefined;
}

/** A server that is there and does not take them will not take them later: a person decides. Who is signed in, and when, is another matter. */
const isRefused = ({ status, redirected }: Response): boolean =>
  !redirected && status >= 400 && status < 500 && ![401, 403, 408, 429].includes(status);

async function wordsOf(response: Response): Promise<string> {
  const text = await response.text();
  try {
    const { message } = JSON.parse(text) as { message?: unknown };
    if (typeof message === "string") return message;
  } catch (failure) {
    if (!(failure instanceof SyntaxError)) throw failure;
  }
  return text.length < 300 && !text.startsWith("<") ? text : `The server does not take this (${response.status}).`;
}

/** A fault of the server over the same form, so often, is no passing one: it must not hold up what comes after it for ever. */
const MOST_FAULTS = 5;
const FAULTY =
  "The server fails over this entry each time. Enter it again on its page, or discard it; and tell the person who looks after the server.";
const faults = new Map<string, number>();

function isFaulty({ command }: Waiting): boolean {
  const count = (faults.get(command.id) ?? 0) + 1;
  faults.set(command.id, count);
  return count >= MOST_FAULTS;
}

/** Whether who made these may no longer make them: somebody else signed in here says nothing of that. */
const isRoleRefused = ({ status, headers }: Response, [first]: readonly Waiting[]): boolean =>
  status === 403 && headers.get(REFUSED_PERSON) === first?.personId;

/** The server's answer, or none; the strip says so. */
async function reach(address: string, request: RequestInit): Promise<Response | undefined> {
  try {
    const response = await fetch(address, request);
    if (response.status >= 500 || response.status === 429) connection.change({ server: "away" });
    noteSignedOut(response);
    return response;
  } catch (failure) {
    if (!(failure instanceof TypeError)) throw failure;
    connection.change({ server: "away", reason: undefined });
    return undefined;
  }
}

/**
 * Sends a form again on the knowledge of why it was not saved: that it met somebody else's, or that its number was doubted, which a person has
 * read and says that it is right. A conflict answers no doubt: that is asked by itself.
 */
export async function useMine(waiting: Waiting): Promise<void> {
  const { trouble, ...rest } = waiting;
  const base = trouble?.outcome === "conflict" ? String(trouble.seq) : rest.fields.base;
  const answer = trouble?.outcome === "refused" ? saidRight(trouble.fields ?? {}) : undefined;
  await changeWaiting({ ...rest, fields: { ...rest.fields, ...answer, base: base ?? "0" } });
  if (!isKeptPage()) await sendWaiting();
}

/** Gives a form up. */
export async function giveUp({ order }: Waiting): Promise<void> {
  if (order !== undefined) await removeWaiting([order]);
  if (!isKeptPage()) await sendWaiting();
}
