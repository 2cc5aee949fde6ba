import { useEffect, useSyncExternalStore } from "react";
import type { Person } from "../../server/people/person.server.ts";
import { useRevalidate } from "../shell/useRevalidate.ts";
import { type Connection, connection } from "./connection.ts";
import { isKeptPage } from "./keptPage.ts";
import { countWaiting, sendWaiting } from "./sendWaiting.ts";
import { keepPerson, orNoStore, roomLeft } from "./store.ts";

/** Between two looks for a server that was away. */
const LOOK_EVERY_MS = 2500;
/** A server that takes longer to say that it is there is not. */
const READY_WITHIN_MS = 6000;
/** Under this much room an evening's entries may still fit, but the browser does not say for how long; bytes. */
const LITTLE_ROOM = 20_000_000;
const LITTLE_ROOM_NOTE = "This device's store is nearly full. Make room on it, so that entries can wait here.";
const PLAIN_HTTP_NOTE =
  "This address is not encrypted, so the browser cannot open pages while the server is away. Open ones go on working.";

const atFirst: Connection = connection.read();

/** How this device stands to its server, for showing. */
export const useConnection = (): Connection => useSyncExternalStore(connection.listen, connection.read, () => atFirst);

/** Looks after the connection as long as a page is open: notices that the server is back, and sends what waits. */
export function useConnectionKeeper(person: Person): void {
  const { server, toSend } = useConnection();
  const { revalidate } = useRevalidate();

  const { id, name, role, decimalMark } = person;
  useEffect(() => {
    // A page that was kept may have been shown to somebody else.
    if (!isKeptPage()) goOnHere({ id, name, role, decimalMark });
  }, [id, name, role, decimalMark]);

  useEffect(() => {
    if (isKeptPage() || navigator.onLine === false) connection.change({ server: "away" });
    orNoStore(countWaiting());
    noteRoom();
    navigator.storage?.persist?.();
    const gone = () => connection.change({ server: "away", reason: undefined });
    window.addEventListener("offline", gone);
    return () => window.removeEventListener("offline", gone);
  }, []);

  useEffect(() => {
    if (server !== "away") return;
    const look = async () => {
      if (!(await isReady())) return;
      delete document.documentElement.dataset.kept;
      connection.change({ server: "here", reason: undefined });
      await sendWaiting();
      revalidate();
    };
    const timer = setInterval(look, LOOK_EVERY_MS);
    window.addEventListener("online", look);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", look);
    };
  }, [server, revalidate]);

  // What waits although the server is there: from another window, or from before this page was opened.
  const mustSend = server === "here" && toSend > 0;
  useEffect(() => {
    if (!mustSend) return;
    const send = () => sendWaiting().then(revalidate);
    send();
    const timer = setInterval(send, LOOK_EVERY_MS * 4);
    return () => clearInterval(timer);
  }, [mustSend, revalidate]);
}

/** From now on this device is this person's: what is entered here is theirs, and theirs alone is sent. */
export function goOnHere(person: Person): Promise<void> {
  connection.change({ isSignedOut: false });
  return orNoStore(keepPerson(person).then(countWaiting));
}

/** Looks for the server on a sign that it may be away, so that the strip says so before the next entry is sent. */
export async function noticeServer(): Promise<void> {
  if (connection.read().server === "here" && !(await isReady()))
    connection.change({ server: "away", reason: undefined });
}

async function isReady(): Promise<boolean> {
  try {
    return (await fetch("/ready", { cache: "no-store", signal: AbortSignal.timeout(READY_WITHIN_MS) })).ok;
  } catch (failure) {
    // The server does not answer, or not in time.
    if (failure instanceof TypeError || failure instanceof DOMException) return false;
    throw failure;
  }
}

async function noteRoom(): Promise<void> {
  const left = await roomLeft();
  if (left !== undefined && left < LITTLE_ROOM) connection.change({ storeNote: LITTLE_ROOM_NOTE });
  else if (!window.isSecureContext) connection.change({ storeNote: PLAIN_HTTP_NOTE });
}
