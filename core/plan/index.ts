export { isDone, nextStep, type Step, type StepKind, touchingOrder } from "./touchingOrder.ts";
