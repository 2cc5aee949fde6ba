import type { OffsetTable, ToolOffsets, WorkOffset } from "../offsets/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { decimalsOf, roundToResolution } from "../units/index.ts";

/**
 * Data-setting G-code (ISO 6983 words) in two dialects, described in docs/formats/data-setting.md:
 * - `gcode-l`: the register is named by L — `G10 L10` geometry, `G10 L11` wear — and P is the offset number.
 * - `gcode-n`: the register is named by the offset number itself — P n is wear, P 10000 + n geometry.
 * Work offsets are `G10 L2 P1` to `P6` for G54 to G59 in both. X is a diameter or a radius as the table has it.
 */
export type DataSettingDialect = "gcode-l" | "gcode-n";

/** How numbers are written: rounded to a control's last digit, or with every digit that they have. */
export interface DataSettingOptions {
  readonly dialect: DataSettingDialect;
  readonly rounding: "to-resolution" | "none";
  /** How X is meant, for the comment that the person at the control reads. */
  readonly xShown: "diameter" | "radius";
  /** One comment line for a title, such as the job; left out when empty. */
  readonly title?: string;
}

/** In the second dialect a geometry register is the offset number plus this. */
const GEOMETRY_REGISTERS = 10000;
const FIRST_WORK_OFFSET = 54;

/** Writes the rows of a table as a file that names its units first, says absolute, and holds only what the table holds. */
export function writeDataSetting(table: OffsetTable, options: DataSettingOptions): string {
  const places = decimalsOf(table.resolution);
  const number = (value: number) =>
    options.rounding === "to-resolution"
      ? roundToResolution(value, table.resolution).toFixed(places)
      : plainDecimal(value);
  const words = (values: Readonly<Record<string, number | undefined>>) =>
    Object.entries(values)
      .filter((entry): entry is [string, number] => entry[1] !== undefined)
      .map(([letter, value]) => ` ${letter}${letter === "Q" ? value : number(value)}`)
      .join("");

  const unit = table.units === "mm" ? "millimetres" : "inches";
  const lines = ["%", comment(`Offsets in ${unit}, X as ${options.xShown}, absolute, only rows that were touched`)];
  if (options.title) lines.push(comment(options.title));
  lines.push(`${table.units === "mm" ? "G21" : "G20"} G90`);
  for (const work of table.work) lines.push(`G10 L2 P${workRegister(work.name)}${words({ X: work.x, Z: work.z })}`);
  for (const tool of table.tools) {
    if (tool.description) lines.push(comment(`Offset ${tool.offset}: ${tool.description}`));
    const geometry = words({ X: tool.geometry.x, Z: tool.geometry.z, R: tool.noseRadius, Q: tool.orientation });
    const wear = words({ X: tool.wear.x, Z: tool.wear.z });
    const [geometryRegister, wearRegister] =
      options.dialect === "gcode-l"
        ? [`G10 L10 P${tool.offset}`, `G10 L11 P${tool.offset}`]
        : [`G10 P${GEOMETRY_REGISTERS + Number(tool.offset)}`, `G10 P${tool.offset}`];
    if (geometry) lines.push(geometryRegister + geometry);
    if (wear) lines.push(wearRegister + wear);
  }
  lines.push("%");
  return `${lines.join("\n")}\n`;
}

export type DataSettingCode = "units-missing" | "syntax" | "unknown-register" | "not-absolute" | "twice";
export interface DataSettingRefusal extends Refusal<DataSettingCode> {
  /** Line of the file, counted from 1. */
  readonly line: number;
}

/**
 * Reads a data-setting file back, in either dialect. Comments, percent signs, block numbers and blanks are passed over; every other word must
 * be understood, since a word that is skipped in an offset file is a wrong offset. Resolution and numbering are not in
 * such a file: the caller says them.
 */
export function readDataSetting(
  text: string,
  known: Pick<OffsetTable, "resolution" | "numbering">,
): Answer<OffsetTable, DataSettingRefusal> {
  let units: OffsetTable["units"] | undefined;
  const tools = new Map<string, { -readonly [Key in keyof ToolOffsets]: ToolOffsets[Key] }>();
  const work = new Map<string, WorkOffset>();
  const written = new Set<string>();

  for (const [index, raw] of text.split(/\r\n|\r|\n/).entries()) {
    const line = index + 1;
    const no = (code: DataSettingCode, message: string) =>
      refused<DataSettingRefusal>({ code, message: `Line ${line}: ${message}`, line });
    const block = raw
      .replace(/\([^)]*\)|;.*$/g, "")
      .trim()
      .toUpperCase();
    if (block === "" || block === "%" || /^O\d+$/.test(block)) continue;
    const words = [...block.matchAll(/([A-Z])\s*([+-]?(?:\d+\.?\d*|\.\d+))\s*/g)];
    if (words.map(([whole]) => whole).join("") !== block)
      return no("syntax", `“${raw.trim()}” is not made of words such as G10 or X-12.5.`);

    const values = new Map<string, number>();
    let setsData = false;
    for (const [, letter = "", digits = ""] of words) {
      const value = Number(digits);
      if (letter === "G" && value === 10) setsData = true;
      else if (letter === "G" && (value === 20 || value === 21)) units = value === 20 ? "in" : "mm";
      else if (letter === "G" && value === 91)
        return no("not-absolute", "this file adds to what is there (G91). Only absolute files are read.");
      else if (letter === "G" && value === 90) continue;
      else if (letter === "M" && (value === 30 || value === 2 || value === 99)) continue;
      else if (letter === "N") continue;
      else if ("LPXZRQ".includes(letter) && !values.has(letter)) values.set(letter, value);
      else return no("syntax", `${letter}${digits} means nothing in an offset file.`);
    }
    if (!setsData) {
      if (values.size > 0) return no("syntax", "numbers stand outside a G10 block.");
      continue;
    }
    if (units === undefined) return no("units-missing", "the file says no units (G20 or G21) before its first number.");

    const register = registerOf(values.get("L"), values.get("P"));
    if (register === undefined) return no("unknown-register", `“${raw.trim()}” names no offset that is known here.`);
    const key = `${register.kind} ${register.name}`;
    if (written.has(key)) return no("twice", `${key} is set twice in this file.`);
    written.add(key);
    const part = { ...xz(values) };
    if (register.kind === "work") {
      if (values.has("R") || values.has("Q")) return no("syntax", "a work offset has no radius or orientation.");
      work.set(register.name, { name: register.name, x: part.x ?? 0, z: part.z ?? 0 });
      continue;
    }
    const tool = tools.get(register.name) ?? { offset: register.name, geometry: {}, wear: {} };
    tool[register.kind] = part;
    const [radius, orientation] = [values.get("R"), values.get("Q")];
    if (register.kind === "wear" && (radius !== undefined || orientation !== undefined))
      return no("syntax", "radius and orientation belong to the geometry block.");
    if (radius !== undefined) tool.noseRadius = radius;
    if (orientation !== undefined) tool.orientation = orientation;
    tools.set(register.name, tool);
  }
  if (units === undefined)
    return refused({ code: "units-missing", message: "The file says no units (G20 or G21).", line: 1 });
  return accepted({ ...known, units, tools: [...tools.values()], work: [...work.values()] });
}

function registerOf(
  l: number | undefined,
  p: number | undefined,
): { kind: "geometry" | "wear" | "work"; name: string } | undefined {
  if (p === undefined || !Number.isInteger(p) || p < 1) return undefined;
  if (l === 2) return p <= 6 ? { kind: "work", name: `G${FIRST_WORK_OFFSET - 1 + p}` } : undefined;
  if (l === 10) return { kind: "geometry", name: String(p) };
  if (l === 11) return { kind: "wear", name: String(p) };
  if (l !== undefined) return undefined;
  return p > GEOMETRY_REGISTERS
    ? { kind: "geometry", name: String(p - GEOMETRY_REGISTERS) }
    : { kind: "wear", name: String(p) };
}

function xz(values: ReadonlyMap<string, number>): { x?: number; z?: number } {
  const [x, z] = [values.get("X"), values.get("Z")];
  return { ...(x !== undefined && { x }), ...(z !== undefined && { z }) };
}

function workRegister(name: string): number {
  return Number(name.slice(1)) - FIRST_WORK_OFFSET + 1;
}

/** A bracket inside a comment would end it early; control readers know little beyond ASCII. */
function comment(text: string): string {
  const plain = text
    .normalize("NFKD")
    .replaceAll("−", "-")
    .replace(/[^\x20-\x7e]/g, "")
    .replace(/[()%;]/g, " ");
  return `(${plain.replace(/\s+/g, " ").trim()})`;
}

/** Every digit of a number, never with an exponent: G-code has none. Reads back as the same number. */
function plainDecimal(value: number): string {
  const [mantissa = "", power] = String(value === 0 ? 0 : value).split("e");
  if (power === undefined) return mantissa.includes(".") ? mantissa : `${mantissa}.0`;
  const sign = value < 0 ? "-" : "";
  const [whole = "", fraction = ""] = mantissa.replace("-", "").split(".");
  const point = whole.length + Number(power);
  if (point <= 0) return `${sign}0.${"0".repeat(-point)}${whole}${fraction}`;
  return `${sign}${`${whole}${fraction}`.padEnd(point, "0")}.0`;
}
