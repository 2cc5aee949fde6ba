import { useEffect, useRef } from "react";
import { useLocation } from "react-router";

/** A page that is loaded piece by piece is there after this long, milliseconds. */
const LOOKS_MS = [0, 150, 600];

/**
 * Where a step or a page has gone with what had the focus, the heading of the one that follows gets it: a screen reader says where the
 * work goes on, and the next key leads to its first field. Focus that is somewhere already stays there.
 */
export function useFocusOnArrival(): void {
  const { pathname, search } = useLocation();
  const at = `${pathname}${search}`;
  const before = useRef(at);
  useEffect(() => {
    if (before.current === at) return;
    before.current = at;
    const timers = LOOKS_MS.map((after) => setTimeout(focusHeading, after));
    return () => {
      for (const timer of timers) clearTimeout(timer);
    };
  }, [at]);
}

function focusHeading(): void {
  const { activeElement } = document;
  if (activeElement && activeElement !== document.body) return;
  const heading = document.querySelector<HTMLElement>("main h1");
  if (!heading) return;
  heading.tabIndex = -1;
  heading.focus({ preventScroll: true });
}
