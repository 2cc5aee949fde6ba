import { useState } from "react";
import { useFetcher } from "react-router";
import { styled } from "styled-components";
import { CSV_FIELDS, type CsvField, csvHead } from "../../core/formats/csvColumns.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import { columnDigit, columnWords } from "../../core/offsets/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { FileChoice } from "../prepare/FileChoice.tsx";
import { ageOf } from "../setups/age.ts";
import { entriesAddress } from "../shell/entriesAddress.ts";
import { newId } from "../shell/newId.ts";
import { notText, textOfFile } from "../shell/textOfFile.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import type { TouchAnswer } from "../touch/touchAnswer.ts";
import { PlainButton } from "../ui/Button.tsx";
import { fieldBox } from "../ui/fieldBox.ts";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { color, size } from "../ui/tokens.ts";
import { ChangeTable } from "./Preview.tsx";

interface Foreign {
  readonly name: string;
  readonly text: string;
  readonly heads: readonly string[];
  readonly first: readonly string[];
  readonly columns: readonly (CsvField | null)[];
  readonly units: "mm" | "in";
}

/** The control's own table after loading or keying: read back, compared cell by cell, differences named row by row. */
export function ReadBackPanel({ loaded }: { readonly loaded: LoadedSetup }) {
  const { setup, setupId, mayEnter } = loaded;
  const fetcher = useFetcher<TouchAnswer>();
  const [foreign, setForeign] = useState<Foreign>();
  const [unread, setUnread] = useState<string>();
  const send = (name: string, text: string, more: Readonly<Record<string, string>> = {}) => {
    const form = new FormData();
    const fields = { intent: "compare-table", id: newId(), base: String(setup.seq), name, text, ...more };
    for (const [key, value] of Object.entries(fields)) form.set(key, value);
    fetcher.submit(form, { method: "post", action: entriesAddress(setupId), encType: "multipart/form-data" });
  };
  const pick = async (file: File | undefined) => {
    setForeign(undefined);
    setUnread(undefined);
    if (!file) return;
    const text = await textOfFile(file);
    if (text === undefined) return setUnread(notText(file));
    // Only when a file is chosen: the readers are larger than the rest of this page.
    const { formatOf, guessColumn, guessMapping, readCsvSheet } = await import("../../core/formats/index.ts");
    // A table whose heads say nothing to us is a table all the same: somebody says what they are.
    const sheet = (formatOf(text)?.name ?? "csv") === "csv" ? readCsvSheet(text) : undefined;
    if (sheet?.ok) {
      const { columns } = guessMapping(sheet.value);
      const named = sheet.value.heads.some((head) => guessColumn(head).unit !== undefined);
      if (!named || columns.some((column) => column === undefined)) {
        const { heads, rows } = sheet.value;
        return setForeign({
          name: file.name,
          text,
          heads,
          first: rows[0] ?? [],
          units: setup.machine.units,
          columns: columns.map((column) => column ?? null),
        });
      }
    }
    send(file.name, text);
  };
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
        <Columns
          foreign={foreign}
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

/** A foreign table: what each of its columns is, as far as it is guessed, for a person to settle. */
function Columns({
  foreign,
  onChange,
  onSend,
}: {
  readonly foreign: Foreign;
  readonly onChange: (foreign: Foreign) => void;
  readonly onSend: () => void;
}) {
  const { heads, first, columns, units } = foreign;
  const ready = columns.includes("offset") || columns.includes("work");
  return (
    <Mapping
      aria-label="What the columns are"
      onSubmit={(event) => {
        event.preventDefault();
        if (ready) onSend();
      }}
    >
      <p>This table has columns of its own. Say what they are; what is left out is not compared.</p>
      {heads.map((head, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: two columns may have the same head
        <label key={index}>
          <span>
            {head || `column ${index + 1}`} <small>{first[index]}</small>
          </span>
          <select
            value={columns[index] ?? ""}
            onChange={({ target: { value } }) =>
              onChange({
                ...foreign,
                columns: columns.map((one, at) =>
                  at === index ? (CSV_FIELDS.find((field) => field === value) ?? null) : one,
                ),
              })
            }
          >
            <option value="">leave out</option>
            {CSV_FIELDS.map((field) => (
              <option key={field} value={field}>
                {csvHead(field)}
              </option>
            ))}
          </select>
        </label>
      ))}
      <label>
        <span>Lengths are in</span>
        <select
          value={units}
          onChange={({ target: { value } }) => onChange({ ...foreign, units: value === "in" ? "in" : "mm" })}
        >
          <option value="mm">millimetres</option>
          <option value="in">inches</option>
        </select>
      </label>
      <PlainButton type="submit" isDisabled={!ready}>
        Compare with these columns
      </PlainButton>
      {!ready && <p>One column must hold the number of the offset.</p>}
    </Mapping>
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
          ? `All ${agreed.length} cells agree`
          : `${differences.length} ${differences.length === 1 ? "cell differs" : "cells differ"}, ${agreed.length} agree`}
      </b>
      <small>
        {name}; {person}, {ageOf(at, now)}
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
            {differences.map(({ row, column, wanted, found }) => (
              <tr key={`${row} ${column}`}>
                <th scope="row">
                  {row} {column.startsWith("work.") ? column.slice(5).toUpperCase() : columnWords(column)}
                </th>
                <td>{write(column, wanted)}</td>
                <td>{write(column, found)}</td>
              </tr>
            ))}
          </tbody>
        </ChangeTable>
      )}
    </Found>
  );
}

const Panel = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding-top: 12px;
  border-top: 1px solid ${color("line")};
`;
const Mapping = styled.form`
  display: grid;
  gap: 6px;
  label { display: grid; grid-template-columns: minmax(0, 1fr) 150px; align-items: center; gap: 8px; font-size: ${size.small}; }
  label span { overflow: hidden; text-overflow: ellipsis; }
  small { color: ${color("quiet")}; font-size: ${size.small}; }
  select { ${fieldBox} font-size: ${size.small}; }
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
