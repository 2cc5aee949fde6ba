import type { Command, SetupState } from "../ledger/index.ts";
import type { ReadList } from "./forms/lists.ts";
import type { SetupForm } from "./forms/setupForms.ts";

export type SetupOutcome =
  /** `state`: the setup with what the form entered. */
  | { readonly outcome: "kept"; readonly form: SetupForm; readonly state: SetupState }
  | { readonly outcome: "refused"; readonly message: string; readonly fields: Readonly<Record<string, string>> }
  | { readonly outcome: "conflict"; readonly theirs: ConflictSide; readonly seq: number };

/** The other side of a conflict, in the words that the question needs. */
export interface ConflictSide {
  readonly person: string;
  readonly at: string;
  /** Their value in core lengths; undefined where they took an entry back, or changed something that yours rests on. */
  readonly exact: number | undefined;
  /** What they changed, in a few words, where it is not the same cell but one that yours rests on. */
  readonly under: string | undefined;
}

/** A command to append, or why there is none. */
export type CommandResult = Command | Extract<SetupOutcome, { outcome: "refused" }>;

/** Fields of a form that answer why it was refused, and what they say then: the number is right as it stands. */
const SAID_RIGHT: Readonly<Record<string, string>> = { settled: "kept", meant: "yes" };

/** What a refused form must say besides so that its number is taken as it stands; undefined where it was refused for something else. */
export function saidRight(
  refusedFields: Readonly<Record<string, string>>,
): Readonly<Record<string, string>> | undefined {
  const asked = Object.keys(refusedFields);
  if (asked.length === 0 || !asked.every((field) => field in SAID_RIGHT)) return undefined;
  return Object.fromEntries(asked.map((field) => [field, SAID_RIGHT[field] ?? ""]));
}

/** What every command made from a form begins with. */
export interface NewEntry {
  readonly id: string;
}

/** Who types: with which decimal mark, and how the lists of their forms are read. */
export interface InputLocale {
  readonly decimalMark: "." | "," | undefined;
  readonly readList: ReadList;
}

/**
 * A refused form: `message` for the head of the form, `fields` by the name of the field that each message belongs to;
 * empty where it belongs to none.
 */
export const refuse = (message: string, fields: Readonly<Record<string, string>> = {}) =>
  ({ outcome: "refused", message, fields }) as const;

/** What is said of a form whose lists cannot be read. */
export const INCOMPLETE = "This form was not complete. Reload the page; what you typed is kept.";
