import type { EntryKind, Payload } from "./kinds/index.ts";

/** What somebody wants to put on the ledger: made on the device, with its own UUID so that it can be sent twice safely. */
export type Command = {
  [Kind in EntryKind]: {
    readonly id: string;
    readonly kind: Kind;
    readonly payload: Payload<Kind>;
  };
}[EntryKind];

/** Who did it, where, when, and on what knowledge. */
export interface Provenance {
  /** Sequence number of the newest entry that the device had seen. */
  readonly base: number;
  readonly person: string;
  readonly device: string;
  /** When it was recorded; ISO 8601, UTC. */
  readonly at: string;
  /** When it was made on a device that had no server, by that device's clock; ISO 8601, UTC. */
  readonly madeAt?: string;
}

/**
 * An entry as it stands on the ledger. `seq` counts from 1 without gaps within a setup; `version` is that of its payload, as its
 * kind says when it is written.
 */
export type Entry = Command & Provenance & { readonly seq: number; readonly version: number };
export type EntryOf<Kind extends EntryKind> = Extract<Entry, { readonly kind: Kind }>;
