export type { Tool, TouchWay } from "../tool/index.ts";
export { CELLS, type Cell } from "./cells.ts";
export { conflictAmong, lastOneHolds } from "./conflict.ts";
export type { ControlRow } from "./controlHolds.ts";
export { decide } from "./decide.ts";
export type { Command, Entry, EntryOf, Provenance } from "./entry.ts";
export { cellsOf, dependenciesOf, describeEntry, offsetsOf } from "./entryFacts.ts";
export { cuts, faceIsMade, facingTool } from "./facing.ts";
export { ENTRY_KINDS, type EntryKind, kindOf, type Payload, payloadSchemas } from "./kinds/index.ts";
export type { NumberWriter } from "./kinds/kind.ts";
export { HOLDER_NUMBER, type TouchedAxis, workNameSchema } from "./kinds/schemaParts.ts";
export { activeEntry, type DecisionCode, topOf } from "./lookUp.ts";
export { foldMachine, foldSetups, type MachineEntry, type MachineState } from "./machineState.ts";
export { makeEntry } from "./makeEntry.ts";
export {
  GRID_COLUMNS,
  type GridColumn,
  KEYED_BY,
  LOST_BY,
  LOST_WORDS,
  MACHINE_FACTS,
  type MachineFact,
  PHOTO_TYPES,
  PROOF_FOUND,
  type ProofFound,
  RESTS_ON,
  type RestsOn,
  STALE_DECISIONS,
  type StaleDecision,
  TABLE_COLUMNS,
  TABLE_EDITS,
  type TableColumn,
  type TableEdit,
  WORK_MEANS,
  type WorkMeans,
} from "./payloadWords.ts";
export { asWrittenNow } from "./readPayload.ts";
export { apply, EMPTY_SETUP, fold, history, type SetupState, SNAPSHOT_VERSION } from "./setupState.ts";
export { type SetupView, toolUnder, underWork, viewSetup, withWorkOffset } from "./setupView.ts";
export { type Recorded, type Source, top } from "./standing.ts";
export { type TouchRecord, wearBegan } from "./standingNumbers.ts";
export { toolFacts } from "./toolFacts.ts";
export {
  chosenEdge,
  type Feature,
  firstEdge,
  hasGivenLimits,
  isMadeBy,
  type SetByHand,
  type ToolView,
} from "./toolView.ts";
export { calledAs, calledWork, pathOfWork, readCalledWork, workOfPath } from "./workOffsets.ts";
