/** How this device stands to its server: what the strip shows, and what decides whether an entry is sent or kept. */
export interface Connection {
  readonly server: "here" | "away";
  /** Why the server is away, where it said so itself. */
  readonly reason: string | undefined;
  /** Forms that wait on this device, of all setups. */
  readonly waiting: number;
  /** Those of them that were not kept when they were sent: somebody decides. */
  readonly toSettle: number;
  readonly isSending: boolean;
  /** What is said of the browser's store before it hurts. */
  readonly storeNote: string | undefined;
  /** Who is signed in here, by the page that is open. */
  readonly personId: string | undefined;
  /** Whether the server, when it was sent something, knew nobody here any more: the session has run out, or was ended. */
  readonly isSignedOut: boolean;
}

let current: Connection = {
  ...{ server: "here", reason: undefined, waiting: 0, toSettle: 0, isSending: false, storeNote: undefined },
  ...{ personId: undefined, isSignedOut: false },
};
const listeners = new Set<() => void>();

/** The one connection of this page; a small store that the pages listen to. */
export const connection = {
  read: (): Connection => current,
  change(part: Partial<Connection>): void {
    const next = { ...current, ...part };
    if ((Object.keys(part) as (keyof Connection)[]).every((key) => current[key] === next[key])) return;
    current = next;
    for (const listener of listeners) listener();
  },
  listen(listener: () => void): () => void {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
};
