export { changedLines, editedProgram, isProvenNow, provenProgram } from "./editedProgram.ts";
export { chordsOfArc, type Range } from "./extents.ts";
export { FINDINGS, type FindingCode, type ProgramFinding } from "./finding.ts";
export { leftWords } from "./leftWords.ts";
export { motionsInPart } from "./motionsInPart.ts";
export { LARGEST_PROGRAM, programName, textOfBytes, textOfProgram } from "./programBytes.ts";
export { keptChanges, programDiff } from "./programDiff.ts";
export { programFile } from "./programFile.ts";
export { inOtherUnit } from "./programFindings.ts";
export { programMachine } from "./programMachine.ts";
export { type MotionModes, machiningMinutes, type ProgramMotion, programMotions } from "./programMotion.ts";
export type { LeftWord, ProgramCall, ProgramReading, ReadingProgress, WorkUse } from "./programReading.ts";
export { programRecord } from "./programRecord.ts";
export { proposeLanguage } from "./proposedLanguage.ts";
export { type ProposedTool, proposeTools } from "./proposedTool.ts";
export { type ProgramMachine, readProgram, readProgramInSteps } from "./readProgram.ts";
export { type CallChange, type ChangedLine, renumberCalls } from "./renumber.ts";
export { type SetupLists, setupLists } from "./setupLists.ts";
export { type CallForm, callFormOf, readToolCall, type StationAndOffset, writeToolCall } from "./toolCall.ts";
export {
  type CalledTool,
  calledNumber,
  compareLists,
  type ListConflict,
  type StandingTool,
  type ToolLists,
} from "./toolLists.ts";
export { withoutComments } from "./withoutComments.ts";
