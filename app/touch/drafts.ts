import type { TypedTouch } from "../../core/touch/index.ts";

/** Numbers typed but not accepted, kept on this device so that leaving the page loses nothing. */
export interface Drafts {
  read(key: string): TypedTouch | undefined;
  write(key: string, typed: TypedTouch): void;
  forget(key: string): void;
}

export const draftKey = (setupId: string, offset: string, axis: string): string =>
  `luvrit:touch:${setupId}:${offset}:${axis}`;

export const drafts: Drafts = {
  read(key) {
    try {
      const { machine, size, spacer } = JSON.parse(localStorage.getItem(key) ?? "") as Partial<TypedTouch>;
      return typeof machine === "string" && typeof size === "string" && typeof spacer === "string"
        ? { machine, size, spacer }
        : undefined;
    } catch {
      // Nothing kept, or not by us, or the browser keeps nothing: there is no draft.
      return undefined;
    }
  },
  write(key, typed) {
    try {
      localStorage.setItem(key, JSON.stringify(typed));
    } catch {
      // The browser keeps nothing (private window, full store): what is typed still stands on the page.
    }
  },
  forget(key) {
    try {
      localStorage.removeItem(key);
    } catch {
      // As above.
    }
  },
};
