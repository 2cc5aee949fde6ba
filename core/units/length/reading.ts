import type { Refusal } from "../../refusal.ts";
import type { Unit } from "../unit.ts";

/** What must be known besides the text to read a typed length. */
export interface LengthContext {
  /** Unit that holds where none is typed. */
  readonly units: Unit;
  /** Last digit of the control, in `units`; 0.001 mm or 0.0001 in when absent. */
  readonly resolution?: number;
  /** That person's decimal mark: settles `1,250`, which is ambiguous without it. */
  readonly decimal?: "," | ".";
}

/** A typed length as it was understood. */
export interface LengthReading {
  /** The length in the context's unit, not rounded. */
  readonly exact: number;
  /** The same, rounded half away from zero to the resolution. */
  readonly value: number;
  /** The exact length in millimetres. */
  readonly mm: number;
  /** The exact length in inches. */
  readonly in: number;
}

type LengthRefusalCode = "empty" | "syntax" | "ambiguous" | "units" | "divide-by-zero" | "not-finite";

/** Why a text is no length. `ambiguous` carries every reading, rising, in the context's unit. */
export interface LengthRefusal extends Refusal<LengthRefusalCode> {
  readonly readings?: readonly number[];
}
