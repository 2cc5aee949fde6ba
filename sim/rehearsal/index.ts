export { comparedWith, type Difference } from "./comparedWith.ts";
export type { FindingWeight, RehearsalCode, RehearsalFinding } from "./findings.ts";
export { barChecks, indexPlace, type NeighbourCheck, neighbourChecks, standingObstacles } from "./neighbours.ts";
export type { RehearsalOptions } from "./options.ts";
export { type NotRehearsed, type Rehearsal, rehearse, rehearseInSteps, stagedRehearsal } from "./rehearse.ts";
export { type Slip, type Stage, type StagedTool, stageOf } from "./stage.ts";
export { takenBy } from "./takenBy.ts";
