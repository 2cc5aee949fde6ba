import { useEffect, useState } from "react";
import { href } from "react-router";
import type { SetupView } from "../../core/ledger/index.ts";

/** Programs that this page has fetched, by setup, file and what was renumbered in it. */
const known = new Map<string, string>();

/** The setup's program once it is here: it is not in the way of the page, which is complete without it. */
export function useProgramText({ programRead, renumbered }: SetupView, setupId: string): string | undefined {
  const key = programRead && `${setupId} ${programRead.fingerprint} ${renumbered?.seq ?? 0}`;
  const [fetched, setFetched] = useState<string>();
  useEffect(() => {
    if (key === undefined || known.has(key)) return;
    const stop = new AbortController();
    fetch(href("/setups/:setupId/program", { setupId }), { signal: stop.signal })
      .then(async (answer) => {
        if (!answer.ok) return;
        known.set(key, await answer.text());
        setFetched(key);
      })
      // Without the server, or gone on meanwhile: the touch does not need it.
      .catch(() => undefined);
    return () => stop.abort();
  }, [key, setupId]);
  return key === undefined || (fetched !== key && !known.has(key)) ? undefined : known.get(key);
}
