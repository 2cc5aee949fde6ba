import { Check, CircleAlert } from "lucide-react";
import { type KeyboardEvent, memo, startTransition, useEffect, useState } from "react";
import { styled } from "styled-components";
import type { GridColumn, SetupView, TableColumn } from "../../core/ledger/index.ts";
import { columnDigit, columnWords, type GridCell, type GridRow, isToKey } from "../../core/offsets/index.ts";
import { toolSize } from "../../core/tool/index.ts";
import { formatLength, type Unit } from "../../core/units/index.ts";
import { color, mono, radius, size } from "../ui/tokens.ts";
import { VisuallyHidden } from "../ui/VisuallyHidden.tsx";
import { cellId, type GridPlace, gridColumn } from "./useGrid.ts";

interface OffsetGridProps {
  readonly setup: Pick<SetupView, "machine">;
  readonly rows: readonly GridRow[];
  readonly columns: readonly TableColumn[];
  readonly place: GridPlace | undefined;
  readonly onSelect: (place: GridPlace) => void;
  readonly onKeyDown: (event: KeyboardEvent<HTMLElement>) => void;
}

/** The whole offset table: one row for each offset, geometry with its wear beside it, moved through by keys. */
export function OffsetGrid({ setup, rows, columns, place, onSelect, onKeyDown }: OffsetGridProps) {
  const shown = useRowsShown(rows.length);
  return (
    <Scroll>
      <Grid
        $head={columns.length > 6 ? 150 : 210}
        role="grid"
        aria-label="Offset table"
        aria-rowcount={rows.length + 1}
        onKeyDown={onKeyDown}
      >
        <thead>
          <tr>
            <th scope="col">offset</th>
            {columns.map((column) => (
              <th key={column} scope="col">
                {columnWords(column)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, shown).map((row) => (
            <GridLine
              key={row.row}
              setup={setup}
              row={row}
              columns={columns}
              selected={place?.row === row.row ? place.column : undefined}
              onSelect={onSelect}
            />
          ))}
        </tbody>
      </Grid>
    </Scroll>
  );
}

/** Rows that fill the largest screen; the rest of a long table follows once these are painted. */
const FIRST_ROWS = 24;

function useRowsShown(all: number): number {
  const [hasPainted, setPainted] = useState(false);
  useEffect(() => {
    const frame = requestAnimationFrame(() => startTransition(() => setPainted(true)));
    return () => cancelAnimationFrame(frame);
  }, []);
  return hasPainted ? all : Math.min(all, FIRST_ROWS);
}

/** One row; drawn again only when its own numbers or its own selection change. */
const GridLine = memo(function GridLine({
  setup,
  row,
  columns,
  selected,
  onSelect,
}: {
  readonly setup: Pick<SetupView, "machine">;
  readonly row: GridRow;
  readonly columns: readonly TableColumn[];
  readonly selected: GridColumn | undefined;
  readonly onSelect: (place: GridPlace) => void;
}) {
  const cells = Object.values(row.cells);
  return (
    <tr data-kind={row.kind}>
      <th scope="row">
        <b>{row.name}</b>
        <small>{rowWords(row, setup.machine.units)}</small>
      </th>
      {columns.map((column) => {
        const cell = cells.find((one) => gridColumn(one.column) === column);
        return cell ? (
          <Cell
            key={column}
            setup={setup}
            row={row}
            cell={cell}
            isSelected={selected === cell.column}
            onSelect={onSelect}
          />
        ) : (
          <td key={column} aria-label={`${row.name} has no ${columnWords(column)}`} />
        );
      })}
    </tr>
  );
});

function rowWords({ kind, tool }: GridRow, units: Unit): string {
  if (kind === "work") return "work offset";
  if (!tool) return "left over: clear it";
  return tool.second ? `2nd of ${tool.second.of}` : `${tool.tool.description}, ${toolSize(tool.tool, units)}`;
}

function Cell({
  setup,
  row,
  cell,
  isSelected,
  onSelect,
}: {
  readonly setup: Pick<SetupView, "machine">;
  readonly row: GridRow;
  readonly cell: GridCell;
  readonly isSelected: boolean;
  readonly onSelect: (place: GridPlace) => void;
}) {
  const { column, now, wanted, keyed, closes } = cell;
  const place = { row: row.row, column };
  const toKey = isToKey(cell);
  const digit = columnDigit(setup, column);
  const write = (value: number, sign?: "always") => formatLength(value, digit, sign ? { sign } : {});
  const difference = wanted !== undefined && now !== undefined ? write(wanted - now, "always") : undefined;
  const state = keyed ? (keyed.stale ? "stale" : "keyed") : toKey ? "open" : "same";
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the grid around it hears the keys
    <td
      id={cellId(place)}
      // biome-ignore lint/a11y/noNoninteractiveElementToInteractiveRole: a cell of a grid that is moved through by keys is a table cell
      role="gridcell"
      tabIndex={isSelected ? 0 : -1}
      aria-selected={isSelected}
      data-state={state}
      onClick={() => onSelect(place)}
      onFocus={() => onSelect(place)}
    >
      <b>{wanted !== undefined ? write(wanted) : now !== undefined ? write(now) : "–"}</b>
      <small>
        {keyed && !keyed.stale && (
          <>
            <Check size={15} aria-hidden="true" /> <VisuallyHidden>keyed in, </VisuallyHidden>
          </>
        )}
        {keyed?.stale && (
          <>
            <CircleAlert size={15} aria-hidden="true" /> <VisuallyHidden>keyed before it changed, </VisuallyHidden>
          </>
        )}
        {closes === false && <em>open: stop</em>}
        {closes !== false &&
          (wanted === undefined && now === undefined ? (
            <VisuallyHidden>not known</VisuallyHidden>
          ) : (
            secondLine(toKey, now, wanted, difference, column)
          ))}
      </small>
    </td>
  );
}

/** What stands small under a number: how much it changes, or that it stays. */
function secondLine(
  toKey: boolean,
  now: number | undefined,
  wanted: number | undefined,
  difference: string | undefined,
  column: GridColumn,
): string {
  if (wanted === undefined) return "stays";
  if (!toKey) return "same";
  if (difference === undefined) return "new";
  return column === "orientation" ? `was ${now}` : difference;
}

const Scroll = styled.div`
  position: relative;
  overflow: auto;
  border: 1px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("sheet")};
  @media print { overflow: visible; border: 0; }
`;
const Grid = styled.table<{ $head: number }>`
  width: 100%;
  border-collapse: separate;
  border-spacing: 0;
  font-size: ${size.small};
  thead th { position: sticky; top: 0; z-index: 2; padding: 7px; background: ${color("sheet")}; border-bottom: 2px solid ${color("edge")}; text-align: right; color: ${color("quiet")}; font-weight: 600; white-space: nowrap; }
  thead th:first-child { left: 0; z-index: 3; text-align: left; }
  tbody th { position: sticky; left: 0; z-index: 1; width: ${({ $head }) => $head}px; min-width: ${({ $head }) => $head}px; max-width: ${({ $head }) => $head}px; padding: 3px 8px; background: ${color("sheet")}; border-bottom: 1px solid ${color("line")}; text-align: left; font-weight: 400; }
  tbody th b { display: block; ${mono} font-size: ${size.number}; line-height: 1.1; }
  tbody th small { display: block; overflow: hidden; color: ${color("quiet")}; font-size: ${size.small}; line-height: 1.15; text-overflow: ellipsis; white-space: nowrap; }
  td { min-width: 44px; height: 54px; padding: 3px 7px; border-bottom: 1px solid ${color("line")}; text-align: right; white-space: nowrap; cursor: pointer; }
  td b { display: block; ${mono} font-size: ${size.text}; font-weight: 400; line-height: 1.15; color: ${color("quiet")}; }
  td[data-state="open"] b, td[data-state="stale"] b, td[data-state="keyed"] b { font-size: ${size.number}; font-weight: 700; color: ${color("ink")}; }
  td small { display: inline-flex; align-items: center; gap: 3px; ${mono} font-size: ${size.small}; line-height: 1.15; color: ${color("quiet")}; }
  td[data-state="keyed"] { background: ${color("clearGround")}; }
  td[data-state="keyed"] small { color: ${color("clear")}; }
  td[data-state="stale"] { background: ${color("doubtGround")}; }
  td[data-state="stale"] small { color: ${color("spacer")}; }
  td em { color: ${color("stop")}; font-style: normal; font-weight: 700; }
  td[aria-selected="true"] { box-shadow: inset 0 0 0 3px ${color("action")}; }
  td:focus-visible { outline: none; box-shadow: inset 0 0 0 3px ${color("action")}, 0 0 0 2px ${color("measured")}; }
  tr[data-kind="work"] th, tr[data-kind="work"] td:not([data-state="keyed"]):not([data-state="stale"]) { background: ${color("selected")}; }
  tr[data-kind="left-over"] th small { color: ${color("spacer")}; }
  @media (width < 1200px) {
    tbody th { width: 104px; min-width: 104px; max-width: 104px; }
    td, thead th { padding-inline: 4px; }
  }
  @media (width >= 1800px) { tbody th { max-width: 420px; } td { height: 60px; } }
  @media print { thead th, tbody th { position: static; } }
`;
