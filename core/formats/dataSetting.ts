import type { DataSettingForm } from "../machine/index.ts";
import type { AxisWords, OffsetTable, ToolOffsets, WorkOffset } from "../offsets/index.ts";
import { withoutComments } from "../program/index.ts";
import { type Answer, accepted } from "../refusal.ts";
import { decimalsOf, roundToResolution, usualResolution } from "../units/index.ts";
import { pointedDecimal } from "./decimal.ts";
import {
  isOrientation,
  type OffsetFileCode,
  type OffsetFileRefusal,
  type OffsetFormat,
  refuseFile,
  type SaidOfFile,
  type WriteOptions,
} from "./offsetFile.ts";
import { workName, workRegister } from "./workRegister.ts";

/**
 * Data-setting G-code (ISO 6983 words) in three forms, described in docs/formats/data-setting.md:
 *
 * - `gcode-l`: the register is named by L — `G10 L10` geometry, `G10 L11` wear — and P is the offset number.
 * - `gcode-n`: the register is named by the offset number itself — P n is wear, P 10000 + n geometry.
 * - `gcode-set`: as RS-274 has it: `G10 L1` sets a row of the tool table, which has no wear of its own; there L10, L11 and L20 calculate
 *   from where the tool stands.
 *
 * Work offsets are `G10 L2`, and `G10 L20` in the first two. X is a diameter or a radius as the table has it; the third says so by G7 or G8.
 */

/** In the second dialect a geometry register is the offset number plus this. */
const GEOMETRY_REGISTERS = 10000;
const HOLDS = [
  "geometry.x",
  "geometry.z",
  "geometry.y",
  "wear.x",
  "wear.z",
  "wear.y",
  "noseRadius",
  "orientation",
  "work.x",
  "work.z",
  "work.y",
  "units",
] as const;

/**
 * Writes the rows of a table as a file that names its units first, and holds only what the table holds. Numbers are absolute: by G90 where
 * that is a mode, and by their letters alone where G90 begins a cycle.
 */
export function writeDataSetting(table: OffsetTable, dialect: DataSettingForm, options: WriteOptions): string {
  const resolution = table.resolution ?? usualResolution(table.units);
  const number = (value: number) =>
    options.rounding === "to-resolution"
      ? roundToResolution(value, resolution).toFixed(decimalsOf(resolution))
      : pointedDecimal(value);
  const words = (values: Readonly<Record<string, number | undefined>>) =>
    Object.entries(values)
      .filter((entry): entry is [string, number] => entry[1] !== undefined)
      .map(([letter, value]) => ` ${letter}${letter === "Q" ? value : number(value)}`)
      .join("");
  const axes = ({ x, y, z }: AxisWords) => words({ X: x, Y: y, Z: z });
  const unit = table.units === "mm" ? "millimetres" : "inches";
  const { xShown = "diameter", language, percent = true } = options;
  const lines = [...(percent ? ["%"] : []), comment(`Offsets in ${unit}, X as ${xShown}, absolute`)];
  if (options.title) lines.push(comment(options.title));
  const isSet = dialect === "gcode-set";
  const modes = [table.units === "mm" ? "G21" : "G20"];
  if (isSet || language !== "box-cycles") modes.push("G90");
  if (isSet) modes.push(xShown === "radius" ? "G8" : "G7");
  lines.push(modes.join(" "));
  for (const work of table.work) {
    const register = isSet ? setRegister(work.name) : workRegister(work.name);
    if (register) lines.push(`G10 L${register.l} P${register.p}${axes(work)}`);
  }
  for (const tool of table.tools) {
    if (tool.description) lines.push(comment(`Offset ${tool.offset}: ${tool.description}`));
    const geometry = axes(tool.geometry) + words({ R: tool.noseRadius, Q: tool.orientation });
    const wear = axes(tool.wear);
    const { geometry: geometryRegister, wear: wearRegister } = REGISTERS[dialect](tool.offset);
    if (geometry) lines.push(geometryRegister + geometry);
    if (wear && wearRegister) lines.push(wearRegister + wear);
  }
  lines.push(isSet ? "M2" : "M30");
  if (percent) lines.push("%");
  return `${lines.join("\n")}\n`;
}

/** How each form names the registers of an offset. */
const REGISTERS: Readonly<
  Record<DataSettingForm, (offset: string) => { readonly geometry: string; readonly wear: string | undefined }>
> = {
  "gcode-l": (offset) => ({ geometry: `G10 L10 P${offset}`, wear: `G10 L11 P${offset}` }),
  "gcode-n": (offset) => ({ geometry: `G10 P${GEOMETRY_REGISTERS + Number(offset)}`, wear: `G10 P${offset}` }),
  "gcode-set": (offset) => ({ geometry: `G10 L1 P${offset}`, wear: undefined }),
};

/** Work offsets that can be set and not only calculated. */
function setRegister(name: string) {
  const register = workRegister(name);
  return register?.l === 2 ? register : undefined;
}

/**
 * Reads a data-setting file back, in any of the forms. Comments, percent signs, block numbers and blanks are passed over; every other word must
 * be understood, since a word that is skipped in an offset file is a wrong offset. Resolution and numbering are not in
 * such a file: the caller says them, and its units where the file does not.
 */
export function readDataSetting(text: string, said: SaidOfFile): Answer<OffsetTable, OffsetFileRefusal> {
  let units: OffsetTable["units"] | undefined;
  const tools = new Map<string, { -readonly [Key in keyof ToolOffsets]: ToolOffsets[Key] }>();
  const work = new Map<string, WorkOffset>();
  const written = new Set<string>();
  let stated: "diameter" | "radius" | undefined;
  for (const [index, raw] of text.split(/\r\n|\r|\n/).entries()) {
    const line = index + 1;
    const no = (code: OffsetFileCode, message: string) => refuseFile(code, message, line);
    const block = withoutComments(raw, true).trim().toUpperCase();
    if (block === "" || block === "%" || /^O\d+$/.test(block)) continue;
    const words = [...block.matchAll(/([A-Z])\s*([+-]?(?:\d+\.?\d*|\.\d+))\s*/g)];
    if (words.map(([whole]) => whole).join("") !== block)
      return no("syntax", `“${shortened(raw)}” is not made of words such as G10 or X-12.5.`);
    const values = new Map<string, number>();
    let setsData = false;
    for (const [, letter = "", digits = ""] of words) {
      const value = Number(digits);
      if (letter === "G" && value === 10) setsData = true;
      else if (letter === "G" && (value === 20 || value === 21)) {
        const told = value === 20 ? "in" : "mm";
        if (units !== undefined && units !== told)
          return no("units-differ", "the file changes its units (G20 and G21).");
        units = told;
      } else if (letter === "G" && value === 91)
        return no("not-absolute", "this file adds to what is there (G91). Only absolute files are read.");
      else if (letter === "G" && value === 90) continue;
      else if (letter === "G" && (value === 7 || value === 8)) stated = value === 7 ? "diameter" : "radius";
      else if (letter === "M" && (value === 30 || value === 2 || value === 99)) continue;
      else if (letter === "N") continue;
      else if ("LPXYZRQ".includes(letter) && !values.has(letter)) values.set(letter, value === 0 ? 0 : value);
      else return no("syntax", `${letter}${digits} means nothing in an offset file.`);
    }
    if (!setsData) {
      if (values.size > 0) return no("syntax", "numbers stand outside a G10 block.");
      continue;
    }
    if (units === undefined && said.units === undefined)
      return no("units-missing", "the file says no units (G20 or G21) before its first number.");
    const l = values.get("L");
    if (said.language === "rs-274" && (l === 10 || l === 11 || l === 20))
      return no(
        "unknown-register",
        `L${l} calculates from where the tool stands on this control: what it sets is not in the file. L1 and L2 set.`,
      );
    const register = registerOf(l, values.get("P"));
    if (register === undefined)
      return no("unknown-register", `“${shortened(raw)}” names no offset that is known here.`);
    const key = `${register.kind} ${register.name}`;
    if (written.has(key)) return no("twice", `${key} is set twice in this file.`);
    written.add(key);
    const part = axesOf(values, xFactor(stated, said.xShown));
    if (register.kind === "work") {
      if (values.has("R") || values.has("Q")) return no("syntax", "a work offset has no radius or orientation.");
      work.set(register.name, { name: register.name, ...part });
      continue;
    }
    const tool = tools.get(register.name) ?? { offset: register.name, geometry: {}, wear: {} };
    tool[register.kind] = part;
    const [radius, orientation] = [values.get("R"), values.get("Q")];
    if (register.kind === "wear" && (radius !== undefined || orientation !== undefined))
      return no("syntax", "radius and orientation belong to the geometry block.");
    if (orientation !== undefined && !isOrientation(orientation))
      return no("syntax", `a tip orientation is 0 to 9, not ${orientation}.`);
    if (radius !== undefined && radius < 0) return no("syntax", "a nose radius is not negative.");
    if (radius !== undefined) tool.noseRadius = radius;
    if (orientation !== undefined) tool.orientation = orientation;
    tools.set(register.name, tool);
  }
  const told = units ?? said.units;
  if (told === undefined) return refuseFile("units-missing", "the file says no units (G20 or G21).", 1);
  if (said.units !== undefined && units !== undefined && said.units !== units)
    return refuseFile("units-differ", `The file is in ${units}, and ${said.units} was said of it.`);
  const { resolution, numbering } = said;
  return accepted({ units: told, resolution, numbering, tools: [...tools.values()], work: [...work.values()] });
}

const dialect = (
  name: DataSettingForm,
  words: string,
  looksLike: (text: string) => boolean,
  holds: OffsetFormat["holds"] = HOLDS,
): OffsetFormat => ({
  name,
  words,
  ending: ".nc",
  mediaType: "text/plain; charset=us-ascii",
  holds,
  numbers: "control",
  looksLike,
  holdsWork: (work) => (name === "gcode-set" ? setRegister(work) : workRegister(work)) !== undefined,
  write: (table, options) => writeDataSetting(table, name, options),
  read: readDataSetting,
});
const SETS_DATA = /^[^(;\n]*\bG0*10\b/im;
/** Our own file of a table without rows. */
const EMPTY = /^%\s*\(Offsets in \w+, X as/;
const BY_NUMBER = /^[^(;\n]*\bG0*10\s*P\d/im;
export const GCODE_L = dialect(
  "gcode-l",
  "data setting by register (G10 L…)",
  (text) => SETS_DATA.test(text) || EMPTY.test(text),
);
/** By its rows, or our own file by the modes that it begins with. */
const SETS_TABLE = /^[^(;\n]*\bG0*10\s*L0*1(?!\d)|^G2[01] G90 G[78]$/im;
export const GCODE_SET = dialect(
  "gcode-set",
  "data setting of RS-274 (G10 L1)",
  (text) => SETS_TABLE.test(text),
  HOLDS.filter((field) => !field.startsWith("wear.")),
);
export const GCODE_N = dialect("gcode-n", "data setting by offset number (G10 P…)", (text) => BY_NUMBER.test(text));

function registerOf(
  l: number | undefined,
  p: number | undefined,
): { kind: "geometry" | "wear" | "work"; name: string } | undefined {
  if (p === undefined || !Number.isInteger(p) || p < 1) return undefined;
  if (l === 2 || l === 20) {
    const name = workName(l, p);
    return name === undefined ? undefined : { kind: "work", name };
  }
  if (l === undefined && p > GEOMETRY_REGISTERS && p < 2 * GEOMETRY_REGISTERS)
    return { kind: "geometry", name: String(p - GEOMETRY_REGISTERS) };
  if (p >= GEOMETRY_REGISTERS) return undefined;
  if (l === 10 || l === 1) return { kind: "geometry", name: String(p) };
  return l === 11 || l === undefined ? { kind: "wear", name: String(p) } : undefined;
}

/** By how much X of a file that states a radius or a diameter differs from how the control shows it. */
function xFactor(stated: "diameter" | "radius" | undefined, shown: "diameter" | "radius" = "diameter"): number {
  if (stated === undefined || stated === shown) return 1;
  return stated === "radius" ? 2 : 0.5;
}

function axesOf(values: ReadonlyMap<string, number>, factor: number): AxisWords {
  const [x, y, z] = [values.get("X"), values.get("Y"), values.get("Z")];
  return { ...(x !== undefined && { x: x * factor }), ...(y !== undefined && { y }), ...(z !== undefined && { z }) };
}

const shortened = (raw: string) => (raw.length > 60 ? `${raw.trim().slice(0, 60)}…` : raw.trim());

/** A bracket inside a comment would end it early; control readers know little beyond ASCII. */
function comment(text: string): string {
  const plain = text
    .normalize("NFKD")
    .replaceAll("−", "-")
    .replace(/[^\x20-\x7e]/g, "")
    .replace(/[()%;]/g, " ");
  return `(${plain.replace(/\s+/g, " ").trim()})`;
}
