import { useRef } from "react";
import { href } from "react-router";
import { isKeptPage } from "./keptPage.ts";
import { deviceId, orNoStore, readQueue } from "./store.ts";
import { useConnection } from "./useConnection.ts";
import { tellQuietly, useOnLeave, useWhileSeen } from "./useWhileSeen.ts";

const SAY_EVERY_MS = 20_000;

/** What is said when a page is left: at once, since nothing can be looked up then. */
interface LastSaid {
  readonly device: string;
  readonly waiting: number;
}

/**
 * Tells the server, while a page of a setup is seen, that this device has it open and how many entries for it wait here; also of other
 * setups that entries wait for. A lead who signs off is told of it.
 */
export function useSayOpen(setupId: string, mayEnter: boolean): void {
  const { server, waiting, isSignedOut } = useConnection();
  const maySay = mayEnter && server === "here" && !isSignedOut;
  const last = useRef<LastSaid>(undefined);
  const sayNow = async () => {
    if (!isKeptPage()) last.current = await orNoStore(sayAll(setupId));
  };
  // What waits has changed: said at once.
  useWhileSeen(sayNow, SAY_EVERY_MS, maySay, `${setupId} ${waiting}`);
  // Not where the server is away for a moment: the page is still open then, and its silence says so.
  useOnLeave((left) => {
    if (last.current) say(left, { ...last.current, isOpen: false });
    last.current = undefined;
  }, setupId);
}

/** Says it of this setup and of all that entries wait for. */
async function sayAll(setupId: string): Promise<LastSaid> {
  const [device, queue] = [await deviceId(), await readQueue()];
  const counts = new Map<string, number>([[setupId, 0]]);
  for (const { setupId: of } of queue) counts.set(of, (counts.get(of) ?? 0) + 1);
  for (const [of, waiting] of counts) say(of, { device, isOpen: of === setupId, waiting });
  return { device, waiting: counts.get(setupId) ?? 0 };
}

const say = (setupId: string, body: object): void => tellQuietly(href("/setups/:setupId/device", { setupId }), body);
