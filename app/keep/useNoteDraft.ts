import { useEffect, useEffectEvent, useState } from "react";

/** A note that is written but not kept yet; on this device, so that leaving the page or reloading it loses nothing. For one setup as long as mounted. */
export function useNoteDraft(setupId: string): readonly [text: string, setText: (text: string) => void] {
  const key = `luvrit:note:${setupId}`;
  const [text, setText] = useState("");
  const takeUp = useEffectEvent(() => {
    try {
      const draft = localStorage.getItem(key);
      // What was typed before the page ran goes before the draft.
      if (draft && text === "") setText(draft);
    } catch {
      // The browser keeps nothing: there is no draft.
    }
  });
  useEffect(() => takeUp(), []);
  const write = (next: string) => {
    setText(next);
    try {
      if (next === "") localStorage.removeItem(key);
      else localStorage.setItem(key, next);
    } catch {
      // The browser keeps nothing (private window, full store): what is written still stands on the page.
    }
  };
  return [text, write];
}
