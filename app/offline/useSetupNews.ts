import { useEffect, useRef, useState } from "react";
import { useFetchers, useNavigation } from "react-router";
import type { Claim } from "../../server/news/claimsRepository.server.ts";
import type { SetupNews } from "../../server/news/setupNews.server.ts";
import { listenTo } from "../frame/listenTo.ts";
import { useRevalidate } from "../frame/useRevalidate.ts";
import { connection } from "./connection.ts";
import { pageId } from "./pageId.ts";
import { syncPack } from "./syncPack.ts";
import { noticeServer, useConnection } from "./useConnection.ts";

const NOBODY: readonly Claim[] = [];

/** News are repeated every ten seconds. */
const SILENT_MS = 25_000;
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
  const { server, isSignedOut } = useConnection();
  const isBusy = useFetchers().some((fetcher) => fetcher.state !== "idle") || navigation.state !== "idle";

  useEffect(() => {
    let end: (() => void) | undefined;
    const lost = (isRefused: boolean) => {
      noticeServer();
      // Perhaps because nobody is signed in any more: this asks as whoever was.
      if (isRefused) syncPack(setupId);
    };
    const open = () => {
      if (document.visibilityState === "hidden") return;
      if (isSignedOut) syncPack(setupId);
      else
        end ??= listenTo<SetupNews>(`/setups/${setupId}/news?page=${pageId()}`, {
          ...{ hear: setNews, onFailure: lost, silentMs: SILENT_MS },
        });
    };
    const close = () => {
      end?.();
      end = undefined;
    };
    const onVisible = () => (document.visibilityState === "hidden" ? close() : open());
    open();
    document.addEventListener("visibilitychange", onVisible);
    return () => {
      close();
      document.removeEventListener("visibilitychange", onVisible);
    };
  }, [setupId, isSignedOut]);

  const known = news?.seq;
  const ask = useRef(revalidate);
  ask.current = revalidate;
  // The device's own copy follows the ledger, whoever has written it. While something waits here a setup may be shown from
  // that copy, with what waits counted in: then what has come into the copy says that there is something to show.
  useEffect(() => {
    if (known === undefined) return;
    syncPack(setupId).then((hasNews) => {
      if (hasNews && connection.read().waiting > 0) ask.current();
    });
  }, [setupId, known]);

  const behind = known !== undefined && known > seq && connection.read().waiting === 0;
  useEffect(() => {
    if (!behind || isBusy || state !== "idle") return;
    const timer = setTimeout(() => ask.current(), SETTLE_MS);
    return () => clearTimeout(timer);
  }, [behind, isBusy, state]);

  // Who was on a tool when the server went away is not known to be there any more, and cannot be asked by way of it.
  return (server === "away" ? undefined : news?.claims) ?? NOBODY;
}
