import type { MachineProfile } from "../frame/index.ts";
import type { TouchedAxis, TouchWay } from "../ledger/index.ts";
import { convertLength } from "../units/index.ts";

/** Standard uncertainties of what a touch is made with, in millimetres (2-mathematics, error budget; editable per shop). */
export const USUAL_UNCERTAINTY = {
  /** On the measured diameter. */
  micrometer: 0.003,
  /** On the thickness of a paper, the feel of the drag included. */
  paper: 0.008,
  gaugeBlock: 0.001,
  /** Knowing where the face is that was just cut. */
  freshFace: 0,
} as const;

export interface ErrorBudget {
  /** Expanded uncertainty (×2) of the offset, millimetres; on the diameter for X. Shown as ±. */
  readonly expanded: number;
  /** True when it is at most a quarter of the tolerance band that this offset makes. */
  readonly fits: boolean;
}

/** Expanded uncertainty is twice the standard one. */
const COVERAGE = 2;
/** A way of touching is fit when its expanded uncertainty takes up at most this share of the tolerance band. */
const SHARE_OF_BAND = 1 / 4;

/**
 * Expected error of touching one axis in one way on this machine, as root-sum-square of its parts, against the
 * tolerance that the offset must hold.
 *
 * Parts: what the size was measured with, the spacer (twice on X, where it counts on the diameter), the readout's last
 * digit over √12, the jog step over √12 where contact was felt for, and the machine's repeatability.
 * `plusMinus` is half the band, in millimetres, on the diameter for X.
 *
 * @example skim on X, 0.001 mm readout, repeatability 0.002: √(0.003² + 0.00029² + 0.002²) × 2 = 0.0072
 */
export function errorBudget(machine: MachineProfile, axis: TouchedAxis, way: TouchWay, plusMinus: number): ErrorBudget {
  const onDiameter = axis === "x" ? 2 : 1;
  const shownAs = axis === "x" && machine.xShown === "radius" ? 2 : 1;
  const lastDigit = convertLength(machine.resolution[axis], machine.units, "mm") * shownAs;
  const spacer = way === "paper" ? USUAL_UNCERTAINTY.paper : way === "block" ? USUAL_UNCERTAINTY.gaugeBlock : 0;
  const parts = [
    axis === "x" ? USUAL_UNCERTAINTY.micrometer : USUAL_UNCERTAINTY.freshFace,
    onDiameter * spacer,
    lastDigit / Math.sqrt(12),
    way === "skim" ? 0 : machine.jogStep[axis] / Math.sqrt(12),
    machine.repeatability[axis],
  ];
  const expanded = COVERAGE * Math.hypot(...parts);
  return { expanded, fits: expanded <= 2 * plusMinus * SHARE_OF_BAND };
}
