import { TOUCH_FIELDS } from "../../core/tool/index.ts";
import type { TypedTouch } from "../../core/touch/index.ts";
import type { Unit } from "../../core/units/index.ts";

/** What was typed, with the unit that held for sizes: a number without its unit would be another number later. */
export interface Draft extends TypedTouch {
  readonly sizeUnit: Unit;
}

/** Numbers typed but not accepted, kept on this device so that leaving the page loses nothing. */
interface Drafts {
  read(key: string): Draft | undefined;
  write(key: string, draft: Draft): void;
  forget(key: string): void;
}

/** Where a draft is kept: by its axis, or by the work offset that is taught, `taught` being undefined for the setup's own. */
export const draftKey = (
  setupId: string,
  offset: string,
  touch: { readonly axis: string } | { readonly taught: string | undefined },
): string => {
  const what = "axis" in touch ? touch.axis : touch.taught === undefined ? "work" : `work ${touch.taught}`;
  return `luvrit:touch:${setupId}:${offset}:${what}`;
};

export const drafts: Drafts = {
  read(key) {
    try {
      const kept = JSON.parse(localStorage.getItem(key) ?? "") as Partial<Record<string, unknown>>;
      const typed = TOUCH_FIELDS.flatMap((field) =>
        typeof kept[field] === "string" ? [[field, kept[field]] as const] : [],
      );
      const { sizeUnit } = kept;
      return sizeUnit === "mm" || sizeUnit === "in" ? { ...Object.fromEntries(typed), sizeUnit } : undefined;
    } catch {
      // Nothing kept, or not by us, or the browser keeps nothing: there is no draft.
      return undefined;
    }
  },
  write(key, draft) {
    try {
      localStorage.setItem(key, JSON.stringify(draft));
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
