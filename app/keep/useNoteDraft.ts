import { type RefObject, useEffectEvent, useLayoutEffect, useRef, useState } from "react";

interface NoteDraft {
  readonly text: string;
  readonly write: (text: string) => void;
  /** For the field itself: what was typed in it before the page ran goes before the draft. */
  readonly field: RefObject<HTMLTextAreaElement | null>;
  /** Once the note is on its way: it is kept as an entry then, and would come twice otherwise. */
  readonly forget: () => void;
}

/** A person's note that is written but not kept yet; on this device, so that leaving the page or reloading it loses nothing. */
export function useNoteDraft(setupId: string, person: string): NoteDraft {
  const key = `luvrit:note:${setupId}:${person}`;
  const [text, setText] = useState("");
  const field = useRef<HTMLTextAreaElement>(null);
  const write = (next: string) => {
    setText(next);
    keep(key, next);
  };
  const takeUp = useEffectEvent(() => {
    const early = field.current?.value;
    if (early) write(early);
    else setText(kept(key));
  });
  useLayoutEffect(() => takeUp(), []);
  return { text, write, field, forget: () => keep(key, "") };
}

function kept(key: string): string {
  try {
    return localStorage.getItem(key) ?? "";
  } catch {
    // The browser keeps nothing: there is no draft.
    return "";
  }
}

function keep(key: string, text: string): void {
  try {
    if (text === "") localStorage.removeItem(key);
    else localStorage.setItem(key, text);
  } catch {
    // The browser keeps nothing (private window, full store): what is written still stands on the page.
  }
}
