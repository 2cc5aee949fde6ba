import { useEffect, useRef, useState } from "react";
import { useFetchers, useNavigation } from "react-router";
import type { Claim } from "../../server/news/claimsRepository.server.ts";
import type { SetupNews } from "../../server/news/setupNews.server.ts";
import { useRevalidate } from "../frame/useRevalidate.ts";
import { connection } from "./connection.ts";
import { pageId } from "./pageId.ts";
import { syncPack } from "./syncPack.ts";
import { useConnection } from "./useConnection.ts";

const NOBODY: readonly Claim[] = [];

/** Between hearing of a change and asking for it: what this page has sent itself comes with its own answer. */
const SETTLE_MS = 250;

/**
 * Hears what others change in a setup, shows it, and takes it along on this device. Closed while the page is hidden: a
 * browser has few connections to one server.
 */
export function useSetupNews(setupId: string, seq: number): readonly Claim[] {
  const [news, setNews] = useState<SetupNews>();
  const { revalidate, state } = useRevalidate();
  const navigation = useNavigation();
  const { server } = useConnection();
  const isBusy = useFetchers().some((fetcher) => fetcher.state !== "idle") || navigation.state !== "idle";

  useEffect(() => {
    let source: EventSource | undefined;
    const open = () => {
      if (source || document.visibilityState === "hidden") return;
      source = new EventSource(`/setups/${setupId}/news?page=${pageId()}`);
      source.onmessage = ({ data }) => setNews(JSON.parse(data) as SetupNews);
    };
    const close = () => {
      source?.close();
      source = undefined;
    };
    const onVisible = () => (document.visibilityState === "hidden" ? close() : open());
    open();
    document.addEventListener("visibilitychange", onVisible);
    return () => {
      close();
      document.removeEventListener("visibilitychange", onVisible);
    };
  }, [setupId]);

  const known = news?.seq;
  // The device's own copy follows the ledger, whoever has written it.
  useEffect(() => {
    if (known !== undefined) syncPack(setupId);
  }, [setupId, known]);

  const behind = known !== undefined && known > seq && connection.read().waiting === 0;
  const ask = useRef(revalidate);
  ask.current = revalidate;
  useEffect(() => {
    if (!behind || isBusy || state !== "idle") return;
    const timer = setTimeout(() => ask.current(), SETTLE_MS);
    return () => clearTimeout(timer);
  }, [behind, isBusy, state]);

  // Who was on a tool when the server went away is not known to be there any more, and cannot be asked by way of it.
  return (server === "away" ? undefined : news?.claims) ?? NOBODY;
}
