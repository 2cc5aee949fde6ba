import { useCallback, useEffect, useRef } from "react";
import { href } from "react-router";
import type { Claim } from "../../server/news/claimsRepository.server.ts";
import { pageId, pageIdIfAny } from "./pageId.ts";

const SAY_EVERY_MS = 9000;

/** Other people on a tool, and taking it over. */
export interface OnTool {
  /** The page that is on it, where it is another one. */
  readonly other: Claim | undefined;
  take(): void;
}

/** Says that this page is on a tool, as long as it is open and seen; nothing is said of a page that only looks. */
export function useClaim(
  setupId: string,
  row: string | undefined,
  mayEnter: boolean,
  claims: readonly Claim[],
): OnTool {
  const since = useRef(new Date().toISOString());
  const say = useCallback(
    (take: boolean) => {
      if (row === undefined) return;
      tell(setupId, { page: pageId(), row, since: since.current, take });
    },
    [setupId, row],
  );
  useEffect(() => {
    if (row === undefined || !mayEnter) return;
    since.current = new Date().toISOString();
    const sayIfSeen = () => {
      if (document.visibilityState === "visible") say(false);
    };
    sayIfSeen();
    const timer = setInterval(sayIfSeen, SAY_EVERY_MS);
    document.addEventListener("visibilitychange", sayIfSeen);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", sayIfSeen);
    };
  }, [row, mayEnter, say]);
  useEffect(() => {
    const leave = () => tell(setupId, { page: pageId() });
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      leave();
    };
  }, [setupId]);
  const other = mayEnter ? claims.find((claim) => claim.row === row && claim.page !== pageIdIfAny()) : undefined;
  return { other, take: () => say(true) };
}

function tell(setupId: string, body: object): void {
  fetch(href("/setups/:setupId/here", { setupId }), {
    method: "POST",
    keepalive: true,
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(body),
  }).catch((failure: unknown) => {
    // The server does not answer: it is said again in a while, and nothing depends on it.
    if (!(failure instanceof TypeError)) throw failure;
  });
}
