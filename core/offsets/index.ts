export { closureOf } from "./closure.ts";
export { findingOfGeometry, findingOfWork, openBy, type SumFinding, touchedFact } from "./closureOfSetup.ts";
export { controlNumbers, type NumbersOf, withNumbersOf } from "./controlNumbers.ts";
export { type KeyIn, keyIn, workForControl } from "./keyIn.ts";
export { leftBehind } from "./leftBehind.ts";
export type { AxisWords, OffsetTable, ToolOffsets, WorkOffset } from "./offsetTable.ts";
export { readBack } from "./readBack.ts";
export { rebased, type SchoolTable, schoolNeeds, schoolShift } from "./schools.ts";
export { radiusForControl, setupTable, type TableRow, touchedRows, wearInCore, workRows } from "./setupTable.ts";
export {
  axisOf,
  cellForControl,
  clearWear,
  columnsOf,
  copyRow,
  EDIT_WORDS,
  type EditedCell,
  enterCell,
  standingCell,
} from "./tableEdit.ts";
export {
  columnDigit,
  columnWords,
  type GridCell,
  type GridRow,
  gridColumns,
  isToKey,
  keyedSoFar,
  tableGrid,
} from "./tableGrid.ts";
export { workAfter, workAmount, workDoubt, workNow } from "./workShift.ts";
export { type UsedWork, workPurpose, workUses } from "./workUses.ts";
