export { armError } from "./armLength.ts";
export { coarseLastStep } from "./coarseStep.ts";
export { machineAtContact } from "./machineAtContact.ts";
export { carriesSpacer, proposedTouch, type ShopSpacer, spacerUsed } from "./proposedTouch.ts";
export { countsWork, restsOf } from "./restsOf.ts";
export { axesToCalibrate, axisOfSide, triggerFound } from "./setterCalibration.ts";
export { contactSide, SURFACE_AXES, type Surface } from "./surface.ts";
export { type CaseContact, readCaseContact, readTouchCase } from "./touchCase.ts";
export {
  type LadderLine,
  type Quantity,
  solveTouch,
  type TouchMethod,
  type TouchProblem,
  type TouchResult,
  touchedDimension,
} from "./touchEquation.ts";
export { crossingOf, sizeFrame, standardOverhang, TOUCH_FRAMES } from "./touchFields.ts";
export { onItsSide, reckonedWork, type SolveFor, solveTouchOf, surfaceOf } from "./touchProblem.ts";
export { asTypedForControl, readTypedTouch, type TouchReading, type TouchTask, type TypedTouch } from "./typedTouch.ts";
