import type { Cell } from "./cells.ts";
import type { Entry, EntryOf } from "./entry.ts";
import {
  ENTRY_KINDS,
  type EntryKind,
  type Payload,
  type StandingInSetup,
  type StandingInTool,
  standingOf,
} from "./kinds/index.ts";
import { topOf } from "./lookUp.ts";
import type { SetupState } from "./setupState.ts";

/** Where a record comes from: the entry to undo, who made it and when, and its place in the order of entries. */
export interface Source {
  readonly entry: string;
  readonly person: string;
  readonly at: string;
  readonly seq: number;
}
/** What an entry of a kind says, with where it comes from. */
export type Recorded<Kind extends EntryKind> = Payload<Kind> & Source;

/** Fields of a setup's view, or of a tool's, that are the standing entry of one kind; undefined where none stands. */
export type StandingRecords<Fields extends Record<keyof Fields, EntryKind>> = {
  readonly [Field in keyof Fields]: Recorded<Fields[Field]> | undefined;
};

/** The fields of a setup's view that are the standing entry of one kind each. */
export function standingInSetup(state: SetupState): StandingRecords<StandingInSetup> {
  const found: Record<string, unknown> = {};
  for (const kind of ENTRY_KINDS) {
    const shown = standingOf(kind);
    if (shown && "setup" in shown) found[shown.setup] = anyRecord(state, shown.cell, kind);
  }
  return found as StandingRecords<StandingInSetup>;
}

/** The fields of a tool's view that are the standing entry of one kind each, for the tool of an offset. */
export function standingInTool(state: SetupState, offset: string): StandingRecords<StandingInTool> {
  const found: Record<string, unknown> = {};
  for (const kind of ENTRY_KINDS) {
    const shown = standingOf(kind);
    if (shown && "tool" in shown) found[shown.tool] = anyRecord(state, shown.cell(offset), kind);
  }
  return found as StandingRecords<StandingInTool>;
}

/** The entry that a cell's present value comes from, where it is of this kind. Undefined where it is not. */
export function top<Kind extends EntryKind>(state: SetupState, cell: Cell, kind: Kind): EntryOf<Kind> | undefined {
  const entry: AnyEntry | undefined = topOf(state, cell);
  return entry?.kind === kind ? (entry as EntryOf<Kind>) : undefined;
}

/** What a cell's present entry of a kind says, with where it comes from. Undefined where no entry of that kind stands there. */
export function recordOf<Kind extends EntryKind>(state: SetupState, cell: Cell, kind: Kind): Recorded<Kind> | undefined;
export function recordOf(state: SetupState, cell: Cell, kind: EntryKind): object | undefined {
  return anyRecord(state, cell, kind);
}

function anyRecord(state: SetupState, cell: Cell, kind: EntryKind): object | undefined {
  const entry: AnyEntry | undefined = topOf(state, cell);
  return entry?.kind === kind ? { ...entry.payload, ...source(entry) } : undefined;
}

/** An entry whose kind is asked for by name: its payload is taken as any object until then. */
type AnyEntry = Omit<Entry, "payload" | "kind"> & { readonly kind: EntryKind; readonly payload: object };

/** Where an entry's record comes from. Nothing is absent. */
export const source = ({ id, person, at, seq }: Pick<Entry, "id" | "person" | "at" | "seq">): Source => ({
  entry: id,
  person,
  at,
  seq,
});
