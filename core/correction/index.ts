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
export { fitLine, type Line, type WeightedPoint } from "./fitLine.ts";
