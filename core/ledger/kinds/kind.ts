import type { Axis, FileForm, LatheAxis, SetterSide } from "../../machine/index.ts";
import type { Tool } from "../../tool/index.ts";
import type { Unit } from "../../units/index.ts";
import type { Cell } from "../cells.ts";
import type { ControlRow } from "../controlHolds.ts";
import type { DecisionRefusal } from "../lookUp.ts";
import type { GridColumn, TableColumn } from "../payloadWords.ts";
import type { SetupState } from "../setupState.ts";
import type { EntryKind, Payload } from "./index.ts";

/** What the ledger asks of a kind of entry. Beside it a kind's file exports `schema`, the JSON schema of its payload. */
export interface Kind<Of extends EntryKind> {
  /** Version of the payload that is written now, from 1. */
  readonly version: number;
  /**
   * Readers for older payloads: the first carries version 1 on to 2, and so on, so that there are `version` − 1 of them.
   * Absent while the first version is the only one.
   */
  readonly upgrades?: readonly PayloadUpgrade[];
  /** The cells that it writes; `id` is the entry's own. */
  readonly cells: (payload: Payload<Of>, id: string) => readonly Cell[];
  /** The cells that its numbers were worked out from; empty where it rests on nothing but what was said. */
  readonly dependencies: (payload: Payload<Of>) => readonly Cell[];
  /** What was done, in a few words and without its numbers. */
  readonly describe: (payload: Payload<Of>) => string;
  /** Offset numbers of the tools that it is about; empty where it is about the part or the setup. */
  readonly offsets: (payload: Payload<Of>) => readonly string[];
  /** Its numbers as the machine shows them; empty where it has none. */
  readonly numbers: (payload: Payload<Of>, write: NumberWriter) => string;
  /** The measurement that it rests on, letter by letter as it was typed; empty where there is none. */
  readonly measurement: (payload: Payload<Of>) => string;
  /**
   * Whether it can be taken back: `offered` beside it in the ledger; `possible` where another place offers it; `never`
   * for what a setup rests on, which is changed by a new entry instead.
   */
  readonly undo: "offered" | "possible" | "never";
  /** Why the history does not allow it now; undefined where it does. The payload has been validated before. */
  readonly refusal: (state: SetupState, payload: Payload<Of>) => DecisionRefusal | undefined;
  /** What the machine is believed to hold afterwards. */
  readonly changeMachine: (machine: MachineChanges, payload: Payload<Of>) => void;
}

/** Carries a stored payload of one version on to the next; its input was valid when it was stored. */
type PayloadUpgrade = (older: never) => unknown;

/** Writes numbers of the core as one machine shows them. Lengths in millimetres, X as diameters. */
export interface NumberWriter {
  readonly unit: Unit;
  /** Geometry or wear of an offset as the control stores it. */
  readonly stored: (axis: Axis, millimetres: number, offset: string) => string;
  /** A coordinate of the part as programs write it for the tool of an offset. */
  readonly programmed: (axis: Axis, millimetres: number, offset: string) => string;
  /** A position or a difference of two as the display shows it for the tool of an offset. */
  readonly readout: (axis: Axis, millimetres: number, offset: string, sign?: "always") => string;
  /** A work offset of the main spindle's frame, or an amount on it. */
  readonly work: (axis: Axis, millimetres: number) => string;
  /** A work offset that was found in the frame of the tool of an offset. */
  readonly workFound: (axis: Axis, millimetres: number, offset: string) => string;
  /** A size or a length as a gauge reads it. */
  readonly size: (axis: Axis, millimetres: number, sign?: "always") => string;
  /** An amount without a sign. */
  readonly plain: (axis: Axis, millimetres: number) => string;
  /** A nose radius as the control stores it. */
  readonly radius: (millimetres: number) => string;
  /** A cell of the table, from what Luvrit keeps. */
  readonly cell: (offset: string, column: TableColumn, value: number) => string;
  /** A cell of the table, from the number that the control shows. */
  readonly shown: (column: GridColumn, value: number) => string;
  /** The name of a column. */
  readonly column: (column: GridColumn) => string;
  /** A dimension of the part; undefined where it is not on record any more. */
  readonly featureOf: (feature: string) => { readonly name: string; readonly axis: LatheAxis } | undefined;
}

/** A machine's present state while the entries of its setups are folded into it. Lengths in millimetres. */
export interface MachineChanges {
  /** A tool stands in a station. */
  readonly put: (
    station: string,
    tool: { readonly offset: string; readonly tool: Tool; readonly holder?: string },
  ) => void;
  /** The tool of an offset, where this setup has it, stands in the holder of this number. */
  readonly hold: (offset: string, holder: string) => void;
  /** It may not stand where its readout says. */
  readonly lose: () => void;
  /** A reference tool was checked: it stands where its readout says but on these axes. */
  readonly find: (off: readonly LatheAxis[]) => void;
  /** A side of the setter trips there. */
  readonly calibrate: (side: SetterSide, trigger: number) => void;
  /** Its control reads data-setting files in this form. */
  readonly understand: (form: FileForm) => void;
  /** Whatever stands in `from` stands in `to`. */
  readonly move: (from: string, to: string) => void;
  /** The tool of an offset leaves the stations where this setup had it. */
  readonly vacate: (offset: string) => void;
  /** Cells of a row as the control was read; those that are absent stay what they were. */
  readonly read: (row: ControlRow & { readonly offset: string }) => void;
  /** Cells of a row; those that are undefined stay what they were. */
  readonly believe: (offset: string, row: { readonly [Field in BelievedField]?: number | undefined }) => void;
  /** Z of rows that this setup gave before, less an amount. */
  readonly shift: (offsets: readonly string[], by: number) => void;
  /** Offsets of all rows that anything is believed of. */
  readonly rows: () => readonly string[];
}
export type BelievedField = Axis | "noseRadius" | "orientation";

/** For a kind of entry that has no numbers to show in the record. */
export const noNumbers = () => "";
/** Nothing that the machine holds changes by it. */
export const unchanged = () => {};

/** At most a dozen names, each once. */
export const listed = (names: readonly string[]) => [...new Set(names)].slice(0, 12).join(", ");
