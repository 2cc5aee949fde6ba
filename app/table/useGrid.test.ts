import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { GridColumn } from "../../core/ledger/index.ts";
import type { GridCell, GridRow } from "../../core/offsets/index.ts";
import { type GridPlace, gridColumn, placeAfter } from "./useGrid.ts";

const COLUMNS: readonly GridColumn[] = ["geometry.x", "wear.x", "geometry.z", "wear.z", "noseRadius", "orientation"];
const row = (name: string, columns: readonly GridColumn[]): GridRow => ({
  row: name,
  name,
  kind: name.startsWith("G") ? "work" : "tool",
  tool: undefined,
  cells: Object.fromEntries(columns.map((column) => [column, { column } as GridCell])),
});
const rows = [
  row("G54", ["work.x", "work.z"]),
  row("1", COLUMNS),
  row("2", ["geometry.x", "geometry.z", "noseRadius"]),
  row("3", COLUMNS),
];
const moved = (place: GridPlace, key: string, control = false) => placeAfter(rows, COLUMNS, place, key, control);

describe("keys in the grid", () => {
  it("step over cells that a row does not have", () => {
    expect(moved({ row: "1", column: "wear.x" }, "ArrowDown")).toEqual({ row: "3", column: "wear.x" });
    expect(moved({ row: "2", column: "geometry.x" }, "ArrowRight")).toEqual({ row: "2", column: "geometry.z" });
    expect(moved({ row: "1", column: "geometry.z" }, "ArrowUp")).toEqual({ row: "G54", column: "work.z" });
    expect(moved({ row: "1", column: "orientation" }, "ArrowUp")).toBeUndefined();
  });
  it("go to the ends of a row and of the table", () => {
    expect(moved({ row: "2", column: "geometry.z" }, "End")).toEqual({ row: "2", column: "noseRadius" });
    expect(moved({ row: "3", column: "wear.z" }, "Home")).toEqual({ row: "3", column: "geometry.x" });
    expect(moved({ row: "2", column: "geometry.z" }, "Home", true)).toEqual({ row: "G54", column: "work.x" });
    expect(moved({ row: "G54", column: "work.x" }, "End", true)).toEqual({ row: "3", column: "orientation" });
    expect(moved({ row: "G54", column: "work.x" }, "PageDown")).toEqual({ row: "3", column: "geometry.x" });
    expect(moved({ row: "1", column: "wear.x" }, "a")).toBeUndefined();
  });
  it("always lead to a cell that is there, and back again by the opposite arrow within a full row", () => {
    const places = rows.flatMap(({ row: name, cells }) =>
      Object.values(cells).map(({ column }) => ({ row: name, column })),
    );
    const opposite = { ArrowUp: "ArrowDown", ArrowDown: "ArrowUp", ArrowLeft: "ArrowRight", ArrowRight: "ArrowLeft" };
    fc.assert(
      fc.property(
        fc.constantFrom(...places),
        fc.constantFrom(...(Object.keys(opposite) as (keyof typeof opposite)[])),
        (place, key) => {
          const next = moved(place, key);
          if (!next) return;
          expect(places).toContainEqual(next);
          expect(gridColumn(next.column) === gridColumn(place.column) || next.row === place.row).toBe(true);
          expect(moved(next, opposite[key])).toEqual(place);
        },
      ),
    );
  });
});
