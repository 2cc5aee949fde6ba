import { type KeyboardEvent, useCallback, useMemo, useState } from "react";
import type { GridColumn } from "../../core/ledger/index.ts";
import type { GridRow } from "../../core/offsets/index.ts";

/** Where one stands in the grid. A work offset's row has the columns of its axes under those of the tools' geometry. */
export interface GridPlace {
  readonly row: string;
  readonly column: GridColumn;
}

/** Column of the grid in which a cell stands: work X under geometry X. */
export const gridColumn = (column: GridColumn): GridColumn =>
  column.startsWith("work.") ? (`geometry.${column.slice(5)}` as GridColumn) : column;

const PAGE = 8;

/**
 * Keys of the grid: where they lead from a cell. Undefined for a key that leads nowhere. Pure, so that it is tested by
 * itself: rows need not all have the same cells, and a step over a missing one goes on to the next there is.
 */
export function placeAfter(
  rows: readonly GridRow[],
  columns: readonly GridColumn[],
  now: GridPlace,
  key: string,
  withControl: boolean,
): GridPlace | undefined {
  const at = rows.findIndex(({ row }) => row === now.row);
  const column = columns.indexOf(gridColumn(now.column));
  const cellAt = (row: number, index: number): GridPlace | undefined => {
    const name = columns[index];
    const there = rows[row];
    const cell = there && Object.values(there.cells).find((one) => gridColumn(one.column) === name);
    return there && cell && { row: there.row, column: cell.column };
  };
  const walk = (row: number, index: number, byRow: number, byColumn: number): GridPlace | undefined => {
    for (let step = 0; step < rows.length + columns.length; step++) {
      if (row < 0 || row >= rows.length || index < 0 || index >= columns.length) return undefined;
      const place = cellAt(row, index);
      if (place) return place;
      row += byRow;
      index += byColumn;
    }
    return undefined;
  };
  const [last, end] = [rows.length - 1, columns.length - 1];
  switch (key) {
    case "ArrowDown":
      return walk(at + 1, column, 1, 0);
    case "ArrowUp":
      return walk(at - 1, column, -1, 0);
    case "ArrowRight":
      return walk(at, column + 1, 0, 1);
    case "ArrowLeft":
      return walk(at, column - 1, 0, -1);
    case "PageDown":
      return walk(Math.min(at + PAGE, last), column, -1, 0);
    case "PageUp":
      return walk(Math.max(at - PAGE, 0), column, 1, 0);
    case "Home":
      return walk(withControl ? 0 : at, 0, 0, 1);
    case "End":
      return walk(withControl ? last : at, end, 0, -1);
    default:
      // Every other key: it does not move between cells.
      return undefined;
  }
}

/** The cell that is selected, and the keys that move it; the screen's own keys are asked first. */
export function useGrid(rows: readonly GridRow[], columns: readonly GridColumn[], first: GridPlace | undefined) {
  const [chosen, setChosen] = useState<GridPlace | undefined>(first);
  const there = rows.find(({ row }) => row === chosen?.row);
  const place = chosen && there?.cells[chosen.column] ? chosen : first;
  const cell = place && rows.find(({ row }) => row === place.row)?.cells[place.column];
  const select = useCallback((next: GridPlace) => setChosen(next), []);
  const onKey = (event: KeyboardEvent<HTMLElement>) => {
    if (!place || event.altKey || event.metaKey) return;
    const next = placeAfter(rows, columns, place, event.key, event.ctrlKey);
    if (!next) return;
    event.preventDefault();
    setChosen(next);
    const id = cellId(next);
    // After the new cell has become the one that takes the focus.
    requestAnimationFrame(() => document.getElementById(id)?.focus());
  };
  const row = useMemo(() => rows.find((one) => one.row === place?.row), [rows, place?.row]);
  return { place, row, cell, select, onKey };
}

export const cellId = ({ row, column }: GridPlace): string => `cell-${row}-${column.replace(".", "-")}`;
