import { useState } from "react";
import { href, Link } from "react-router";
import { styled } from "styled-components";
import { findingOfCells } from "../../core/commands/index.ts";
import type { SetupView, TableColumn } from "../../core/ledger/index.ts";
import { AXIS_NAME } from "../../core/machine/index.ts";
import {
  axisOf,
  cellForControl,
  clearWear,
  columnDigit,
  columnWords,
  copyRow,
  type EditedCell,
  enterCell,
  type GridCell,
  type GridRow,
  isToKey,
} from "../../core/offsets/index.ts";
import { plausibilityOfTouch } from "../../core/plausibility/index.ts";
import type { Answer } from "../../core/refusal.ts";
import { convertLength, formatLength, readLength, toControlText } from "../../core/units/index.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { PlainButton, PrimaryButton } from "../ui/Button.tsx";
import { Field, Pick } from "../ui/Field.tsx";
import { FoldedPart } from "../ui/Fold.tsx";
import { Moment } from "../ui/Moment.tsx";
import { PanelRow } from "../ui/Panel.tsx";
import { Question } from "../ui/Question.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { color, mono, radius, size } from "../ui/tokens.ts";
import { Preview } from "./Preview.tsx";

const KEY_WORD = { overwrite: "key", add: "add", "touched-dimension": "state the touched dimension" } as const;

interface CellPanelProps {
  readonly loaded: LoadedSetup;
  readonly row: GridRow;
  readonly cell: GridCell;
  readonly onTick: () => void;
}

/** All about the cell that is selected: what to key, what was there, where it comes from, and what can be done with it. */
export function CellPanel({ loaded, row, cell, onTick }: CellPanelProps) {
  const { setup, setupId, mayEnter, now } = loaded;
  const { machine } = setup;
  const { column, key, wanted, display, closes, source, keyed, workFirstToZero } = cell;
  const digit = columnDigit(setup, column);
  const write = (value: number | undefined, sign?: "always") =>
    value === undefined ? "–" : formatLength(value, digit, sign ? { sign } : {});
  const axis = axisOf(column);
  const title =
    row.kind === "work" ? `${row.name} · ${AXIS_NAME[axis ?? "z"]}` : `${row.name} · ${columnWords(column)}`;
  const toKey = isToKey(cell);
  return (
    <Panel aria-label="The selected cell">
      <h2>{title}</h2>
      {key && wanted !== undefined ? (
        <Box $state={keyed && !keyed.stale ? "keyed" : "open"}>
          <span>
            {toKey ? KEY_WORD[key.as] : "stands already"}
            {key.as === "add" && toKey && `, so that it holds ${write(wanted)}`}
          </span>
          <output>{toKey ? write(key.number, key.as === "add" ? "always" : undefined) : write(wanted)}</output>
          {workFirstToZero && <span>with the work offset at 0 first</span>}
          {display !== undefined && (
            <span>
              the display must then read {AXIS_NAME[axis ?? "x"]} {write(display)}
            </span>
          )}
        </Box>
      ) : (
        <p>
          {row.kind === "left-over"
            ? "Nothing is known of this cell."
            : "Luvrit has nothing for this cell; it stays as it is in the control."}
        </p>
      )}
      <dl>
        <dt>in the control</dt>
        <dd>{write(cell.now)}</dd>
        <dt>from Luvrit</dt>
        <dd>{write(wanted)}</dd>
        <dt>difference</dt>
        <dd>{wanted !== undefined && cell.now !== undefined ? write(wanted - cell.now, "always") : "–"}</dd>
        {closes !== undefined && (
          <>
            <dt>closure</dt>
            <dd data-tone={closes ? "clear" : "stop"}>{closes ? "closes" : "open: stop"}</dd>
          </>
        )}
      </dl>
      {source && (
        <p>
          {source.words}; {source.person}, <Moment at={source.at} now={now} /> · entry {source.seq}
        </p>
      )}
      {keyed && (
        <p>
          {keyed.stale ? `keyed as ${write(keyed.value)} before it changed` : "keyed in"}; {keyed.person},{" "}
          <Moment at={keyed.at} now={now} />
        </p>
      )}
      {mayEnter && (
        <PanelRow>
          {wanted !== undefined && (
            <PrimaryButton onPress={onTick} aria-pressed={keyed !== undefined && !keyed.stale}>
              {keyed && !keyed.stale ? "Not keyed after all" : "Keyed in"}
            </PrimaryButton>
          )}
          {source?.canUndo && (
            <UndoButton
              entry={source.entry}
              seq={setup.seq}
              label="Undo"
              what={`${row.name} ${columnWords(column)}`}
              setupId={setupId}
            />
          )}
          {row.tool && axis && column.startsWith("geometry.") && !row.tool.second && (
            <Link to={`${href("/setups/:setupId/touch", { setupId })}?tool=${row.row}&do=${axis}`}>
              {wanted === undefined ? "Touch it" : "See its touch"}
            </Link>
          )}
        </PanelRow>
      )}
      {mayEnter && row.tool && (
        <>
          {/* Kept once, it is empty again: an amount is not to be added twice. */}
          <ByHand
            key={`${row.row} ${column} ${source?.entry}`}
            loaded={loaded}
            row={row}
            column={column as TableColumn}
          />
          <RowEdits key={row.row} loaded={loaded} row={row} />
        </>
      )}
      {row.kind === "tool" && machine.measuring === "touched-dimension" && axis && (
        <small>This machine is told the touched dimension and works the cell out itself.</small>
      )}
    </Panel>
  );
}

/** A value typed by hand, or an amount added to what is to stand there; seen as a difference before it is kept. */
function ByHand({
  loaded,
  row,
  column,
}: {
  readonly loaded: LoadedSetup;
  readonly row: GridRow;
  readonly column: TableColumn;
}) {
  const { setup, setupId, person } = loaded;
  const form = useSetupForm(setupId, setup.seq);
  const [how, setHow] = useState<"value" | "add">("value");
  const [text, setText] = useState("");
  const { units } = setup.machine;
  const read = readLength(text, { units, ...(person.decimalMark && { decimal: person.decimalMark }) });
  const planned = read.ok
    ? enterCell(setup, row.row, column, how === "add" ? { add: read.value.exact } : { value: read.value.exact })
    : undefined;
  const finding = planned?.ok ? findingOfCells(setup, planned.value) : {};
  const [meant, setMeant] = useState("");
  const isMeant = finding.doubt === undefined || meant === text;
  const refusal =
    text === ""
      ? undefined
      : !read.ok
        ? read.refusal.message
        : planned?.ok
          ? finding.refused
          : planned?.refusal.message;
  const mayKeep = planned?.ok === true && finding.refused === undefined && isMeant && !form.busy;
  const keep = () => {
    if (mayKeep)
      form.send("enter-cell", {
        offset: row.row,
        column,
        value: text,
        how,
        ...(finding.doubt !== undefined && { meant: "yes" }),
      });
  };
  return (
    <FoldedPart>
      <summary>Change it by hand</summary>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <Pick
          name="how"
          label="How"
          value={how}
          onChange={(value) => setHow(value === "add" ? "add" : "value")}
          options={[
            ["value", "the value that it is to hold"],
            ["add", "an amount added to it"],
          ]}
        />
        <Field
          name="value"
          label={`${how === "add" ? "Amount" : "Value"}, as the control shows it${column === "orientation" ? "" : `, ${units}`}`}
          value={text}
          onChange={setText}
          refusal={refusal ?? (text === "" ? undefined : form.refusalOf("value"))}
        />
        {planned?.ok && <Preview setup={setup} cells={planned.value} />}
        {planned?.ok && how === "value" && planned.value[0] && (
          <HandDoubt loaded={loaded} cell={planned.value[0]} onTake={setText} />
        )}
        {finding.refused === undefined && finding.doubt !== undefined && (
          <Asked role="alert">
            {finding.doubt}
            <label>
              <input
                type="checkbox"
                checked={isMeant}
                onChange={({ target }) => setMeant(target.checked ? text : "")}
              />{" "}
              It is meant
            </label>
          </Asked>
        )}
        <PlainButton type="submit" isDisabled={!mayKeep}>
          {how === "add" ? "Add it" : "Save this value"}
        </PlainButton>
        <RefusalLine>{form.trouble}</RefusalLine>
      </form>
    </FoldedPart>
  );
}

/** A geometry typed by hand that a slip would explain: asked about before it is kept. */
function HandDoubt({
  loaded,
  cell,
  onTake,
}: {
  readonly loaded: LoadedSetup;
  readonly cell: EditedCell;
  readonly onTake: (text: string) => void;
}) {
  const { setup, history, person } = loaded;
  const axis = axisOf(cell.column);
  const tool = setup.tools.find(({ offset }) => offset === cell.offset);
  if (!axis || !tool || tool.second || !cell.column.startsWith("geometry.")) return null;
  const value = { axis, exact: cell.to, expanded: 0, touch: undefined, spacers: [] };
  const plausibility = plausibilityOfTouch(setup, tool, value, history);
  const [doubt] = plausibility.verdict === "doubt" ? plausibility.kinds.filter(({ kind }) => kind !== "remounted") : [];
  if (!doubt) return null;
  const corrected =
    doubt.corrected === null
      ? undefined
      : cellForControl(setup, tool, cell.column, convertLength(doubt.corrected, setup.machine.units, "mm"));
  const digit = columnDigit(setup, cell.column);
  return (
    <Asked role="alert">
      {plausibility.message}
      {corrected !== undefined && (
        <PlainButton onPress={() => onTake(toControlText(corrected, digit).replace(".", person.decimalMark ?? "."))}>
          Yes, make it {formatLength(corrected, digit)}
        </PlainButton>
      )}
    </Asked>
  );
}
const Asked = styled(Question)`
  display: grid;
  gap: 6px;
`;

type RowEdit = "clear-row" | "clear-all" | "copy";

/** Edits of whole rows, each seen as a difference first and kept as one entry. */
function RowEdits({ loaded, row }: { readonly loaded: LoadedSetup; readonly row: GridRow }) {
  const { setup, setupId } = loaded;
  const form = useSetupForm(setupId, setup.seq);
  const others = setup.tools.filter(({ offset }) => offset !== row.row);
  const [edit, setEdit] = useState<RowEdit>("clear-row");
  const [to, setTo] = useState(others[0]?.offset ?? "");
  const rows = edit === "clear-all" ? setup.tools.map(({ offset }) => offset) : [row.row];
  const planned = plannedEdit(setup, edit, row.row, rows, to);
  const act = () => {
    if (edit === "copy") form.send("copy-row", { from: row.row, to });
    else form.send("clear-wear", { offsets: JSON.stringify(rows) });
  };
  return (
    <FoldedPart>
      <summary>Whole rows</summary>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (planned.ok && !form.busy) act();
        }}
      >
        <Pick
          name="edit"
          label="What"
          value={edit}
          onChange={(value) => setEdit(value as RowEdit)}
          options={[
            ["clear-row", `wear of ${row.name} to 0`],
            ["clear-all", "wear of all rows to 0"],
            ...(others.length > 0 ? [["copy", `copy ${row.name} into another row`] as const] : []),
          ]}
        />
        {edit === "copy" && (
          <Pick
            name="to"
            label="Into"
            value={to}
            onChange={setTo}
            options={others.map(({ offset, tool }) => [offset, `${offset} ${tool.description}`])}
          />
        )}
        {planned.ok ? <Preview setup={setup} cells={planned.value} /> : <p>{planned.refusal.message}</p>}
        <PlainButton type="submit" isDisabled={!planned.ok || form.busy}>
          {edit === "copy" ? "Copy the row" : "Clear wear"}
        </PlainButton>
        <RefusalLine>{form.trouble ?? form.refusalOf("to") ?? form.refusalOf("offsets")}</RefusalLine>
      </form>
    </FoldedPart>
  );
}

function plannedEdit(
  setup: SetupView,
  edit: RowEdit,
  from: string,
  rows: readonly string[],
  to: string,
): Answer<readonly EditedCell[]> {
  return edit === "copy" ? copyRow(setup, from, to) : clearWear(setup, rows);
}

const Panel = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
  gap: 10px;
  h2 { font-size: ${size.number}; }
  p { color: ${color("quiet")}; font-size: ${size.small}; }
  dl { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 2px 12px; font-size: ${size.small}; }
  dt { color: ${color("quiet")}; }
  dd { ${mono} font-size: ${size.text}; text-align: right; }
  dd[data-tone="clear"] { color: ${color("clear")}; font-weight: 700; }
  dd[data-tone="stop"] { color: ${color("stop")}; font-weight: 700; }
`;
const Box = styled.div<{ $state: "keyed" | "open" }>`
  display: grid;
  padding: 8px 12px;
  border: 2px solid ${({ $state }) => color($state === "keyed" ? "clear" : "ink")};
  border-radius: ${radius};
  background: ${({ $state }) => color($state === "keyed" ? "clearGround" : "sheet")};
  > span { font-size: ${size.small}; }
  > output { ${mono} font-size: ${size.large}; font-weight: 700; line-height: 1.1; text-align: right; }
`;
