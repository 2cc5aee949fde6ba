export { type Closure, closureOf } from "./closure.ts";
export { type KeyIn, keyIn, type TouchedCell } from "./keyIn.ts";
export type { OffsetTable, ToolOffsets, WorkOffset } from "./offsetTable.ts";
export { radiusForControl, setupTable, type TableRow, touchedRows } from "./setupTable.ts";
