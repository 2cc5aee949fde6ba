export { comparedWith, type Difference } from "./comparedWith.ts";
export type { FindingWeight, RehearsalCode, RehearsalFinding } from "./findings.ts";
export {
  type BarCheck,
  type Boxes,
  barChecks,
  indexPlace,
  type NeighbourCheck,
  neighbourChecks,
  standingObstacles,
} from "./neighbours.ts";
export type { RehearsalOptions } from "./options.ts";
export {
  type Rehearsal,
  type RehearsalStep,
  rehearse,
  rehearseInSteps,
  type StripChange,
  stagedRehearsal,
} from "./rehearse.ts";
export { type Slip, type Stage, type StagedTool, stageOf } from "./stage.ts";
export { takenBy } from "./takenBy.ts";
