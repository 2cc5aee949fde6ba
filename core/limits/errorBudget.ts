import { type Axis, jogStep, lastDigitInCore, type MachineProfile, repeatability } from "../machine/index.ts";
import { familyOf, type Tool, type TouchWay, type UncertaintySource, wayOf } from "../tool/index.ts";

/** Standard uncertainties of what a touch is made with, in millimetres (docs/MATHEMATICS.md, Error budget; editable per shop). */
export const USUAL_UNCERTAINTY = {
  /** On the measured diameter. */
  micrometer: 0.003,
  boreGauge: 0.003,
  /** On the thickness of a paper, the feel of the drag included. */
  paper: 0.008,
  gaugeBlock: 0.001,
  /** Knowing where the face is that was just cut. */
  freshFace: 0,
  setterArm: 0.002,
  plugInSetter: 0.004,
  sweep: 0.005,
  slideToStock: 0.03,
  /** A one-way pull when a collet or holder is clamped. */
  slideAndClamp: 0.08,
  /** A bar pulled by hand to a parked tool. */
  pulledStock: 0.03,
  /** An edge lined up without anything to feel. */
  eye: 0.15,
} as const satisfies Readonly<Record<UncertaintySource, number>>;

/** What a shop knows better of its own gauges and spacers than the starting values. */
export type ShopUncertainty = Readonly<Partial<Record<UncertaintySource, number>>>;

export interface ErrorBudget {
  /** Expanded uncertainty (×2) of the offset, millimetres; on the diameter for X. Shown as ±. */
  readonly expanded: number;
  /** True when it is at most a quarter of the tolerance band that this offset makes. */
  readonly fits: boolean;
}

/** Steel grows by this share of its length for each degree (docs/MATHEMATICS.md, Error budget). */
const EXPANSION = 11.5e-6;
/** Expanded uncertainty is twice the standard one. */
const COVERAGE = 2;
/** A way of touching is fit when its expanded uncertainty takes up at most this share of the tolerance band. */
const SHARE_OF_BAND = 1 / 4;

/**
 * Expected error of touching one axis in one way on this machine, as root-sum-square of its parts, against the
 * tolerance that the offset must hold; where parts are measured warm, the growth of the measured `size` (millimetres) as well.
 * `shop` says what the shop's own gauges and spacers are good for.
 *
 * Parts: what the size was measured with; the spacer, and every position that is felt or swept for (twice on X, where
 * it counts on the diameter); the readout's last digit over √12; the jog step over √12 where contact was felt for; and the
 * machine's repeatability. `plusMinus` is half the band, in millimetres, on the diameter for X.
 *
 * @example skim on X, 0.001 mm readout, repeatability 0.002: √(0.003² + 0.00029² + 0.002²) × 2 = 0.0072
 */
export function errorBudget(
  machine: MachineProfile,
  tool: Tool,
  axis: Axis,
  way: TouchWay,
  plusMinus: number,
  shop: ShopUncertainty = {},
  size = 0,
): ErrorBudget {
  const onDiameter = axis === "x" ? 2 : 1;
  const known = { ...USUAL_UNCERTAINTY, ...shop };
  const parts = [
    sizeUncertainty(tool, axis, way, known),
    axis === "z" || wayOf(way).against !== "surface" ? 0 : size * EXPANSION * (machine.partWarmth ?? 0),
    onDiameter * positionUncertainty(machine, axis, way, known),
    lastDigitInCore(machine, axis) / Math.sqrt(12),
    wayOf(way).isFelt ? jogStep(machine, axis) / Math.sqrt(12) : 0,
    repeatability(machine, axis),
  ];
  const expanded = COVERAGE * Math.hypot(...parts);
  return { expanded, fits: expanded <= 2 * plusMinus * SHARE_OF_BAND };
}

type Known = Readonly<Record<UncertaintySource, number>>;

function sizeUncertainty(tool: Tool, axis: Axis, way: TouchWay, u: Known): number {
  const { against, countsShank } = wayOf(way);
  if (axis === "z" || against !== "surface") return u.freshFace;
  const gauge = familyOf(tool) === "bore" ? u.boreGauge : u.micrometer;
  if (axis === "y") return gauge / 2;
  return countsShank ? Math.hypot(gauge, u.micrometer) : gauge;
}

function positionUncertainty({ setter }: MachineProfile, axis: Axis, way: TouchWay, u: Known): number {
  const source = wayOf(way).position(axis, setter?.kind === "plug-in" ? "plug-in" : "arm");
  return source === undefined ? 0 : u[source];
}
