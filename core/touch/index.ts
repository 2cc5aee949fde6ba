export { type OutsideTouch, solveOutsideTouch } from "./outsideTouch.ts";
export { contactOf, SURFACE_AXES, type Surface } from "./surface.ts";
export { readTouchCase, type TouchCaseCode } from "./touchCase.ts";
export {
  type LadderLine,
  type Quantity,
  solveTouch,
  type TouchMethod,
  type TouchProblem,
  type TouchResult,
} from "./touchEquation.ts";
export {
  fieldsOf,
  proposedTouch,
  readTypedTouch,
  TOUCH_FIELDS,
  type TouchReading,
  type TouchTask,
  type TypedTouch,
} from "./typedTouch.ts";
