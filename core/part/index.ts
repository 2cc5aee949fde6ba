export { dimensionsOf, type PartDimension } from "./dimensions.ts";
export { type FinishedPart, finishedPart, type PartStock } from "./finishedPart.ts";
export { judgeHeld } from "./heldStock.ts";
export { GENERAL_CLASSES, type GeneralClass, generalTolerance } from "./isoTolerances.ts";
export { matchFeatures } from "./matchFeatures.ts";
export type { PartTool } from "./partMoves.ts";
export { type PartOfSetup, type PartSide, partOfSetup } from "./partOfSetup.ts";
export type { DrawnPiece, PartPoint, PartProfile, ProfilePiece } from "./profile.ts";
export { readLimits } from "./readLimits.ts";
