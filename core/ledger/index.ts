export type { Tool, TouchWay } from "../tool/index.ts";
export { CELLS, type Cell, cellsOf, restsOn } from "./cells.ts";
export { type DecisionCode, decide } from "./decide.ts";
export type { Command, Entry, EntryOf, Provenance } from "./entry.ts";
export {
  ENTRY_KINDS,
  type EntryKind,
  GRID_COLUMNS,
  type GridColumn,
  MACHINE_FACTS,
  type MachineFact,
  type Payload,
  PHOTO_TYPES,
  PROOF_FOUND,
  type ProofFound,
  payloadSchemas,
  STALE_DECISIONS,
  type StaleDecision,
  TABLE_COLUMNS,
  TABLE_DEEDS,
  type TableColumn,
  type TableDeed,
  type TouchedAxis,
  WORK_MEANS,
  type WorkMeans,
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
  type SetByHand,
  type SetupView,
  type Source,
  type ToolView,
  viewSetup,
} from "./setupView.ts";
export { type TouchRecord, wearBegan } from "./standingNumbers.ts";
export { toolFacts, unmovedCells } from "./unmoved.ts";
export { offsetsOf, whatWasDone } from "./whatWasDone.ts";
