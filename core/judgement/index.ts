export { type ErrorBudget, errorBudget, USUAL_UNCERTAINTY } from "./errorBudget.ts";
export {
  type ImpossibleCode,
  type ImpossibleTouch,
  impossibilities,
  type PartialTouchFacts,
  type TouchFacts,
  type TouchField,
} from "./impossible.ts";
