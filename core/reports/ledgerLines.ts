import {
  type Cell,
  cellsOf,
  describeEntry,
  type Entry,
  kindOf,
  lastOneHolds,
  type NumberWriter,
  offsetsOf,
  type Payload,
  type SetupState,
  type SetupView,
  type TableColumn,
} from "../ledger/index.ts";
import { type Axis, type Crossing, lastDigit, toControl, workInZone, workToControl, zoneOf } from "../machine/index.ts";
import { cellForControl, columnDigit, columnWords, radiusForControl } from "../offsets/index.ts";
import { convertLength, formatLength } from "../units/index.ts";

/** One entry of the ledger as a person reads it. */
export interface LedgerLine {
  readonly seq: number;
  readonly entry: string;
  readonly kind: Entry["kind"];
  /** When it was recorded; ISO 8601, UTC. */
  readonly at: string;
  /** When it was made on a device without its server, by that device's clock; undefined where it was recorded at once. */
  readonly madeAt: string | undefined;
  readonly person: string;
  readonly device: string;
  /** What was done, in a few words. */
  readonly what: string;
  /** Its numbers, as the machine shows them; empty where it has none. */
  readonly numbers: string;
  /** The measurement that it rests on, as it was typed, and with which gauge; empty where there is none. */
  readonly from: string;
  readonly offsets: readonly string[];
  /** Sequence number of the entry that took it back; undefined while it stands. */
  readonly undoneBy: number | undefined;
  readonly canUndo: boolean;
  /** Another person's entry of the same kind that stood in its place and that its author knew of; undefined where there was none. */
  readonly replaces: { readonly seq: number; readonly person: string } | undefined;
  readonly photo: Payload<"note-added">["photo"] | undefined;
}

/** The whole ledger of a setup, newest first: who, when, what, from which measurement and with which gauge. */
export function ledgerLines(
  entries: readonly Entry[],
  state: Pick<SetupState, "undone">,
  setup: SetupView,
): readonly LedgerLine[] {
  const write = writerFor(setup);
  const replaced = replacedEntries(entries);
  return entries
    .map((entry): LedgerLine => {
      const kind = kindOf(entry.kind);
      const undoneBy = state.undone[entry.id];
      return {
        seq: entry.seq,
        entry: entry.id,
        kind: entry.kind,
        at: entry.at,
        madeAt: entry.madeAt,
        person: entry.person,
        device: entry.device,
        what: describeEntry(entry),
        undoneBy,
        replaces: replaced.get(entry.id),
        numbers: kind.numbers(entry.payload, write),
        from: kind.measurement(entry.payload),
        offsets: offsetsOf(entry),
        canUndo: undoneBy === undefined && kind.undo === "offered",
        photo: entry.kind === "note-added" ? entry.payload.photo : undefined,
      };
    })
    .reverse();
}

/** What each entry replaced of another person, by its id: nothing is replaced without its author having been told of it. */
function replacedEntries(
  entries: readonly Entry[],
): ReadonlyMap<string, { readonly seq: number; readonly person: string }> {
  const standing = new Map<Cell, readonly Entry[]>();
  const replaced = new Map<string, { readonly seq: number; readonly person: string }>();
  const known = new Map(entries.map((entry) => [entry.id, entry]));
  for (const entry of entries) {
    if (entry.kind === "entry-undone") {
      const { entry: id } = entry.payload;
      const taken = known.get(id);
      for (const cell of taken ? cellsOf(taken) : [])
        standing.set(
          cell,
          (standing.get(cell) ?? []).filter((one) => one.id !== id),
        );
      continue;
    }
    if (lastOneHolds(entry)) continue;
    for (const cell of cellsOf(entry)) {
      const stack = standing.get(cell) ?? [];
      const top = stack.at(-1);
      if (top?.kind === entry.kind && top.person !== entry.person)
        replaced.set(entry.id, { seq: top.seq, person: top.person });
      standing.set(cell, [...stack, entry]);
    }
  }
  return replaced;
}

/** Writes the numbers of entries as the setup's machine shows them. */
function writerFor(setup: SetupView): NumberWriter {
  const { machine, tools, features } = setup;
  const toolOf = (offset: string) => tools.find((one) => one.offset === offset);
  const zone = (offset: string) => toolOf(offset)?.zone ?? zoneOf(machine, "");
  const crossing =
    (to: Crossing) =>
    (axis: Axis, millimetres: number, offset: string, sign?: "always"): string =>
      formatLength(toControl(machine, axis, millimetres, to, zone(offset)), lastDigit(machine, axis), sign && { sign });
  const work = (axis: Axis, millimetres: number) =>
    formatLength(workToControl(machine, axis, millimetres), lastDigit(machine, axis));
  const size = (axis: Axis, millimetres: number, sign?: "always") =>
    formatLength(convertLength(millimetres, "mm", machine.units), lastDigit(machine, axis), sign && { sign });
  return {
    unit: machine.units,
    stored: crossing("tool-offset"),
    programmed: crossing("program"),
    readout: crossing("readout"),
    work,
    size,
    workFound: (axis, millimetres, offset) => work(axis, workInZone(machine, axis, millimetres, zone(offset))),
    plain: (axis, millimetres) => size(axis, Math.abs(millimetres)),
    radius: (millimetres) => formatLength(radiusForControl(setup, millimetres), machine.resolution.z),
    cell: (offset, column, value) => {
      const tool = toolOf(offset);
      return formatLength(tool ? cellForControl(setup, tool, column, value) : value, columnDigit(setup, column));
    },
    shown: (column, value) => formatLength(value, columnDigit(setup, column)),
    column: (column) =>
      column.startsWith("work.") ? column.slice(5).toUpperCase() : columnWords(column as TableColumn),
    featureOf: (feature) => features.find((one) => one.feature === feature),
  };
}
