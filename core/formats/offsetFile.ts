import { type Axis, type ControlLanguage, TABLE_AXES } from "../machine/index.ts";
import type { NumbersOf, OffsetTable } from "../offsets/index.ts";
import type { Answer, Refusal } from "../refusal.ts";
import { refused } from "../refusal.ts";
import type { Numbering } from "../tool/index.ts";
import type { Unit } from "../units/index.ts";

/** Everything that an offset table can hold, field by field, in the order in which losses are said. */
export type OffsetField =
  | `${"geometry" | "wear" | "work"}.${Axis}`
  | "noseRadius"
  | "orientation"
  | "description"
  | "numbering"
  | "units"
  | "resolution";
export const OFFSET_FIELDS: readonly OffsetField[] = [
  ...fieldsOfAxes("geometry"),
  ...fieldsOfAxes("wear"),
  "noseRadius",
  "orientation",
  "description",
  ...fieldsOfAxes("work"),
  "numbering",
  "units",
  "resolution",
];

/** A number of every axis, in the order in which tables list them. */
export function fieldsOfAxes<Of extends "geometry" | "wear" | "work">(of: Of): readonly `${Of}.${Axis}`[] {
  return TABLE_AXES.map((axis) => `${of}.${axis}` as const);
}

export type OffsetFileCode =
  | "units-missing"
  | "units-differ"
  | "numbering-differs"
  | "syntax"
  | "not-a-number"
  | "unknown-register"
  | "not-absolute"
  | "twice"
  | "version"
  | "document-type"
  | "too-large"
  | "unrecognised"
  | "unknown-column";

export interface OffsetFileRefusal extends Refusal<OffsetFileCode> {
  /** Line of the file, counted from 1, where one can be named. */
  readonly line?: number;
}

/** What the caller knows of a file and the file may not say. */
export interface SaidOfFile {
  readonly units?: Unit | undefined;
  readonly numbering?: Numbering | undefined;
  readonly resolution?: number | undefined;
  /** The control's language: what a code of data setting means there. */
  readonly language?: ControlLanguage | undefined;
  /** How the control shows X, for files that state a radius or a diameter by a code; a diameter where absent. */
  readonly xShown?: "diameter" | "radius" | undefined;
}

export interface WriteOptions {
  /** Rounded to the table's last digit, or with every digit that a number has. */
  readonly rounding: "to-resolution" | "none";
  /** One line that says what the file is about, where a format has room for it. */
  readonly title?: string;
  /** How X is meant, where a format says so in words. */
  readonly xShown?: "diameter" | "radius";
  /** Time of writing, ISO 8601, for formats that must state one. */
  readonly at?: string;
  /** The control's language: what it takes for absolute, and how its files end. */
  readonly language?: ControlLanguage;
  /** False where its files have no percent signs. */
  readonly percent?: boolean;
  /** The pocket that a tool stands in, by its offset; an offset that has none here has no pocket number. */
  readonly pockets?: ReadonlyMap<string, string>;
}

/** Where a table comes from or goes to: one way of writing offset tables. */
export interface OffsetFormat {
  readonly name: string;
  /** What it is, in the words of the shop. */
  readonly words: string;
  /** Ending of a file's name. */
  readonly ending: string;
  readonly mediaType: string;
  readonly holds: readonly OffsetField[];
  /** Whose numbers such a file has: the control's own, or the equation's with X as a diameter. */
  readonly numbers: NumbersOf;
  /** Whether a work offset of this name has a place; true where nothing is said. */
  readonly holdsWork?: (name: string) => boolean;
  readonly write: (table: OffsetTable, options: WriteOptions) => string;
  /** Reads a whole file or refuses it: nothing is taken from a broken one. */
  readonly read: (text: string, said: SaidOfFile) => Answer<OffsetTable, OffsetFileRefusal>;
  /** Whether a text looks like this format; the first that says so reads it. */
  readonly looksLike: (text: string) => boolean;
}

/** Why a file cannot be read; `line` counts from 1 and is absent where the reason is about the whole file. */
export const refuseFile = (code: OffsetFileCode, message: string, line?: number) =>
  refused<OffsetFileRefusal>({
    code,
    message: line === undefined ? message : `Line ${line}: ${message}`,
    ...(line !== undefined && { line }),
  });

/** An offset number as rows are matched by: a whole number from 1 to 9999, zeros in front left out; undefined for anything else. */
export function offsetName(text: string): string | undefined {
  return /^0*[1-9]\d{0,3}$/.test(text) ? String(Number(text)) : undefined;
}

/** Tip orientation codes that any control knows. Whole numbers 0 to 9 without unit. */
export const isOrientation = (value: number): boolean => Number.isInteger(value) && value >= 0 && value <= 9;
