import { CSV_FIELDS, type CsvField, readCsvSheet, readMappedCsv, readOffsetFile } from "../formats/index.ts";
import type { SetupView } from "../ledger/index.ts";
import type { NumbersOf, OffsetTable } from "../offsets/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import type { InputLocale } from "./outcome.ts";

/** A table from this machine's control, with what of a row it can hold and whose numbers it has. */
interface ReadTable {
  readonly table: OffsetTable;
  readonly numbers: NumbersOf;
  readonly holds: readonly string[];
  /** Name of its format. */
  readonly format: string;
}

/**
 * A table from this machine's control in any format, or a foreign CSV file by the columns that were named for it: `columns` is a
 * list as JSON, a field or null for each. What the file does not say is as the machine has it: its unit, its numbering of
 * orientations, its last digit. Refused with line and reason where no format reads it, and where the list is not complete.
 */
export function readTableFile(
  { machine }: Pick<SetupView, "machine">,
  { text, units, columns }: { readonly text: string; readonly units?: "mm" | "in"; readonly columns?: string },
  { readList }: Pick<InputLocale, "readList">,
): Answer<ReadTable, Refusal> {
  if (columns !== undefined) {
    const mapping = readList("columns", columns);
    if (!mapping) return refused({ code: "columns", message: "The columns were not complete. Choose the file again." });
    const sheet = readCsvSheet(text);
    if (!sheet.ok) return sheet;
    const named = mapping.map((one) => CSV_FIELDS.find((field): field is CsvField => field === one) ?? null);
    const table = readMappedCsv(sheet.value, { columns: named, units }, { numbering: machine.numbering });
    if (!table.ok) return table;
    const holds = named.filter((field): field is CsvField => field !== null);
    return accepted({ table: table.value, numbers: "control", holds, format: "csv" });
  }
  const { language, xShown } = machine;
  let read = readOffsetFile(text, { language, xShown });
  // A tool table names no units, nor does every spreadsheet: they are the machine's own unless somebody says otherwise.
  const namesNone = !read.ok && read.refusal.code === "units-missing";
  if (namesNone && !/\bG0*10\b/i.test(text))
    read = readOffsetFile(text, { units: units ?? machine.units, language, xShown });
  if (!read.ok) return read;
  const { table, format } = read.value;
  const { numbering = machine.numbering, resolution = machine.resolution.z } = table;
  const { numbers, holds, name } = format;
  return accepted({ table: { ...table, numbering, resolution }, numbers, holds, format: name });
}
