import { useCallback } from "react";
import { useRevalidator } from "react-router";

let running: Promise<unknown> = Promise.resolve();
let asking = 0;
let askedAt = 0;

/** At most as long as a page waits for its server, milliseconds. */
const WITHIN_MS = 7000;

/** Asks for what the page shows anew, and lets `revalidated` know until when. */
export function useRevalidate() {
  const { revalidate: ask, state } = useRevalidator();
  const revalidate = useCallback(() => {
    asking++;
    askedAt = performance.now();
    running = Promise.allSettled([running, ask()]).finally(() => {
      asking--;
    });
  }, [ask]);
  return { revalidate, state };
}

/**
 * Until nothing is asked for anew any more. A form's answer that leads on waits for this: the router does not end such an
 * asking when a fetcher's answer leads elsewhere, and whichever of both comes in first takes the address with it. The page
 * would show the next step at the address of the one before.
 */
export const revalidated = (): Promise<unknown> =>
  Promise.race([running, new Promise((resolve) => setTimeout(resolve, WITHIN_MS))]);

/** Whether the page revalidates by itself while no navigation is under way. */
export const isAskingAnew = (): boolean => asking > 0 && performance.now() - askedAt < WITHIN_MS;
