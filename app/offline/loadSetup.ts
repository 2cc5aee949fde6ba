import { type SetupView, viewSetup } from "../../core/ledger/index.ts";
import { textOfBytes } from "../../core/program/index.ts";
import type { SetupPack } from "../../server/setup/setupPack.server.ts";
import { isAskingAnew } from "../shell/useRevalidate.ts";
import { awayWords, inTime, isSignInAsked } from "./away.ts";
import { connection } from "./connection.ts";
import { isKeptPage } from "./keptPage.ts";
import { loadedSetup } from "./loadedSetup.ts";
import { localSetup } from "./localSetup.ts";
import { readOwnQueue, readPack, readWaitingFile } from "./store.ts";

/** A setup on this device: what was taken along, with what waits upon it. */
export async function setupHere(setupId: string) {
  const pack = await readPack(setupId);
  if (!pack) return undefined;
  const { state, entries } = localSetup(pack, await readOwnQueue(setupId));
  const setup = viewSetup(state);
  // A program that waits on this device has come after the one that was taken along.
  const waiting = setup.programRead && (await readWaitingFile(setup.programRead.fingerprint));
  const known = waiting ? { ...pack.known, program: textOfBytes(new Uint8Array(waiting.content)) } : pack.known;
  return { pack: { ...pack, known }, state, entries, setup };
}
type SetupHere = NonNullable<Awaited<ReturnType<typeof setupHere>>>;

/** Whether this device goes by what it has: the server is away, or not everything has been sent to it yet. */
async function goesByItself(setupId: string): Promise<boolean> {
  if (connection.read().server === "away") return true;
  if (connection.read().waiting === 0) return false;
  return (await readOwnQueue(setupId)).length > 0;
}

/**
 * Loads what a route of a setup shows: from the server, or worked out on this device where the server does not answer or
 * does not know yet what waits here.
 */
async function load<Loaded>(
  setupId: string,
  fromServer: () => Promise<Loaded>,
  here: (own: SetupHere) => Loaded | Promise<Loaded>,
): Promise<Loaded> {
  const byItself = isKeptPage() || (await goesByItself(setupId).catch(() => false));
  if (!byItself)
    try {
      const loaded = await inTime(fromServer());
      connection.change({ server: "here", reason: undefined });
      return loaded;
    } catch (failure) {
      const away = awayWords(failure);
      if (away) connection.change({ server: "away", ...away });
      // The person at this device is in the middle of something: the strip says that the session has ended, and the page stays.
      else if (isSignInAsked(failure) && isAskingAnew()) connection.change({ isSignedOut: true });
      else throw failure;
    }
  const own = await setupHere(setupId);
  if (own) return here(own);
  // Never opened on this device: there is nothing to go by.
  return fromServer();
}

/** What every stage stands on. */
export const loadSetup = <Loaded>(setupId: string, fromServer: () => Promise<Loaded>): Promise<Loaded> =>
  load(setupId, fromServer, ({ pack, state }) => {
    const { known, person, hasFeed, isShared } = pack;
    return loadedSetup(setupId, state, person, { ...known, hasFeed, isShared }) as Loaded;
  });

/** What one stage asks for besides. */
export const loadStage = <Loaded>(
  setupId: string,
  fromServer: () => Promise<Loaded>,
  here: (pack: SetupPack, setup: SetupView, own: SetupHere) => Loaded | Promise<Loaded>,
): Promise<Loaded> => load(setupId, fromServer, (own) => here(own.pack, own.setup, own));
