import { useEffect, useLayoutEffect, useRef, useState } from "react";
import { useMatches } from "react-router";

/** What is typed in a form, by the names of its fields. */
export type Typed = Readonly<Record<string, string>>;

export interface FormDraft {
  readonly typed: Typed;
  /** What is typed in one field. */
  readonly set: (name: string) => (text: string) => void;
  /** Several fields at once, by what stands in them now. */
  readonly change: (to: (now: Typed) => Typed) => void;
  /** The form is on its way: what was typed stays on the device until the answer says that it was kept. */
  readonly sent: () => void;
  /** What was typed leaves the device. */
  readonly forget: () => void;
  /** The form as it is without anything typed. */
  readonly clear: () => void;
  /** Whether fields were filled in from what was begun here before. */
  readonly isTakenUp: boolean;
}

/**
 * A form that keeps what is typed on this device until it is sent, so that leaving its page or reloading it loses nothing. `name` tells
 * the form from others of the person who is signed in; `first` is what stands in it at first. Only fields that were changed are kept, so
 * that what others change meanwhile is not put back. `outcome`: what came of the form that was sent, undefined while that is not known. A
 * form that is sent and made anew by its own answer does not hear it: there what stands in it at first has changed.
 */
export function useDraft(name: string, first: () => Typed, outcome?: "done" | "refused" | undefined): FormDraft {
  const key = `luvrit:form:${useOwner()}:${name}`;
  const [begun] = useState(first);
  const [typed, setTyped] = useState(begun);
  const [isTakenUp, setTakenUp] = useState(false);
  const isSent = useRef(false);

  // Before anything is drawn again; what was typed before the page came alive goes before what was kept.
  useLayoutEffect(() => {
    const { sentOver, ...fields } = read(key);
    const kept = changed(fields, begun);
    if (Object.keys(kept).length === 0 || (sentOver !== undefined && sentOver !== JSON.stringify(begun))) return;
    setTyped((now) => ({ ...now, ...kept, ...changed(now, begun) }));
    setTakenUp(true);
  }, [key, begun]);

  useEffect(() => {
    if (outcome === "refused") isSent.current = false;
    if (outcome === "done" && isSent.current) write(key, {});
    else if (!isSent.current) write(key, changed(typed, begun));
  }, [key, typed, begun, outcome]);

  const change = (to: (now: Typed) => Typed) => {
    isSent.current = false;
    setTyped(to);
  };
  return {
    typed,
    set: (field) => (text) => change((now) => ({ ...now, [field]: text })),
    change,
    sent: () => {
      isSent.current = true;
      const fields = changed(typed, begun);
      write(key, Object.keys(fields).length === 0 ? {} : { ...fields, sentOver: JSON.stringify(begun) });
      setTakenUp(false);
    },
    forget: () => write(key, {}),
    clear: () => {
      change(() => begun);
      setTakenUp(false);
    },
    isTakenUp,
  };
}

/** Who is signed in, as the pages above say: a draft belongs to one person. */
const useOwner = (): string =>
  useMatches().reduce((owner, { loaderData }) => {
    const { person } = (loaderData ?? {}) as { readonly person?: { readonly name?: string } };
    return person?.name ?? owner;
  }, "");

/** The fields that are not what they were at first. */
const changed = (typed: Typed, begun: Typed): Typed =>
  Object.fromEntries(Object.entries(typed).filter(([field, text]) => text !== (begun[field] ?? "")));

function read(key: string): Typed {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key) ?? "{}");
    const fields = Object.entries(kept as Readonly<Record<string, unknown>>);
    return Object.fromEntries(fields.filter((field): field is [string, string] => typeof field[1] === "string"));
  } catch {
    // Nothing kept, or not by us, or the browser keeps nothing: there is no draft.
    return {};
  }
}

function write(key: string, fields: Typed): void {
  try {
    if (Object.keys(fields).length === 0) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(fields));
  } catch {
    // The browser keeps nothing (private window, full store): what is typed still stands on the page.
  }
}
