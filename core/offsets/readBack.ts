import type { GridColumn, Payload, SetupView } from "../ledger/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { controlNumbers, type NumbersOf } from "./controlNumbers.ts";
import type { OffsetTable } from "./offsetTable.ts";
import { columnDigit, tableGrid } from "./tableGrid.ts";

/** What came of comparing a control's own table with what it is to hold. */
type ReadBack = Pick<Payload<"table-compared">, "agreed" | "differences">;

/**
 * Compares a table that was read back from the control with what it is to hold, cell by cell, in the control's own
 * numbers. Half a last digit apart is the same number. Cells that Luvrit leaves alone are not compared; a cell that the
 * file does not hold at all is a difference with nothing found, unless its format has no such column.
 *
 * @example wanted −339.250, the file says −339.520: one difference, 3 geometry.x
 */
export function readBack(setup: SetupView, table: OffsetTable, numbers: NumbersOf, holds: readonly string[]): ReadBack {
  const found = controlNumbers(setup, table, numbers);
  const agreed: { row: string; column: GridColumn; value: number | null }[] = [];
  const differences: { row: string; column: GridColumn; wanted: number; found: number | null }[] = [];
  for (const { row, cells } of tableGrid(setup))
    for (const { column, wanted } of Object.values(cells)) {
      if (wanted === undefined || !holds.includes(column)) continue;
      const value = found.get(`${row}/${column}`);
      const room = columnDigit(setup, column) * (0.5 + TOLERANCES.tieOfLastDigit);
      if (value !== undefined && Math.abs(value - wanted) <= room) agreed.push({ row, column, value: wanted });
      else differences.push({ row, column, wanted, found: value ?? null });
    }
  return { agreed, differences };
}
