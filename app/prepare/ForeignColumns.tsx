import { useState } from "react";
import { styled } from "styled-components";
import { CSV_FIELDS, type CsvField, csvHead } from "../../core/formats/csvColumns.ts";
import { notText, textOfFile } from "../shell/textOfFile.ts";
import { PlainButton } from "../ui/Button.tsx";
import { fieldBox } from "../ui/fieldBox.ts";
import { color, size } from "../ui/tokens.ts";

/** A table whose columns have names of their own. */
interface Foreign {
  readonly name: string;
  readonly text: string;
  readonly heads: readonly string[];
  readonly first: readonly string[];
  readonly columns: readonly (CsvField | null)[];
  readonly units: "mm" | "in";
}

/**
 * Reads a chosen file of a control's table. One that a format reads goes to `onRead` at once; a spreadsheet with columns of its own
 * stands in `foreign` until a person has said what they are.
 */
export function useForeignTable(units: "mm" | "in", onRead: (name: string, text: string) => void) {
  const [foreign, setForeign] = useState<Foreign>();
  const [unread, setUnread] = useState<string>();
  const pick = async (file: File | undefined) => {
    setForeign(undefined);
    setUnread(undefined);
    if (!file) return;
    const text = await textOfFile(file);
    if (text === undefined) return setUnread(notText(file));
    // Only when a file is chosen: the readers are larger than the rest of this page.
    const { formatOf, guessColumn, guessMapping, readCsvSheet } = await import("../../core/formats/index.ts");
    const sheet = (formatOf(text)?.name ?? "csv") === "csv" ? readCsvSheet(text) : undefined;
    if (sheet?.ok) {
      const { columns } = guessMapping(sheet.value);
      const { heads, rows } = sheet.value;
      const named = heads.some((head) => guessColumn(head).unit !== undefined);
      if (!named || columns.some((column) => column === undefined)) {
        const guessed = columns.map((column) => column ?? null);
        return setForeign({ name: file.name, text, heads, first: rows[0] ?? [], units, columns: guessed });
      }
    }
    onRead(file.name, text);
  };
  return { foreign, setForeign, unread, pick };
}

/** A foreign table: what each of its columns is, as far as it is guessed, for a person to settle. */
export function ForeignColumns({
  foreign,
  left,
  action,
  onChange,
  onSend,
}: {
  readonly foreign: Foreign;
  /** What happens to a column that is left out: "not compared". */
  readonly left: string;
  /** Words of the button. */
  readonly action: string;
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
      <p>This table has columns of its own. Say what they are; what is left out is {left}.</p>
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
        {action}
      </PlainButton>
      {!ready && <p>One column must hold the number of the offset.</p>}
    </Mapping>
  );
}

const Mapping = styled.form`
  display: grid;
  gap: 6px;
  label { display: grid; grid-template-columns: minmax(0, 1fr) 150px; align-items: center; gap: 8px; font-size: ${size.small}; }
  label span { overflow: hidden; text-overflow: ellipsis; }
  small { color: ${color("quiet")}; font-size: ${size.small}; }
  select { ${fieldBox} font-size: ${size.small}; }
`;
