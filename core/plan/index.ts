export { faceIsMade, facingTool, gateOf } from "./gates.ts";
export { redoReason } from "./redo.ts";
export type { Step, StepKind } from "./step.ts";
export { isThrough, nextStep, teachingTool, touchingOrder } from "./touchingOrder.ts";
