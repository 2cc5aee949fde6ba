import { useEffect, useState } from "react";
import { Dialog, Heading, Modal, ModalOverlay } from "react-aria-components";
import { styled } from "styled-components";
import type { GridColumn, SetupView } from "../../core/ledger/index.ts";
import { AXIS_NAME, toolNumber } from "../../core/machine/index.ts";
import { axisOf, columnDigit, columnWords, type GridCell, type GridRow, isToKey } from "../../core/offsets/index.ts";
import { formatLength, spokenLength } from "../../core/units/index.ts";
import { PlainButton, PrimaryButton } from "../ui/Button.tsx";
import { color, mono, radius, size } from "../ui/tokens.ts";

interface BigDigitsProps {
  readonly setup: SetupView;
  readonly rows: readonly GridRow[];
  readonly from: string | undefined;
  readonly mayEnter: boolean;
  readonly onTick: (row: GridRow, cells: readonly GridCell[]) => void;
  readonly onClose: () => void;
}

const isOpen = isToKey;
/** Cells that are to be keyed, and those that have been: a row stays whole while it is gone through. */
const toKeyIn = (row: GridRow | undefined) =>
  Object.values(row?.cells ?? {}).filter((cell) => isToKey(cell) || (cell.keyed && !cell.keyed.stale));

/** One row at a time in digits for arm's length, for keying at the control; ticked with one key, read aloud if wished. */
export function BigDigits({ setup, rows, from, mayEnter, onTick, onClose }: BigDigitsProps) {
  const list = rows.filter((row) => toKeyIn(row).length > 0);
  const [name, setName] = useState(
    () => (list.find(({ row }) => row === from) ?? list.find((row) => toKeyIn(row).some(isOpen)) ?? list[0])?.row,
  );
  const [aloud, setAloud] = useState(false);
  const at = Math.max(
    0,
    list.findIndex(({ row }) => row === name),
  );
  const row = list[at];
  const cells = toKeyIn(row);
  const open = cells.filter(isOpen);
  const words = row ? spokenRow(setup, row, cells) : "";
  const go = (by: number) => setName(list[Math.min(list.length - 1, Math.max(0, at + by))]?.row);
  useEffect(() => {
    const voice = window.speechSynthesis as SpeechSynthesis | undefined;
    if (!aloud || !voice) return;
    voice.cancel();
    voice.speak(new SpeechSynthesisUtterance(words));
    return () => voice.cancel();
  }, [aloud, words]);
  const tick = () => {
    if (!row || !mayEnter) return;
    if (open.length > 0) onTick(row, open);
    if (at < list.length - 1) go(1);
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (event.target instanceof HTMLElement && event.target.closest("button") && event.key === "Enter") return;
    if (event.key === "Enter" || event.key === " ") tick();
    else if (event.key === "ArrowRight" || event.key === "ArrowDown") go(1);
    else if (event.key === "ArrowLeft" || event.key === "ArrowUp") go(-1);
    else return;
    event.preventDefault();
  };
  return (
    <Shade isOpen onOpenChange={(stays) => !stays && onClose()} isDismissable>
      <Modal>
        {/* biome-ignore lint/a11y/noStaticElementInteractions: the dialog hears the keys of everything in it */}
        <div onKeyDown={onKeyDown}>
          <Sheet>
            <header>
              <Heading slot="title" aria-live="polite">
                {row ? (row.kind === "work" ? row.name : toolNumber(setup.machine, row.row)) : "Nothing to key"}
                <span>{row?.tool ? ` ${row.tool.tool.description}` : row?.kind === "work" ? " work offset" : ""}</span>
              </Heading>
              <p>
                row {list.length === 0 ? 0 : at + 1} of {list.length}
              </p>
            </header>
            <Cells $count={cells.length}>
              {cells.map((cell) => (
                <li key={cell.column} data-state={isOpen(cell) ? "open" : "keyed"}>
                  <span>
                    {cellWords(row, cell.column)}
                    {cell.key?.as === "add" && ", add"}
                    {cell.key?.as === "touched-dimension" && ", touched"}
                  </span>
                  <output>
                    {formatLength(
                      cell.key?.number ?? 0,
                      columnDigit(setup, cell.column),
                      cell.key?.as === "add" ? { sign: "always" } : {},
                    )}
                  </output>
                  <small>
                    {isOpen(cell)
                      ? cell.display === undefined
                        ? ""
                        : `display then ${formatLength(cell.display, columnDigit(setup, cell.column))}`
                      : "keyed in"}
                  </small>
                </li>
              ))}
              {cells.length === 0 && <li>No cell of this table is to be keyed.</li>}
            </Cells>
            <footer>
              <PlainButton onPress={() => go(-1)} isDisabled={at === 0}>
                Row before
              </PlainButton>
              <PlainButton onPress={() => go(1)} isDisabled={at >= list.length - 1}>
                Row after
              </PlainButton>
              <label>
                <input type="checkbox" checked={aloud} onChange={(event) => setAloud(event.target.checked)} /> read
                aloud
              </label>
              <span />
              <PlainButton onPress={onClose}>Back to the table</PlainButton>
              <PrimaryButton
                onPress={tick}
                isDisabled={!mayEnter || (open.length === 0 && at >= list.length - 1)}
                autoFocus
              >
                {open.length > 0 ? "Row is keyed, next" : "Next row"}
              </PrimaryButton>
            </footer>
          </Sheet>
        </div>
      </Modal>
    </Shade>
  );
}

const cellWords = (row: GridRow | undefined, column: GridColumn) =>
  row?.kind === "work" ? AXIS_NAME[axisOf(column) ?? "z"] : columnWords(column);

/** A row as it is read aloud. */
function spokenRow(setup: Pick<SetupView, "machine">, row: GridRow, cells: readonly GridCell[]): string {
  const name = row.kind === "work" ? `work offset ${[...row.name].join(" ")}` : `offset ${row.row}`;
  const numbers = cells.map(
    (cell) =>
      `${cellWords(row, cell.column)}${cell.key?.as === "add" ? ", add" : ""}, ${spokenLength(cell.key?.number ?? 0, columnDigit(setup, cell.column))}`,
  );
  return [name, ...numbers].join(". ");
}

const Shade = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 10;
  background: ${color("plate")};
`;
const Sheet = styled(Dialog)`
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  gap: 16px;
  height: 100dvh;
  padding: 24px 32px;
  background: ${color("sheet")};
  outline: none;
  header { display: flex; align-items: baseline; justify-content: space-between; }
  header h2 { ${mono} font-size: 56px; line-height: 1; }
  header h2 span { font-family: "Atkinson Hyperlegible Next Variable", sans-serif; font-size: ${size.number}; font-weight: 400; }
  footer { display: flex; align-items: center; gap: 12px; }
  footer > span { flex: 1; }
  footer label { display: inline-flex; align-items: center; gap: 8px; min-height: 48px; padding: 0 8px; }
  footer input { width: 22px; height: 22px; }
`;
/** As large as the number of cells lets them be: two under each other, more side by side. */
const Cells = styled.ul<{ $count: number }>`
  display: grid;
  grid-template-columns: ${({ $count }) => ($count <= 2 ? "minmax(0, 1fr)" : "repeat(2, minmax(0, 1fr))")};
  align-content: start;
  gap: 14px;
  overflow: auto;
  li { display: grid; align-content: start; padding: 12px 20px; border: 3px solid ${color("ink")}; border-radius: ${radius}; }
  li[data-state="keyed"] { border-color: ${color("clear")}; background: ${color("clearGround")}; }
  span { font-size: ${size.number}; }
  output { ${mono} font-size: ${({ $count }) => ($count <= 2 ? "min(15vw, 25vh)" : $count <= 4 ? "min(7.4vw, 22vh)" : "min(6.6vw, 10vh)")}; font-weight: 700; line-height: 1.05; text-align: right; white-space: nowrap; }
  small { min-height: 1.3em; font-size: ${size.text}; color: ${color("quiet")}; }
`;
