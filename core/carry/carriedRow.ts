import type { Command } from "../ledger/index.ts";
import type { Axis } from "../machine/index.ts";
import type { EditedCell } from "../offsets/index.ts";

/**
 * What happens with a row: `taken` comes along as it ended, `new-edge` comes along as it was with the edge before it wore,
 * `touch` is found anew at the machine, `left` stays behind.
 */
export const CARRY_CHOICES = ["taken", "new-edge", "touch", "left"] as const;
export type CarryChoice = (typeof CARRY_CHOICES)[number];

/** A command before it has its id. */
export type NewCommand = { [Of in Command["kind"]]: Omit<Extract<Command, { kind: Of }>, "id"> }[Command["kind"]];

/** What a choice brings into the new setup. */
export interface CarryEffect {
  readonly commands?: readonly NewCommand[];
  /** Cells of the table that are taken over. */
  readonly cells?: readonly EditedCell[];
  /** An axis of the work offset that the new setup runs under; millimetres in the main spindle's frame. */
  readonly work?: { readonly axis: Axis; readonly value: number };
  /** The work offset is to be taught anew. */
  readonly teach?: true;
}

/** A choice that a row offers. */
export interface CarryOption {
  readonly choice: CarryChoice;
  /** What comes along, as this machine shows it; empty where nothing does. */
  readonly shown: string;
  readonly effect: CarryEffect;
}

/** One thing that a past setup has and a new one may begin with. */
export interface CarriedRow {
  /** Stable between two readings of the same setup, such as `geometry/3/x`. */
  readonly key: string;
  /** Offset of the tool that it is about; undefined where it is about the part or the setup. */
  readonly offset: string | undefined;
  readonly what: string;
  /** The value as this machine shows it, or in words; empty where it is not known. */
  readonly shown: string;
  /** When it was last set; ISO 8601, UTC. Undefined where it is not on record. */
  readonly since: string | undefined;
  /** What it rests on: how it was found and whether it was proven. Empty where it needs no proof. */
  readonly proven: string;
  /** What speaks against taking it, in whole clauses. */
  readonly against: readonly string[];
  /** What can be chosen, at least one. */
  readonly options: readonly CarryOption[];
  /** The choice that is proposed; undefined where a person has to choose. */
  readonly proposed: CarryChoice | undefined;
}

/** A choice as a person made it, with what they saw. */
export interface CarryAnswer {
  readonly key: string;
  readonly choice: CarryChoice;
  /** {@link CarryOption.shown} at the time. */
  readonly shown: string;
}
