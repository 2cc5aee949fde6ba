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

/**
 * A number that is about to be kept, with everything that speaks for it or against it. All lengths in the case's own unit
 * and sign, X as a diameter, as the readout shows them.
 */
export interface PlausibilityCase {
  readonly units: Unit;
  /** Last digit of the control. */
  readonly resolution: number;
  readonly axis: Axis;
  /** One standard deviation of one honest re-setting and touch. */
  readonly scatter: number;
  readonly value: number;
  /** Honest values of the same tool in the same holder and station, newest first. */
  readonly history: readonly number[];
  /** The touch that it comes from, sizes and spacer as typed; undefined for a number that was entered by hand. */
  readonly touch?: CaseContact | undefined;
  /** Papers that may have lain between, although none was counted. */
  readonly papers?: readonly number[] | undefined;
  /** Largest diameter that the stock can have. */
  readonly stock?: number | undefined;
  /** Lowest and highest value that the travel allows. */
  readonly range?: readonly [number, number] | undefined;
  readonly jogSteps?: readonly number[] | undefined;
  readonly others?: readonly OtherRow[] | undefined;
}
