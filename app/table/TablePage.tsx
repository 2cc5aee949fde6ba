import { useMemo, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import { styled } from "styled-components";
import {
  type GridCell,
  type GridRow,
  gridColumns,
  isToKey,
  type KeyIn,
  keyedSoFar,
  tableGrid,
} from "../../core/offsets/index.ts";
import { decimalsOf } from "../../core/units/index.ts";
import { PageAside, PageWithAside } from "../shell/PageWithAside.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { KeysHelp } from "../touch/KeysHelp.tsx";
import { PlainButton } from "../ui/Button.tsx";
import { Quiet } from "../ui/Panel.tsx";
import { color, narrow, size, target } from "../ui/tokens.ts";
import { BigDigits } from "./BigDigits.tsx";
import { CellPanel } from "./CellPanel.tsx";
import { FilesPanel } from "./FilesPanel.tsx";
import { OffsetGrid } from "./OffsetGrid.tsx";
import type { OffsetsFile } from "./offsetsFile.ts";
import { SchoolPanel } from "./SchoolPanel.tsx";
import { useGrid } from "./useGrid.ts";
import { WorkPanel } from "./WorkPanel.tsx";

const MEASURING: Readonly<Record<KeyIn["entry"]["as"], string>> = {
  overwrite: "A cell is overwritten with what is keyed.",
  add: "What is keyed is added to the cell.",
  "touched-dimension": "The control is told the touched dimension.",
};

const SIDES = [
  ["cell", "Cell"],
  ["work", "Work"],
  ["school", "School"],
  ["files", "Files"],
] as const;

const KEYS = [
  ["arrows", "from cell to cell; Home and End along the row"],
  ["Space", "tick the cell as keyed, or take the tick away"],
  ["R", "tick the whole row"],
  ["B", "one row in big digits, for keying at arm's length"],
  ["?", "these keys"],
] as const;

/** The offset table: what the control held, what it is to hold, what to key, ticked as one goes; and the files. */
export function TablePage({ files, ...loaded }: LoadedSetup & { readonly files: readonly OffsetsFile[] }) {
  const { setup, setupId, mayEnter } = loaded;
  const { machine, workOffset } = setup;
  const [search, setSearch] = useSearchParams();
  const side = SIDES.find(([path]) => path === search.get("side"))?.[0] ?? "cell";
  const [isBig, setBig] = useState(false);
  const form = useSetupForm(setupId, setup.seq);
  const rows = useMemo(() => tableGrid(setup), [setup]);
  const columns = useMemo(() => gridColumns(rows), [rows]);
  const first = useMemo(() => {
    const row = rows.find(({ cells }) => Object.values(cells).some(isToKey)) ?? rows[1] ?? rows[0];
    const cell = row && (Object.values(row.cells).find(isToKey) ?? Object.values(row.cells)[0]);
    return row && cell && { row: row.row, column: cell.column };
  }, [rows]);
  const grid = useGrid(rows, columns, first);
  const main = useRef<HTMLElement>(null);
  const places = decimalsOf(machine.resolution.x);
  const { of, done } = keyedSoFar(rows);
  const tick = (row: GridRow, cells: readonly GridCell[]) => {
    const all = cells.filter(({ wanted }) => wanted !== undefined);
    if (all.length === 0 || !mayEnter) return;
    const untick = all.every(({ keyed }) => keyed && !keyed.stale);
    const ticked = all.map(({ column, wanted }) => ({ row: row.row, column, value: untick ? null : (wanted ?? null) }));
    form.send("key-cells", { cells: JSON.stringify(ticked) });
  };
  const onKeyDown = (event: React.KeyboardEvent<HTMLElement>) => {
    const { row, cell } = grid;
    if (event.ctrlKey || event.altKey || event.metaKey || !row || !cell) return grid.onKey(event);
    const key = event.key.toLowerCase();
    if (key === " ") tick(row, [cell]);
    else if (key === "r") {
      const cells = Object.values(row.cells);
      // A row that stands already is ticked as it stands.
      tick(row, cells.some(isToKey) ? cells.filter(isToKey) : cells);
    } else if (key === "b") setBig(true);
    else return grid.onKey(event);
    event.preventDefault();
  };
  return (
    <PageWithAside>
      <Main ref={main}>
        <header>
          <div>
            <h1>
              Offset table
              <OnPaper>
                : {setup.job}, {setup.part}, {setup.operation}, {machine.name}
              </OnPaper>
            </h1>
            <p>
              {machine.units}, X as {machine.xShown}, {places} decimals. {MEASURING[machine.measuring]}{" "}
              {workOffset.name} is active.
            </p>
          </div>
          <Progress role="status">
            {of === 0 ? (
              "nothing to key yet"
            ) : (
              <>
                <progress value={done} max={of} aria-label="Cells keyed in" />
                {done} of {of} keyed
              </>
            )}
          </Progress>
          <PlainButton onPress={() => setBig(true)} isDisabled={of === 0}>
            Big digits
          </PlainButton>
        </header>
        {setup.tools.length === 0 ? (
          <p>This setup has no tools yet. Load them in Prepare.</p>
        ) : (
          <OffsetGrid
            setup={setup}
            rows={rows}
            columns={columns}
            place={grid.place}
            onSelect={grid.select}
            onKeyDown={onKeyDown}
          />
        )}
        <Quiet>
          {form.trouble ??
            "What was not touched stays as it is, in the control and in the file. Back up the control's own table before loading anything."}
        </Quiet>
      </Main>
      <Aside aria-label="Cell, work offsets, school and files">
        <Tabs aria-label="Beside the table">
          {SIDES.map(([path, name]) => (
            <button
              key={path}
              type="button"
              aria-current={path === side ? "true" : undefined}
              onClick={() => setSearch({ side: path }, { replace: true, preventScrollReset: true })}
            >
              {name}
            </button>
          ))}
        </Tabs>
        <Body>
          {side === "cell" && grid.row && grid.cell && (
            <CellPanel
              loaded={loaded}
              row={grid.row}
              cell={grid.cell}
              onTick={() => grid.row && grid.cell && tick(grid.row, [grid.cell])}
            />
          )}
          {side === "work" && <WorkPanel {...loaded} />}
          {side === "school" && <SchoolPanel {...loaded} />}
          {side === "files" && <FilesPanel loaded={loaded} files={files} />}
        </Body>
      </Aside>
      {isBig && (
        <BigDigits
          setup={setup}
          rows={rows}
          from={grid.place?.row}
          mayEnter={mayEnter}
          onTick={tick}
          onClose={() => {
            setBig(false);
            main.current?.querySelector<HTMLElement>('[aria-selected="true"]')?.focus();
          }}
        />
      )}
      <KeysHelp keys={KEYS} />
    </PageWithAside>
  );
}

const Main = styled.main`
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  gap: 10px;
  padding: 12px 16px;
  min-width: 0;
  h1 { font-size: ${size.number}; }
  > header { display: flex; align-items: center; gap: 16px; }
  > header > div:first-child { flex: 1; min-width: 0; }
  header p { font-size: ${size.small}; color: ${color("quiet")}; }
  ${narrow} { > header { flex-wrap: wrap; } > header > div:first-child { flex: 1 1 260px; } }
`;
const Progress = styled.div`
  display: grid;
  justify-items: end;
  font-size: ${size.small};
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
  progress { width: 130px; height: 10px; accent-color: ${color("clear")}; }
  @media print { display: none; }
`;
/** The strip with the setup's name is not printed. */
const OnPaper = styled.span`
  display: none;
  @media print { display: inline; }
`;
const Aside = styled(PageAside)`
  grid-template-rows: auto minmax(0, 1fr);
`;
const Tabs = styled.nav`
  display: flex;
  border-bottom: 1px solid ${color("line")};
  button { flex: 1; min-height: ${target}; padding: 0; border: 0; border-bottom: 4px solid transparent; background: transparent; color: ${color("measured")}; font: inherit; font-size: ${size.small}; font-weight: 600; cursor: pointer; }
  button[aria-current] { border-bottom-color: ${color("action")}; color: ${color("ink")}; font-weight: 700; }
  button:hover { background: ${color("selected")}; }
  button:focus-visible { outline: 3px solid ${color("measured")}; outline-offset: -3px; }
`;
const Body = styled.div`
  padding: 14px 16px;
  overflow: auto;
`;
