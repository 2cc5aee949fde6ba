/** How this device stands to its server: what the strip shows, and what decides whether an entry is sent or kept. */
export interface Connection {
  readonly server: "here" | "away";
  /** Why the server is away, where it said so itself. */
  readonly reason: string | undefined;
  /** Forms that wait on this device, of all setups and people. */
  readonly waiting: number;
  /** Those of the person who is signed in that are not sent by themselves: they decide. */
  readonly toSettle: number;
  /** Those of the person who is signed in that are. */
  readonly toSend: number;
  readonly isSending: boolean;
  /** What is said of the browser's store before it hurts. */
  readonly storeNote: string | undefined;
  /** Why this browser does not hear by itself what others change; undefined where it does. */
  readonly streamNote: string | undefined;
  /** Whether the server's latest answer said that this device has no session: it has run out, or was ended. */
  readonly isSignedOut: boolean;
}

let current: Connection = {
  server: "here",
  reason: undefined,
  waiting: 0,
  toSettle: 0,
  toSend: 0,
  isSending: false,
  storeNote: undefined,
  isSignedOut: false,
  streamNote: undefined,
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

/** What an answer says of whether this device still has a session. */
export function noteSignedOut({ redirected, url }: Response): void {
  connection.change({ isSignedOut: redirected && new URL(url).pathname === "/sign-in" });
}
