import type { Axis } from "../machine/index.ts";
import type { CaseContact } from "../touch/index.ts";
import type { Unit } from "../units/index.ts";

/** Another row on the same axis, a work offset among them. */
export interface OtherRow {
  readonly offset: string;
  /** Its value once it has been taken in this setup. */
  readonly value?: number | undefined;
  readonly previous: number;
  /** One standard deviation of its own honest re-setting; that of the case where it is not known. */
  readonly scatter?: number | undefined;
}

/** A number with one standard deviation. */
export interface Estimate {
  readonly value: number;
  readonly sigma: number;
}

/** Texts that a hand typed, letter for letter; of what is absent no digit is doubted. */
export interface TypedTexts {
  /** The readout at contact. */
  readonly machine?: string | undefined;
  readonly size?: string | undefined;
  readonly spacer?: string | undefined;
  /** The number itself. */
  readonly value?: string | undefined;
}

/**
 * A number that is about to be kept, with everything that speaks for it or against it (docs/MATHEMATICS.md, Plausibility). All lengths in
 * the case's own unit and sign, X as a diameter, as the readout shows them.
 */
export interface PlausibilityCase {
  readonly units: Unit;
  /** Last digit of the control. */
  readonly resolution: number;
  readonly axis: Axis;
  /** One standard deviation of one honest re-setting and touch: known, from a long record. */
  readonly scatter?: number | undefined;
  /** Instead of `scatter`, where it is not known: the one to begin with; `history` says how exactly this holder comes back. */
  readonly usual?: number | undefined;
  readonly value: number;
  /** Values kept for the same tool in the same holder and station, newest first; one of them may be wrong. */
  readonly history: readonly number[];
  /** Other touches of this mounting; the standard deviation is that of the difference between two such touches. */
  readonly own?: readonly Estimate[] | undefined;
  /** Worked out from turret, holder and insert. */
  readonly assembly?: Estimate | undefined;
  /** What the control held in this row; as exactly as a tool that has not changed comes back where no deviation is said. */
  readonly control?: { readonly value: number; readonly sigma?: number | undefined } | undefined;
  /** Values of rows whose tools stand in like holders; one alone says nothing. */
  readonly family?: readonly number[] | undefined;
  /** The touch that it comes from, sizes and spacer as typed; undefined for a number that was entered by hand. */
  readonly touch?: CaseContact | undefined;
  /** Undefined: the number and the size count as typed with all digits of the resolution. */
  readonly typed?: TypedTexts | undefined;
  /** Papers and blocks that the shop has. */
  readonly commonThickness?: readonly number[] | undefined;
  /** True where the thickness was not typed for this touch: it stands there from the one before. */
  readonly carriedSpacer?: boolean | undefined;
  /** Largest diameter that the stock can have. */
  readonly stock?: number | undefined;
  /** Lowest and highest value that the travel allows. */
  readonly range?: readonly [number, number] | undefined;
  readonly jogSteps?: readonly number[] | undefined;
  readonly others?: readonly OtherRow[] | undefined;
}
