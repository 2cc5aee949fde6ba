import Papa from "papaparse";
import { csvText, harmless } from "../formats/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { TOOL_KINDS } from "../tool/index.ts";
import { readTypedItem, typedItem, type WorkshopContent, type WorkshopKind, workshopFields } from "./workshopItem.ts";

/** An item of the workshop by its name, as files carry it. */
export interface NamedItem {
  readonly name: string;
  readonly content: WorkshopContent;
}

const FORMAT = "luvrit-workshop";
const VERSION = 1;
const MOST_ITEMS = 5000;
export const LONGEST_NAME = 120;

/** Items of one kind as JSON; read back as they were. */
export function writeWorkshopJson(kind: WorkshopKind, items: readonly NamedItem[]): string {
  return `${JSON.stringify({ format: FORMAT, version: VERSION, kind, items }, null, 1)}\n`;
}

/** Columns of a kind's CSV file: those of every tool's form for assemblies. */
function columnsOf(kind: WorkshopKind): readonly string[] {
  const names = kind === "assembly" ? TOOL_KINDS.flatMap((tool) => workshopFields(kind, tool)) : workshopFields(kind);
  return [...new Set(names.map(({ name }) => name))];
}

/** The same as CSV: a row for each item, lengths in millimetres as the head of the first column says. */
export function writeWorkshopCsv(kind: WorkshopKind, items: readonly NamedItem[]): string {
  const columns = columnsOf(kind);
  const rows = items.map(({ name, content }) => {
    const texts = typedItem(kind, content);
    return [harmless(name), ...columns.map((column) => harmless(texts[column] ?? ""))];
  });
  return csvText([["name (lengths in mm)", ...columns], ...rows]);
}

interface WorkshopFileRefusal extends Refusal<"workshop-file"> {}

/** Reads a file of items, JSON or CSV; all of it or nothing, each refusal with the item it is about. */
export function readWorkshopFile(
  kind: WorkshopKind,
  text: string,
  isContent: (content: unknown) => boolean,
): Answer<readonly NamedItem[], WorkshopFileRefusal> {
  const read = /^\uFEFF?\s*\{/.test(text) ? readJson(kind, text, isContent) : readCsv(kind, text);
  if (!read.ok) return read;
  const seen = new Set<string>();
  for (const { name } of read.value) {
    if (seen.has(name.toLowerCase())) return no(`“${name}” stands twice in this file.`);
    seen.add(name.toLowerCase());
  }
  if (read.value.length > MOST_ITEMS)
    return no(`This file has ${read.value.length} items; ${MOST_ITEMS} are the most.`);
  return read;
}

const no = (message: string) => refused<WorkshopFileRefusal>({ code: "workshop-file", message });

function readJson(
  kind: WorkshopKind,
  text: string,
  isContent: (content: unknown) => boolean,
): Answer<readonly NamedItem[], WorkshopFileRefusal> {
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ""));
  } catch (cause) {
    if (!(cause instanceof SyntaxError)) throw cause;
    return no(`This is not JSON (${cause.message.split("\n")[0]}).`);
  }
  const { format, version, kind: told, items } = json as Readonly<Record<string, unknown>>;
  if (format !== FORMAT) return no(`“format” is not “${FORMAT}”.`);
  if (version !== VERSION)
    return no(`This file is of version ${String(version).slice(0, 20)}; version ${VERSION} is read here.`);
  if (told !== kind) return no(`This file holds items of the kind “${String(told).slice(0, 20)}”, not “${kind}”.`);
  if (!Array.isArray(items)) return no("“items” is not a list.");
  const read: NamedItem[] = [];
  for (const [index, item] of items.entries()) {
    const { name, content } = (item ?? {}) as Readonly<Record<string, unknown>>;
    if (typeof name !== "string" || name.trim() === "" || name.length > LONGEST_NAME)
      return no(`Item ${index + 1} has no name of 1 to ${LONGEST_NAME} characters.`);
    if (!isContent(content)) return no(`“${name}” is not described as this kind is; see docs/formats/workshop.md.`);
    read.push({ name: name.trim(), content: content as WorkshopContent });
  }
  return accepted(read);
}

function readCsv(kind: WorkshopKind, text: string): Answer<readonly NamedItem[], WorkshopFileRefusal> {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), {
    skipEmptyLines: "greedy",
    delimitersToGuess: [",", ";", "\t"],
  });
  if (errors.some(({ type }) => type === "Quotes")) return no("A quotation mark is opened and not closed.");
  const [heads = [], ...rows] = data;
  const unit = /\bin\b/.test(heads[0] ?? "") && !/\bmm\b/.test(heads[0] ?? "") ? "in" : "mm";
  const columns = columnsOf(kind);
  if (!/^\s*name/i.test(heads[0] ?? "")) return no("The first column is headed “name”.");
  const unknown = heads.slice(1).find((head) => !columns.includes(head.trim()));
  if (unknown !== undefined) return no(`What is in the column “${unknown.slice(0, 40)}” is not known.`);
  const read: NamedItem[] = [];
  const plain = (cell: string | undefined) => (cell?.startsWith("'") ? cell.slice(1) : (cell ?? ""));
  for (const [index, row] of rows.entries()) {
    const name = plain(row[0]).trim();
    if (name === "" || name.length > LONGEST_NAME)
      return no(`Row ${index + 2} has no name of 1 to ${LONGEST_NAME} characters.`);
    const texts = Object.fromEntries(heads.slice(1).map((head, at) => [head.trim(), plain(row[at + 1])]));
    const item = readTypedItem(kind, texts, { unit, decimal: "." });
    if (!item.ok) {
      const [first] = Object.entries(item.refusal.fields);
      return no(`Row ${index + 2}, “${name}”: ${first ? `${first[0]}: ${first[1]}` : item.refusal.message}`);
    }
    read.push({ name, content: item.value });
  }
  return accepted(read);
}
