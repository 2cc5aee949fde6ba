import Papa from "papaparse";
import { AXES, isAxis, isLatheAxis } from "../machine/index.ts";
import type { OffsetTable, ToolOffsets, WorkOffset } from "../offsets/index.ts";
import type { AxisWords } from "../offsets/offsetTable.ts";
import { type Answer, accepted } from "../refusal.ts";
import { convertLength, decimalsOf, roundToResolution, type Unit, usualResolution } from "../units/index.ts";
import { CSV_FIELDS, CSV_HOLDS, type CsvField, csvHead, guessColumn, isLength } from "./csvColumns.ts";
import { plainDecimal, readDecimal } from "./decimal.ts";
import {
  isOrientation,
  type OffsetFileRefusal,
  type OffsetFormat,
  offsetName,
  refuseFile,
  type SaidOfFile,
  type WriteOptions,
} from "./offsetFile.ts";

/** A table is longer than any control's only by mistake. */
const MOST_ROWS = 10_000;

/**
 * Text that a spreadsheet would take for a formula is written with an apostrophe in front, which reading takes off; text
 * that begins with one gets a second, so that reading gives back what was there. Numbers are numbers and stay as they are.
 */
export const harmless = (text: string): string => (/^[=+\-@'\t\r]/.test(text) ? `'${text}` : text);
const withoutGuard = (text: string): string => (text.startsWith("'") ? text.slice(1) : text);

/** Rows of texts as CSV (RFC 4180). */
export const csvText = (rows: readonly (readonly string[])[]): string =>
  `${Papa.unparse(rows as string[][], { newline: "\n" })}\n`;

/** True for a number of an axis that not every lathe has. */
function isExtraAxis(field: CsvField): boolean {
  const axis = field.split(".")[1];
  return isAxis(axis) && !isLatheAxis(axis);
}

function write({ units, resolution, tools, work }: OffsetTable, { rounding }: WriteOptions): string {
  const digit = resolution ?? usualResolution(units);
  const number = (value: number | undefined) => {
    if (value === undefined) return "";
    return rounding === "none" ? plainDecimal(value) : roundToResolution(value, digit).toFixed(decimalsOf(digit));
  };
  const words = (of: "geometry" | "wear" | "work", values: AxisWords): Partial<Record<CsvField, string>> =>
    Object.fromEntries(AXES.map((axis) => [`${of}.${axis}`, number(values[axis])]));
  const rows: Partial<Record<CsvField, string>>[] = [
    ...tools.map(
      (tool): Partial<Record<CsvField, string>> => ({
        offset: tool.offset,
        ...words("geometry", tool.geometry),
        ...words("wear", tool.wear),
        noseRadius: number(tool.noseRadius),
        orientation: tool.orientation?.toString() ?? "",
        description: harmless(tool.description ?? ""),
      }),
    ),
    ...work.map(({ name, ...values }) => ({ work: harmless(name), ...words("work", values) })),
  ];
  // Y and work offsets have columns only where something stands in them.
  const fields = CSV_FIELDS.filter(
    (field) =>
      !(isExtraAxis(field) || field.startsWith("work")) ||
      rows.some((row: Partial<Record<CsvField, string>>) => row[field]),
  );
  const heads = fields.map((field) => (isLength(field) ? `${csvHead(field)} ${units}` : csvHead(field)));
  return csvText([
    heads,
    ...rows.map((row: Partial<Record<CsvField, string>>) => fields.map((field) => row[field] ?? "")),
  ]);
}

/** A file split into its columns, before their meaning is assigned. */
interface CsvSheet {
  readonly heads: readonly string[];
  readonly rows: readonly (readonly string[])[];
  readonly delimiter: string;
}

/**
 * Takes a CSV file apart: comma, semicolon, tab or bar between its cells. Refused where a quotation mark stays open,
 * it has no head of columns, too many rows, or a row with more cells than columns; with the line where it is one row.
 */
export function readCsvSheet(text: string): Answer<CsvSheet, OffsetFileRefusal> {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), {
    skipEmptyLines: "greedy",
    delimitersToGuess: [",", ";", "\t", "|"],
  });
  const broken = parsed.errors.find(({ type }) => type === "Quotes");
  if (broken) return refuseFile("syntax", "a quotation mark is opened and not closed.", (broken.row ?? 0) + 1);
  const [heads = [], ...rows] = parsed.data;
  if (heads.length < 2) return refuseFile("unrecognised", "This is not a table of columns with a head over each.");
  if (rows.length > MOST_ROWS)
    return refuseFile("too-large", `This table has ${rows.length} rows; ${MOST_ROWS} are the most.`);
  const long = rows.findIndex((row) => row.length > heads.length);
  if (long >= 0) return refuseFile("syntax", "there are more cells than columns.", long + 2);
  return accepted({ heads: heads.map((head) => head.trim()), rows, delimiter: parsed.meta.delimiter });
}

/** What each column is, by its place; null for a column that is left out on purpose. */
interface CsvMapping {
  readonly columns: readonly (CsvField | null | undefined)[];
  readonly units?: Unit | undefined;
}

/** What is guessed of a foreign file's columns, for a person to look at. */
export function guessMapping({ heads }: CsvSheet): CsvMapping {
  const taken = new Set<CsvField>();
  const columns = heads.map((head) => {
    const { field } = guessColumn(head);
    if (field === undefined || taken.has(field)) return undefined;
    taken.add(field);
    return field;
  });
  return { columns };
}

/**
 * Reads the rows of a sheet by a mapping. Every column is either something or left out on purpose; a length is in the
 * unit that its head names, or else in the mapping's. Refused with the line of the first cell that is not what its column is
 * said to be, and where a column is neither mapped nor left out, a field stands twice, or no unit is said.
 */
export function readMappedCsv(
  { heads, rows, delimiter }: CsvSheet,
  { columns, units: fallback }: CsvMapping,
  said: SaidOfFile,
): Answer<OffsetTable, OffsetFileRefusal> {
  const unknown = heads.findIndex((_, index) => columns[index] === undefined);
  if (unknown >= 0)
    return refuseFile(
      "unknown-column",
      `What is in the column “${(heads[unknown] ?? "").slice(0, 60)}” is not known.`,
      1,
    );
  const place = new Map<CsvField, number>();
  for (const [index, field] of columns.entries()) {
    if (!field) continue;
    if (place.has(field)) return refuseFile("twice", `two columns are “${csvHead(field)}”.`, 1);
    place.set(field, index);
  }
  if (!place.has("offset") && !place.has("work"))
    return refuseFile("unrecognised", "No column holds the number of the offset.", 1);
  const named = heads.map((head, index) =>
    columns[index] && isLength(columns[index]) ? guessColumn(head).unit : undefined,
  );
  const told = named.find((unit) => unit !== undefined);
  const units = told ?? said.units ?? fallback;
  if (units === undefined)
    return refuseFile("units-missing", "The head names no unit: say whether lengths are in mm or in.", 1);
  if (said.units !== undefined && told !== undefined && told !== said.units)
    return refuseFile("units-differ", `The head says ${told}, and ${said.units} was said of the file.`);
  const tools: ToolOffsets[] = [];
  const work: WorkOffset[] = [];
  const seen = new Set<string>();
  for (const [index, row] of rows.entries()) {
    const line = index + 2;
    const cell = (field: CsvField) => row[place.get(field) ?? -1] ?? "";
    const values: Partial<Record<CsvField, number>> = {};
    for (const [field, column] of place) {
      const text = (row[column] ?? "").trim();
      if (text === "" || (!isLength(field) && field !== "orientation")) continue;
      const value = readDecimal(delimiter === "," ? text : text.replace(/^([^.,]*),([^.,]*)$/, "$1.$2"));
      if (value === undefined)
        return refuseFile("not-a-number", `“${text.slice(0, 40)}” under “${heads[column]}” is not a number.`, line);
      values[field] = isLength(field) ? convertLength(value, named[column] ?? units, units) : value;
    }
    const length = (kind: "geometry" | "wear" | "work"): AxisWords =>
      Object.fromEntries(
        AXES.flatMap((axis) => {
          const value = values[`${kind}.${axis}`];
          return value === undefined ? [] : [[axis, value]];
        }),
      );
    const [number, name] = [cell("offset").trim(), withoutGuard(cell("work"))];
    const offset = offsetName(number.replace(/^T/i, ""));
    if (number === "" && name.trim() === "") return refuseFile("not-a-number", "this row names no offset.", line);
    if (number !== "" && name.trim() !== "")
      return refuseFile("syntax", "this row names a tool's offset and a work offset.", line);
    const key = number === "" ? name : `offset ${offset}`;
    if (number !== "" && offset === undefined)
      return refuseFile("not-a-number", `“${number.slice(0, 40)}” is not an offset from 1 to 9999.`, line);
    if (seen.has(key)) return refuseFile("twice", `${key} stands twice.`, line);
    seen.add(key);
    if (offset === undefined) {
      work.push({ name, ...length("work") });
      continue;
    }
    const { noseRadius, orientation } = values;
    if (noseRadius !== undefined && noseRadius < 0) return refuseFile("syntax", "a nose radius is not negative.", line);
    if (orientation !== undefined && !isOrientation(orientation))
      return refuseFile("syntax", `a tip orientation is 0 to 9, not ${orientation}.`, line);
    const description = withoutGuard(cell("description"));
    tools.push({
      offset,
      geometry: length("geometry"),
      wear: length("wear"),
      ...(noseRadius !== undefined && { noseRadius }),
      ...(orientation !== undefined && { orientation }),
      ...(description !== "" && { description }),
    });
  }
  return accepted({ ...said, units, tools, work });
}

function read(text: string, said: SaidOfFile): Answer<OffsetTable, OffsetFileRefusal> {
  const sheet = readCsvSheet(text);
  return sheet.ok ? readMappedCsv(sheet.value, guessMapping(sheet.value), said) : sheet;
}

export const CSV: OffsetFormat = {
  name: "csv",
  words: "CSV table, units in its head",
  ending: ".csv",
  mediaType: "text/csv; charset=utf-8",
  numbers: "control",
  holds: CSV_HOLDS,
  write,
  read,
  looksLike: (text) => {
    const head = text.replace(/^\uFEFF/, "").split(/\r?\n/, 1)[0] ?? "";
    return (
      /[,;\t|]/.test(head) &&
      head.split(/[,;\t|]/).some((cell) => guessColumn(cell.replace(/^"|"$/g, "")).field !== undefined)
    );
  },
};
