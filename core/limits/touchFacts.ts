import type { Axis } from "../machine/index.ts";
import type { Refusal } from "../refusal.ts";
import type { EdgeChoice, TouchField, TouchWay } from "../tool/index.ts";

/** The numbers as they were understood, in millimetres, X as diameters, offsets signed as in the equation. */
export type TouchNumbers = Readonly<Partial<Record<TouchField, number>>>;

/** One touch as it is being made: any number may still be missing. */
export interface TouchFacts {
  readonly axis: Axis;
  readonly way: TouchWay;
  readonly choice: EdgeChoice;
  readonly numbers: TouchNumbers;
}

export type ImpossibleCode =
  | "outside-travel"
  | "larger-than-stock"
  | "larger-than-hole"
  | "smaller-than-hole"
  | "no-size"
  | "negative-thickness"
  | "no-thickness"
  | "behind-face"
  | "not-behind-face"
  | "overhang-beyond-slot"
  | "retreat-towards-work"
  | "retreat-beyond-travel"
  | "calibrated-in-other-units"
  | "wider-than-groove"
  | "bad-edge";

/** A refusal with the field where it belongs; `choice` is the tool and its edges, not a number. */
export interface ImpossibleTouch extends Refusal<ImpossibleCode> {
  readonly field: TouchField | "choice";
}
