export { type Arrangement, arrange } from "./arrangement.ts";
export { bestOrder, brokenNeeds, type PlannedOrder } from "./bestOrder.ts";
export { faceIsMade, facingTool, gateOf } from "./gates.ts";
export { indexingOf, type Plan, planSetup } from "./plan.ts";
export { secondsOf } from "./planCost.ts";
export { type Gauge, isAtMachine, keyOf, type Need, type PlanStep, planSteps } from "./planSteps.ts";
export { redoReason } from "./redo.ts";
export type { Step, StepKind } from "./step.ts";
export { isThrough, nextStep, teachingTool, touchingOrder } from "./touchingOrder.ts";
