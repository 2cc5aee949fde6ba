import { useFetcher } from "react-router";
import { styled } from "styled-components";
import { counted } from "../../core/counted.ts";
import type { GridColumn, SetupView, TableColumn } from "../../core/ledger/index.ts";
import { wearField } from "../../core/machine/index.ts";
import { axisOf, cellForControl, columnDigit, columnWords, tableGrid } from "../../core/offsets/index.ts";
import { type KeyedSlip, slipOfKeyed } from "../../core/plausibility/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { FileChoice } from "../prepare/FileChoice.tsx";
import { ForeignColumns, useForeignTable } from "../prepare/ForeignColumns.tsx";
import { entriesAddress } from "../shell/entriesAddress.ts";
import { newId } from "../shell/newId.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import type { TouchAnswer } from "../touch/touchAnswer.ts";
import { Moment } from "../ui/Moment.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { color, size } from "../ui/tokens.ts";
import { ChangeTable } from "./Preview.tsx";

/** The control's own table after loading or keying: read back, compared cell by cell, differences named row by row. */
export function ReadBackPanel({ loaded }: { readonly loaded: LoadedSetup }) {
  const { setup, setupId, mayEnter } = loaded;
  const fetcher = useFetcher<TouchAnswer>();
  const send = (name: string, text: string, more: Readonly<Record<string, string>> = {}) => {
    const form = new FormData();
    const fields = { intent: "compare-table", id: newId(), base: String(setup.seq), name, text, ...more };
    for (const [key, value] of Object.entries(fields)) form.set(key, value);
    fetcher.submit(form, { method: "post", action: entriesAddress(setupId), encType: "multipart/form-data" });
  };
  const { foreign, setForeign, unread, pick } = useForeignTable(setup.machine.units, (name, text) => send(name, text));
  const answer = fetcher.state === "idle" ? fetcher.data : undefined;
  const trouble =
    unread ??
    (answer?.outcome === "refused" || answer?.outcome === "unreachable"
      ? answer.message
      : answer?.outcome === "conflict"
        ? `${answer.theirs.person} has compared it meanwhile.`
        : undefined);
  return (
    <Panel>
      <h2>Read back from the control</h2>
      <p>After loading or keying: save the control's table to a file and let it be compared.</p>
      <FileChoice
        label="The control's table as a file"
        words={fetcher.state === "idle" ? "Choose the saved table" : "Comparing…"}
        isDisabled={!mayEnter || fetcher.state !== "idle"}
        onPick={(file) => void pick(file)}
        forgets
      />
      {foreign && (
        <ForeignColumns
          foreign={foreign}
          left="not compared"
          action="Compare with these columns"
          onChange={setForeign}
          onSend={() => {
            send(foreign.name, foreign.text, { columns: JSON.stringify(foreign.columns), units: foreign.units });
            setForeign(undefined);
          }}
        />
      )}
      <RefusalLine>{trouble}</RefusalLine>
      <Compared setup={setup} now={loaded.now} />
    </Panel>
  );
}

/** What the latest comparison found. */
function Compared({ setup, now }: { readonly setup: SetupView; readonly now: string }) {
  const { compared } = setup;
  if (!compared) return null;
  const { name, agreed, differences, person, at } = compared;
  const write = (column: (typeof differences)[number]["column"], value: number | null) =>
    value === null ? "not there" : formatLength(value, columnDigit(setup, column));
  return (
    <Found $isSame={differences.length === 0} role="status">
      <b>
        {differences.length === 0
          ? `All ${counted(agreed.length, "cell agrees", "cells agree")}`
          : `${counted(differences.length, "cell differs", "cells differ")}, ${counted(agreed.length, "agrees", "agree")}`}
      </b>
      <small>
        {name}; {person}, <Moment at={at} now={now} />
      </small>
      {differences.length > 0 && (
        <ChangeTable>
          <thead>
            <tr>
              <th scope="col">cell</th>
              <th scope="col">wanted</th>
              <th scope="col">found</th>
            </tr>
          </thead>
          <tbody>
            {differences.map((one) => (
              <tr key={`${one.row} ${one.column}`}>
                <th scope="row">
                  {cellName(one)}
                  <KeyedAs>{keyedWords(setup, one)}</KeyedAs>
                </th>
                <td>{write(one.column, one.wanted)}</td>
                <td>{write(one.column, one.found)}</td>
              </tr>
            ))}
          </tbody>
        </ChangeTable>
      )}
    </Found>
  );
}

const cellName = ({ row, column }: { readonly row: string; readonly column: GridColumn }) =>
  `${row} ${column.startsWith("work.") ? column.slice(5).toUpperCase() : columnWords(column)}`;

const KEYED_WORDS: Readonly<Record<Exclude<KeyedSlip["kind"], "other-cell">, string>> = {
  "digits-swapped": "two digits swapped",
  "digit-mistyped": "one digit wrong",
  "point-slipped": "the point in the wrong place",
  "sign-lost": "the other sign",
  "units-mixed": "inches and millimetres mixed",
  doubled: "twice the number",
  halved: "half the number",
  "not-keyed": "the old number: not keyed",
  added: "added to the old number, not keyed over it",
};

/** How a cell can have come to hold what was found; empty where no single slip explains it. */
function keyedWords(setup: SetupView, one: NonNullable<SetupView["compared"]>["differences"][number]): string {
  const grid = tableGrid(setup);
  const cells = grid.flatMap(({ row, cells: columns }) =>
    Object.values(columns).flatMap(({ column, wanted }) => (wanted === undefined ? [] : [{ row, column, wanted }])),
  );
  const before = oldNumber(setup, one);
  const slip = slipOfKeyed(one, { resolution: columnDigit(setup, one.column), before, cells });
  if (!slip) return "";
  return slip.kind === "other-cell" ? `what ${cellName(slip)} is to hold` : KEYED_WORDS[slip.kind];
}

/** What a cell held before this setup, by the control's own table as it was read then; undefined where it was not. */
function oldNumber(setup: SetupView, { row, column }: { readonly row: string; readonly column: GridColumn }) {
  const held = setup.table?.rows.find(({ offset }) => offset === row);
  const tool = setup.tools.find(({ offset }) => offset === row);
  const axis = axisOf(column);
  if (!held || !tool || !axis || column.startsWith("work.")) return undefined;
  const value = column.startsWith("wear.") ? held[wearField(axis)] : held[axis];
  return value === undefined ? undefined : cellForControl(setup, tool, column as TableColumn, value);
}

const KeyedAs = styled.small`
  display: block;
  font-weight: 400;
  &:empty { display: none; }
`;
const Panel = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding-top: 12px;
  border-top: 1px solid ${color("line")};
`;
const Found = styled.div<{ $isSame: boolean }>`
  display: grid;
  gap: 4px;
  padding: 8px 12px;
  border-left: 5px solid ${({ $isSame }) => color($isSame ? "clear" : "stop")};
  background: ${({ $isSame }) => color($isSame ? "clearGround" : "stopGround")};
  > b { font-size: ${size.text}; }
  > small { font-size: ${size.small}; }
`;
