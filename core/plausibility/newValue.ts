import type { TouchFacts } from "../limits/index.ts";
import type { Axis } from "../machine/index.ts";
import type { ShopSpacer } from "../touch/index.ts";
import type { Plausibility } from "./plausibility.ts";
import type { PlausibilityCase, TypedTexts } from "./plausibilityCase.ts";

/** Where a touch of an earlier setup found a tool. */
export interface PastTouch {
  /** The entry that it stands in. */
  readonly entry: string;
  /** The offset that it was found under, which need not be the one of today. */
  readonly offset: string;
  readonly job: string;
  /** When, as an ISO date. */
  readonly at: string;
  /** Millimetres, on the diameter for X. */
  readonly value: number;
}

/** What earlier setups say of one axis of a tool, newest first. */
export interface PastOfAxis {
  /** Where it was found in its station, or in its holder where that is numbered. */
  readonly touches: readonly PastTouch[];
  /** Where the seats lie that tools of its kind were found in, one for each tool: value less length, millimetres. */
  readonly seats: readonly number[];
}
/** What earlier setups say of the tools of a setup, by offset and axis; absent where they say nothing. */
export type ToolHistory = Readonly<Record<string, Readonly<Partial<Record<Axis, PastOfAxis>>>>>;

/** A number that is about to be kept for an axis of a tool. Millimetres, X as a diameter. */
export interface NewValue {
  readonly axis: Axis;
  readonly exact: number;
  /** Expanded uncertainty of how it was found; 0 for one by hand. */
  readonly expanded: number;
  /** The shop's papers and blocks: one of them lay between, or may have lain where none was counted. */
  readonly spacers: readonly ShopSpacer[];
  /** True where the spacer's thickness was not typed for this touch, but stands in its field from the one before. */
  readonly carriedSpacer?: boolean | undefined;
  /** What was typed, letter for letter, in whatever unit; absent where it is not known. */
  readonly texts?: TypedTexts | undefined;
  /** The touch that it comes from; undefined for a number by hand, which is compared with a touch of this setup first. */
  readonly touch: TouchFacts | undefined;
}

/** How far a number is believed, and what it was compared with. */
export interface TouchPlausibility extends Plausibility {
  /** What the expectation rests on. */
  readonly basis: "second-touch" | "history" | "family" | "assembly" | "control" | "work-offset" | "nothing";
  /** By how much the other tools lie elsewhere than before, where the expectation allows for it; in the machine's unit. */
  readonly shift: number | undefined;
  /** The numbers of the comparison, in the machine's unit. */
  readonly one: PlausibilityCase;
}
