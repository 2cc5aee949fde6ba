export type { LatheCommand, Spacer } from "./commands.ts";
export {
  HOLDERS,
  type LatheConfig,
  type LathePart,
  type LatheTool,
  REMOUNT_SCATTER,
  type StoredRow,
  ZERO,
} from "./config.ts";
export type { LatheStep } from "./crash.ts";
export type { LatheEvent } from "./events.ts";
export { type Feel, gapOn } from "./felt.ts";
export { observe, truth } from "./observe.ts";
export { quickJog, SAFE_ROOM } from "./quickJog.ts";
export { type ActiveTool, activeTool, createLathe, heldIn, type LatheState, onOwnSide } from "./state.ts";
export { step } from "./step.ts";
