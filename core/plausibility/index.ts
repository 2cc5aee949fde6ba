export {
  beliefOfTouch,
  hiddenSlips,
  holderScatter,
  holdingOf,
  type NewValue,
  type ToolHistory,
  type TouchBelief,
} from "./beliefOfTouch.ts";
export { type Belief, believabilityOf } from "./believability.ts";
export type { BelievabilityCase, OtherRow } from "./believabilityCase.ts";
export { SLIP_QUESTIONS } from "./doubtWords.ts";
export { type Explanation, expectedOf, type Normal, sharedShift } from "./expected.ts";
export { learnedScatter, scatterOf, type ToolHolding } from "./honestScatter.ts";
export { openDoubt } from "./settledDoubt.ts";
export { CORRECTABLE_SLIPS, type CorrectableSlip, HYPOTHESES, type Hypothesis, slipsOf } from "./slips.ts";
