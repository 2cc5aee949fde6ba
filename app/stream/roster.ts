import { type Topics, union } from "./topics.ts";

/** A page that has not said for this long that it is there is gone: closed without a word, or frozen by the browser. */
export const GONE_AFTER_MS = 7000;
/** How often a page says that it is there. */
export const SAY_EVERY_MS = 2000;

/** The open, visible pages of one browser: who they are and what they listen to. Time is passed in. */
export class Roster {
  private readonly pages = new Map<string, { readonly topics: Topics; readonly at: number }>();

  heard(page: string, topics: Topics, now: number): void {
    this.pages.set(page, { topics, at: now });
  }

  left(page: string): void {
    this.pages.delete(page);
  }

  /** What all of them together listen to. */
  topics(now: number): Topics {
    this.forget(now);
    return union([...this.pages.values()].map(({ topics }) => topics));
  }

  /** The page that holds the stream for all where no worker can: the one whose name comes first. */
  leader(now: number): string | undefined {
    this.forget(now);
    return [...this.pages.keys()].sort()[0];
  }

  private forget(now: number): void {
    for (const [page, { at }] of this.pages) if (now - at > GONE_AFTER_MS) this.pages.delete(page);
  }
}
