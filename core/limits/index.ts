export { type ErrorBudget, errorBudget, type ShopUncertainty, USUAL_UNCERTAINTY } from "./errorBudget.ts";
export { awayFromWork, impossibilities } from "./impossible.ts";
export { largestRetreat } from "./retreat.ts";
export {
  type ImpossibleCode,
  type ImpossibleTouch,
  TOUCH_FIELDS,
  type TouchFacts,
  type TouchField,
  type TouchNumbers,
} from "./touchFacts.ts";
