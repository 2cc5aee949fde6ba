export type { Tool, TouchWay } from "../tool/index.ts";
export { CELLS, type Cell, cellsOf, restsOn } from "./cells.ts";
export { type DecisionCode, decide } from "./decide.ts";
export type { Command, Entry, EntryOf, Provenance } from "./entry.ts";
export {
  ENTRY_KINDS,
  type EntryKind,
  MACHINE_FACTS,
  type MachineFact,
  type Payload,
  payloadSchemas,
  STALE_DECISIONS,
  type StaleDecision,
  type TouchedAxis,
} from "./entrySchemas.ts";
export { type Believed, type BelievedRow, foldMachine, type MachineEntry, type MachineState } from "./machineState.ts";
export { apply, EMPTY_SETUP, fold, history, type SetupState, standing, topOf } from "./setupState.ts";
export {
  chosenEdge,
  type Feature,
  firstEdge,
  type MountRecord,
  type NoseRecord,
  type Recorded,
  type SetupView,
  type Source,
  type ToolView,
  viewSetup,
} from "./setupView.ts";
export type { TouchRecord } from "./standingNumbers.ts";
