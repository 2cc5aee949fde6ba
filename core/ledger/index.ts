export { CELLS, type Cell, cellsOf } from "./cells.ts";
export { type DecisionCode, decide } from "./decide.ts";
export type { Command, Entry, EntryOf, Provenance } from "./entry.ts";
export {
  ENTRY_KINDS,
  type EntryKind,
  type OutsideTool,
  type Payload,
  payloadSchemas,
  type TouchedAxis,
  type TouchWay,
} from "./entrySchemas.ts";
export { type Believed, type BelievedRow, foldMachine, type MachineEntry, type MachineState } from "./machineState.ts";
export { apply, EMPTY_SETUP, fold, type SetupState, standing, topOf } from "./setupState.ts";
export { type NoseRecord, type SetupView, type ToolView, type TouchRecord, viewSetup } from "./setupView.ts";
