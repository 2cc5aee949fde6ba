export type { LatheCommand, Spacer } from "./commands.ts";
export {
  type ControlRow,
  HOLDERS,
  type HolderKind,
  type LatheConfig,
  type LathePart,
  type LatheTool,
  type PerAxis,
  REMOUNT_SCATTER,
  ZERO,
} from "./config.ts";
export type { Step } from "./crash.ts";
export type { LatheEvent } from "./events.ts";
export { FEELS, type Feel, gapOn } from "./felt.ts";
export { type Observation, observe, truth } from "./observe.ts";
export { type ActiveTool, activeTool, createLathe, holdingOf, type LatheState, onOwnSide } from "./state.ts";
export { step } from "./step.ts";
