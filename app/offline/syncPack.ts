import { href } from "react-router";
import type { Entry } from "../../core/ledger/index.ts";
import type { SetupPack } from "../../server/setup/setupPack.server.ts";
import { connection, noteSignedOut } from "./connection.ts";
import { isOfThisVersion } from "./packVersion.ts";
import { isFull, readPack, storePack } from "./store.ts";

/** What surrounds a setup (gauges, spacers, history) is taken along anew after this long. */
const AROUND_LASTS_MS = 10 * 60_000;

const STORE_FULL =
  "This device's store is full. Make room on it before the connection drops: nothing more can be kept here.";

/**
 * Takes a setup along, or brings what was taken along up to date; whether there was anything new. Failing to is no trouble
 * while the server is there.
 */
export async function syncPack(setupId: string): Promise<boolean> {
  try {
    const pack = await readPack(setupId);
    const isYoung = pack && isOfThisVersion(pack) && Date.now() - Date.parse(pack.takenAt) < AROUND_LASTS_MS;
    const next = isYoung
      ? await withNews(pack)
      : await fetchJson<SetupPack>(href("/setups/:setupId/pack", { setupId }));
    if (next) await storePack(next);
    return next !== undefined && next.entries.length !== pack?.entries.length;
  } catch (failure) {
    if (isFull(failure)) connection.change({ storeNote: STORE_FULL });
    // No server, or a browser that keeps nothing: then this device goes by the server alone.
    else if (!(failure instanceof TypeError) && !(failure instanceof DOMException)) throw failure;
    return false;
  }
}

const CHANGES_AROUND = ["program-read", "tool-loaded", "history-left-out", "entry-undone"] as const;

async function withNews(pack: SetupPack): Promise<SetupPack | undefined> {
  const after = pack.entries.at(-1)?.seq ?? 0;
  const news = await fetchJson<{ entries: readonly Entry[] }>(
    `${href("/setups/:setupId/pack", { setupId: pack.setupId })}?after=${after}`,
  );
  if (!news) return undefined;
  // Another program, another tool, an earlier touch left out: what surrounds the setup may be another one as well.
  if (news.entries.some(({ kind }) => CHANGES_AROUND.some((one) => one === kind)))
    return fetchJson<SetupPack>(href("/setups/:setupId/pack", { setupId: pack.setupId }));
  return { ...pack, entries: [...pack.entries, ...news.entries] };
}

async function fetchJson<Json>(address: string): Promise<Json | undefined> {
  const response = await fetch(address, { headers: { Accept: "application/json" } });
  noteSignedOut(response);
  const isJson = response.headers.get("Content-Type")?.startsWith("application/json");
  return response.ok && isJson ? ((await response.json()) as Json) : undefined;
}
