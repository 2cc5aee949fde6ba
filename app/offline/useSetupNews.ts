import { useEffect, useRef, useState } from "react";
import { useFetchers, useNavigation } from "react-router";
import type { Claim } from "../../server/news/claimsRepository.server.ts";
import type { SetupNews } from "../../server/news/setupNews.server.ts";
import { useRevalidate } from "../shell/useRevalidate.ts";
import { listenShared } from "../stream/sharedStream.ts";
import { connection } from "./connection.ts";
import { syncPack } from "./syncPack.ts";
import { noticeServer, useConnection } from "./useConnection.ts";

const NOBODY: readonly Claim[] = [];

/** Between hearing of a change and asking for it: what this page has sent itself comes with its own answer. */
const SETTLE_MS = 250;

/**
 * Hears what others change in a setup while the page is visible, shows it, and takes it along on this device.
 */
export function useSetupNews(setupId: string, seq: number, late: number | undefined): readonly Claim[] {
  const [news, setNews] = useState<SetupNews>();
  const { revalidate, state } = useRevalidate();
  const navigation = useNavigation();
  const { server, isSignedOut } = useConnection();
  const isBusy = useFetchers().some((fetcher) => fetcher.state !== "idle") || navigation.state !== "idle";

  useEffect(() => {
    // Perhaps no one is signed in any more: this asks as the person who was.
    if (isSignedOut) {
      syncPack(setupId);
      return;
    }
    return listenShared({
      topics: { setups: [setupId], machines: [] },
      hear: (told) => {
        if ("news" in told) setNews(told.news);
        connection.change({ streamNote: "words" in told ? told.words : undefined });
      },
      onFailure: (isRefused) => {
        noticeServer();
        if (isRefused) syncPack(setupId);
      },
    });
  }, [setupId, isSignedOut]);

  const known = news?.seq;
  const ask = useRef(revalidate);
  ask.current = revalidate;
  // The device's own copy follows the ledger, entries of other people too. While something waits here a setup may be shown from
  // that copy, with what waits counted in: then what has come into the copy says that there is something to show.
  useEffect(() => {
    if (known === undefined) return;
    syncPack(setupId).then((hasNews) => {
      if (hasNews && connection.read().waiting > 0) ask.current();
    });
  }, [setupId, known]);

  const isOther =
    (known !== undefined && known > seq) || (late !== undefined && news !== undefined && news.late !== late);
  const behind = isOther && connection.read().waiting === 0;
  useEffect(() => {
    if (!behind || isBusy || state !== "idle") return;
    const timer = setTimeout(() => ask.current(), SETTLE_MS);
    return () => clearTimeout(timer);
  }, [behind, isBusy, state]);

  // Who was on a tool when the server went away is not known to be there any more, and cannot be asked by way of it.
  return (server === "away" ? undefined : news?.claims) ?? NOBODY;
}
