export {
  type Correction,
  type CorrectionVerdict,
  correctionsOf,
  deviationOf,
  FEATURE_FORMS,
  type FeatureForm,
  type MeasuredFeature,
  VERDICTS,
} from "./correction.ts";
export { type Drift, type DriftPoint, driftOf } from "./drift.ts";
export {
  changedAt,
  correctedCell,
  type FeatureState,
  featureStates,
  firstPartCorrections,
  LARGE_CORRECTION,
  type Measurement,
  type OffsetCorrection,
  targetOf,
} from "./firstPart.ts";
export { fitLine, type Line, type WeightedPoint } from "./fitLine.ts";
