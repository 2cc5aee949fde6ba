export { disprovedTouch, isMeasuredEdit } from "./disprovedTouch.ts";
export { SLIP_QUESTIONS } from "./doubtWords.ts";
export type { Explanation, Normal } from "./expected.ts";
export { learnedScatter, scatterOf, type ToolHolding } from "./honestScatter.ts";
export { type Plausibility, plausibilityOf } from "./plausibility.ts";
export type { Estimate, OtherRow, PlausibilityCase, TypedTexts } from "./plausibilityCase.ts";
export {
  hiddenSlips,
  holderScatter,
  holdingOf,
  lengthAlong,
  type NewValue,
  type PastOfAxis,
  type PastTouch,
  plausibilityOfTouch,
  type ToolHistory,
  type TouchPlausibility,
} from "./plausibilityOfTouch.ts";
export { openDoubt, remarkOf } from "./settledDoubt.ts";
export { CORRECTABLE_SLIPS, type CorrectableSlip, HYPOTHESES, type Hypothesis, slipsOf } from "./slips.ts";
