import type { Entry } from "./entry.ts";
import { type EntryKind, kindOf } from "./kinds/index.ts";
import type { Kind } from "./kinds/kind.ts";

/** Says which entry this version of Luvrit cannot read. */
export class UnreadableEntry extends Error {}

/**
 * The payload of a stored entry in the form that is written now: an older one is carried on version by version. Versions count
 * from 1. Throws {@link UnreadableEntry} where the kind or the version is not known, as after going back to an older Luvrit.
 */
export function readPayload(kind: string, version: number, payload: unknown, kinds: KindsByName = kindOf): unknown {
  const known = kinds(kind as EntryKind);
  const latest = known?.version ?? 0;
  if (!known || version < 1 || version > latest)
    throw new UnreadableEntry(
      `An entry “${kind}” of version ${version} is on the ledger; this Luvrit reads ${known ? `versions 1 to ${latest}` : "no such kind"}. Start the version that wrote it, or a later one.`,
    );
  return (known.upgrades ?? [])
    .slice(version - 1)
    .reduce((older: unknown, upgrade) => upgrade(older as never), payload);
}

/** A stored entry with its payload in the form that is written now; throws as {@link readPayload} does. */
export function asWrittenNow(entry: Entry): Entry {
  const payload = readPayload(entry.kind, entry.version, entry.payload);
  return { ...entry, version: kindOf(entry.kind).version, payload } as Entry;
}

type KindsByName = (kind: EntryKind) => Pick<Kind<EntryKind>, "version" | "upgrades"> | undefined;
