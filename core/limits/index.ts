export { type ErrorBudget, errorBudget, type ShopUncertainty, USUAL_UNCERTAINTY } from "./errorBudget.ts";
export { awayFromWork, impossibilities } from "./impossible.ts";
export { largestRetreat } from "./retreat.ts";
export type {
  ImpossibleCode,
  ImpossibleTouch,
  TouchFacts,
  TouchNumbers,
} from "./touchFacts.ts";
