export { type CombPlacing, meshCombs, meshCombsInSteps } from "./combSearch.ts";
export {
  type Alignment,
  type CombConflict,
  type CombProblem,
  type CombTool,
  checkCombs,
  combConflicts,
  type Slot,
  shiftAt,
  smallestGap,
} from "./combs.ts";
export { type CombSeat, combsOfSetup, type SetupCombs } from "./combsOfSetup.ts";
export { type LeavesTravel, leavesTravel } from "./leavesTravel.ts";
export {
  boreRoom,
  neighbourRoom,
  type Obstacle,
  reachOf,
  type SafeIndex,
  type Slides,
  type SwingTool,
  safeIndex,
  swingRoom,
  type Turret,
} from "./swing.ts";
export {
  checkTravel,
  type TravelProblem,
  type TravelResult,
  type TravelTool,
  travel,
} from "./travel.ts";
export { type ToolTravel, travelMargin, travelOfSetup } from "./travelOfSetup.ts";
