export { type CombMove, type CombPlacing, meshCombs, meshCombsInSteps, type SearchProgress } from "./combSearch.ts";
export {
  type Alignment,
  type CombConflict,
  type CombProblem,
  type CombTool,
  checkCombs,
  combConflicts,
  type Slot,
  smallestGap,
} from "./combs.ts";
export { combsOfSetup, type SetupCombs } from "./combsOfSetup.ts";
export {
  type BoreCheck,
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
export { type ReachSource, reachOfTool, type ToolTravel, travelMargin, travelOfSetup } from "./travelOfSetup.ts";
