import { useLayoutEffect, useRef } from "react";

/** Enter does what the screen is for, unless something that takes Enter itself has the focus. */
export function useEnter(act: () => void): void {
  const latest = useRef(act);
  useLayoutEffect(() => {
    latest.current = act;
  });
  // Before the screen is painted: a key pressed the moment it is seen is heard.
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "Enter" || event.ctrlKey || event.altKey || event.metaKey) return;
      const taken = "a, button, label, input, select, summary, textarea, [role=dialog]";
      if (event.target instanceof HTMLElement && event.target.closest(taken)) return;
      latest.current();
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, []);
}
