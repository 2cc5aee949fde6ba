export {
  type Correction,
  correctionsOf,
  FEATURE_FORMS,
  type FeatureForm,
  type MeasuredFeature,
} from "./correction.ts";
export { type Drift, type DriftPoint, driftOf } from "./drift.ts";
export {
  changedAt,
  correctedCell,
  type FeatureState,
  featureStates,
  firstPartCorrections,
  isWithinLimits,
  middleOfLimits,
  type OffsetCorrection,
  type PartVerdict,
} from "./firstPart.ts";
export { fitLine, type Line } from "./fitLine.ts";
