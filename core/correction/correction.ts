import type { LatheAxis } from "../machine/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { roundToResolution } from "../units/index.ts";
import { fitLine } from "./fitLine.ts";

/** What a feature of the part is, as far as it tells one cause of its error from another. */
export const FEATURE_FORMS = ["cylinder", "bore", "taper", "chamfer", "arc", "length"] as const;
export type FeatureForm = (typeof FEATURE_FORMS)[number];

/** A measured feature: target and measurement as coordinates (X a diameter, a length from the face negative), in one unit. */
export interface MeasuredFeature {
  readonly id: string;
  readonly offset: string;
  readonly axis: LatheAxis;
  readonly target: number;
  readonly measured: number;
  /** One standard deviation of the measurement, above 0. */
  readonly uncertainty: number;
  /** Z at which an X feature was measured. */
  readonly at?: number | undefined;
  readonly form: FeatureForm;
}

/**
 * What the pattern of the deviations says: one offset error, or something that no offset mends.
 */
const VERDICTS = ["offset", "nose", "push-off", "taper", "centre-height", "scale", "inconsistent"] as const;
export type CorrectionVerdict = (typeof VERDICTS)[number];

/** What is to be added to one offset on one axis. */
export interface Correction {
  readonly offset: string;
  readonly axis: LatheAxis;
  /** Rounded to the control's digits. */
  readonly value: number;
  readonly exact: number;
  readonly features: readonly { readonly id: string; readonly deviation: number; readonly residual: number }[];
  /** Only `offset` is proposed for entry. */
  readonly verdict: CorrectionVerdict;
}

/**
 * Corrections of the offsets that made a first part, one for each offset and axis in the order of first appearance:
 * target − measured, weighted by 1/u² over the features that one offset makes, with a verdict on their pattern
 * (docs/MATHEMATICS.md, First part). In the unit of the features.
 */
export function correctionsOf(features: readonly MeasuredFeature[], resolution: number): readonly Correction[] {
  const groups = new Map<string, MeasuredFeature[]>();
  for (const feature of features) {
    const key = `${feature.offset} ${feature.axis}`;
    groups.set(key, [...(groups.get(key) ?? []), feature]);
  }
  return [...groups.values()].map((group) => correctionOf(group, resolution));
}

function correctionOf(group: readonly MeasuredFeature[], resolution: number): Correction {
  const exact = weightedMean(group);
  const [first] = group as readonly [MeasuredFeature];
  return {
    offset: first.offset,
    axis: first.axis,
    value: roundToResolution(exact, resolution),
    exact,
    features: group.map((one) => ({ id: one.id, deviation: deviationOf(one), residual: deviationOf(one) - exact })),
    verdict: verdictOf(group),
  };
}

/**
 * What the part lacks of its target, target − measured, in the unit of both; on the diameter for a diameter. Positive
 * where it was made too small.
 */
const deviationOf = ({ target, measured }: Pick<MeasuredFeature, "target" | "measured">) => target - measured;

/** Their own mean, weighted by 1/u². */
function weightedMean(features: readonly MeasuredFeature[]): number {
  const weight = ({ uncertainty }: MeasuredFeature) => 1 / uncertainty ** 2;
  const weights = features.reduce((sum, one) => sum + weight(one), 0);
  return features.reduce((sum, one) => sum + deviationOf(one) * weight(one), 0) / weights;
}

/** Deviations that lie farther from what is looked for than this many uncertainties are not explained by it. */
const WITHIN = 3;

/** True where none deviates from their own mean by more than 3u. */
function areEqual(features: readonly MeasuredFeature[]): boolean {
  const mean = weightedMean(features);
  return features.every((one) => isWithin(deviationOf(one) - mean, one.uncertainty));
}
/** True where none of what is left over is larger than 3u, in the unit of both: what was solved for explains it. */
export const areExplained = (left: readonly { readonly residual: number; readonly uncertainty: number }[]): boolean =>
  left.every(({ residual, uncertainty }) => isWithin(residual, uncertainty));

/** Sums of decimal figures miss their tie in the last binary place. */
const isWithin = (miss: number, uncertainty: number) =>
  Math.abs(miss) <= WITHIN * uncertainty * (1 + TOLERANCES.binaryNoise);

/** The line of the deviations over something, where it leaves none off by more than 3u. */
function lineOver(features: readonly MeasuredFeature[], over: (feature: MeasuredFeature) => number) {
  const line = fitLine(
    features.map((one) => ({ x: over(one), y: deviationOf(one), weight: 1 / one.uncertainty ** 2 })),
  );
  const fits =
    line && features.every((one) => isWithin(deviationOf(one) - line.at - line.slope * over(one), one.uncertainty));
  return fits ? line : undefined;
}

const SHAPED: readonly FeatureForm[] = ["taper", "chamfer", "arc"];

function verdictOf(group: readonly MeasuredFeature[]): CorrectionVerdict {
  if (areEqual(group)) return "offset";
  if (group[0]?.axis === "z") return "inconsistent";
  const shaped = group.filter(({ form }) => SHAPED.includes(form));
  const plain = group.filter(({ form }) => !SHAPED.includes(form));
  if (shaped.length > 0 && plain.length >= 2 && areEqual(plain)) return "nose";
  const [bores, others] = [plain.filter(({ form }) => form === "bore"), plain.filter(({ form }) => form !== "bore")];
  if (group.length >= 3 && shaped.length === 0 && bores.length > 0 && others.length > 0)
    if (areEqual(bores) && areEqual(others)) return "push-off";
  if (isTaper(group)) return "taper";
  if (differentTargets(group) < 3) return "inconsistent";
  const falling = group.every(({ target }) => target !== 0) && lineOver(group, ({ target }) => 1 / target);
  if (falling && falling.slope < 0) return "centre-height";
  return lineOver(group, ({ target }) => target) ? "scale" : "inconsistent";
}

function isTaper(group: readonly MeasuredFeature[]): boolean {
  const places = new Set(group.map(({ at }) => at));
  if (places.has(undefined) || places.size < 2) return false;
  const enough = group.length >= 3 || differentTargets(group) === 1;
  return enough && lineOver(group, ({ at = 0 }) => at) !== undefined;
}

const differentTargets = (group: readonly MeasuredFeature[]) => new Set(group.map(({ target }) => target)).size;
