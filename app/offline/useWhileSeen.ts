import { useEffect, useEffectEvent } from "react";

/**
 * Does something at once and then again and again, while the page is seen and `isOn` holds; anew when `about` changes, as what it is
 * done about.
 */
export function useWhileSeen(act: () => void, everyMs: number, isOn: boolean, about: string): void {
  const latest = useEffectEvent(act);
  useEffect(() => {
    if (!isOn || about === "") return;
    const actIfSeen = () => {
      if (document.visibilityState === "visible") latest();
    };
    actIfSeen();
    const timer = setInterval(actIfSeen, everyMs);
    document.addEventListener("visibilitychange", actIfSeen);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", actIfSeen);
    };
  }, [everyMs, isOn, about]);
}

/** Does something when the page is left, and when `about` becomes something else: about what it was. */
export function useOnLeave(leave: (about: string) => void, about: string): void {
  const latest = useEffectEvent(leave);
  useEffect(() => {
    const leaves = () => latest(about);
    window.addEventListener("pagehide", leaves);
    return () => {
      window.removeEventListener("pagehide", leaves);
      leaves();
    };
  }, [about]);
}

/** Tells the server something that is told again in a while: nothing depends on one of it, and no answer is waited for. */
export function tellQuietly(address: string, body: object): void {
  fetch(address, {
    method: "POST",
    keepalive: true,
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(body),
  }).catch((failure: unknown) => {
    if (!(failure instanceof TypeError)) throw failure;
  });
}
