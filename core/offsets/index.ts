export { type Closure, closureOf } from "./closure.ts";
export { type KeyIn, keyIn, type TouchedCell, workForControl } from "./keyIn.ts";
export type { OffsetTable, ToolOffsets, WorkOffset } from "./offsetTable.ts";
export { rebased, type SchoolNeeds, type SchoolTable, schoolNeeds, schoolShift } from "./schools.ts";
export { radiusForControl, setupTable, type TableRow, touchedRows, workRow } from "./setupTable.ts";
