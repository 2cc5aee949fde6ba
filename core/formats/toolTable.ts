import { AXES } from "../machine/index.ts";
import type { AxisWords, OffsetTable, ToolOffsets } from "../offsets/index.ts";
import { type Answer, accepted } from "../refusal.ts";
import { decimalsOf, roundToResolution, usualResolution } from "../units/index.ts";
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

/**
 * Tool-table text as RS-274 controllers keep it: one line per tool, words of a letter and a number, a remark behind a
 * semicolon (docs/formats/tool-table.md). `D` is twice the nose radius. Such a table names no units, and has no wear.
 */
function write({ units, resolution, tools }: OffsetTable, { rounding, pockets }: WriteOptions): string {
  const digit = resolution ?? usualResolution(units);
  const number = (value: number) =>
    rounding === "none" ? plainDecimal(value) : roundToResolution(value, digit).toFixed(decimalsOf(digit));
  const lines = tools.map(({ offset, geometry, noseRadius, orientation, description }) => {
    // Without a changer's pockets a tool's own number stands for its pocket.
    const pocket = pockets ? pockets.get(offset) : offset;
    const words = [`T${offset}`, ...(pocket === undefined ? [] : [`P${pocket}`])];
    for (const axis of AXES) {
      const value = geometry[axis];
      if (value !== undefined) words.push(`${axis.toUpperCase()}${number(value)}`);
    }
    // Twice a radius is exact; rounded to the last digit it stays twice the rounded one.
    if (noseRadius !== undefined) words.push(`D${plainDecimal(2 * Number(number(noseRadius)))}`);
    if (orientation !== undefined) words.push(`Q${orientation}`);
    return words.join(" ") + (description ? ` ;${escaped(description)}` : "");
  });
  return [HEAD, ...lines].map((line) => `${line}\n`).join("");
}
/** A remark by which even a table without tools is recognised. */
const HEAD = ";Tool table";
/** Words that say nothing about an offset: the pocket, and the angles of the cutting edge. */
const PASSED_OVER = ["P", "I", "J"];
/** Axes that a lathe of ours does not have: a table that uses them is not one that may be taken over. */
const OTHER_AXES = ["A", "B", "C", "U", "V", "W"];

function read(text: string, said: SaidOfFile): Answer<OffsetTable, OffsetFileRefusal> {
  const tools = new Map<string, ToolOffsets>();
  for (const [index, raw] of text.split(/\r\n|\n/).entries()) {
    const line = index + 1;
    const cut = raw.indexOf(";");
    const block = (cut < 0 ? raw : raw.slice(0, cut)).trim();
    if (block === "" || block === "%") continue;
    const words = new Map<string, string>();
    for (const word of block.split(/\s+/)) {
      const letter = word.slice(0, 1).toUpperCase();
      if (!/^[A-Z]$/.test(letter))
        return refuseFile("syntax", `“${word.slice(0, 40)}” is not a letter and a number.`, line);
      if (words.has(letter)) return refuseFile("syntax", `${letter} stands twice in this line.`, line);
      words.set(letter, word.slice(1));
    }
    const offset = offsetName(words.get("T") ?? "");
    if (offset === undefined)
      return refuseFile("not-a-number", "the line begins with no tool number, such as T3 (1 to 9999).", line);
    if (tools.has(offset)) return refuseFile("twice", `tool ${offset} stands twice in this table.`, line);
    const values: Record<string, number> = {};
    for (const [letter, digits] of words) {
      const value = readDecimal(digits);
      if (value === undefined)
        return refuseFile("not-a-number", `“${(letter + digits).slice(0, 40)}” is not a letter and a number.`, line);
      if (OTHER_AXES.includes(letter) && value !== 0)
        return refuseFile("unknown-register", `this tool has an offset on ${letter}, an axis that is not read.`, line);
      if (!"TXYZDQ".includes(letter) && !PASSED_OVER.includes(letter) && !OTHER_AXES.includes(letter))
        return refuseFile("syntax", `${letter}${digits} means nothing in a tool table.`, line);
      values[letter] = value;
    }
    const { X: x, Y: y, Z: z, D: diameter, Q: orientation } = values;
    if (diameter !== undefined && diameter < 0) return refuseFile("syntax", "a nose diameter D is not negative.", line);
    if (orientation !== undefined && !isOrientation(orientation))
      return refuseFile("syntax", `a tip orientation is 0 to 9, not ${orientation}.`, line);
    const description = cut < 0 ? "" : unescaped(raw.slice(cut + 1));
    const geometry: AxisWords = {
      ...(x !== undefined && { x }),
      ...(y !== undefined && { y }),
      ...(z !== undefined && { z }),
    };
    tools.set(offset, {
      offset,
      geometry,
      wear: {},
      ...(diameter !== undefined && { noseRadius: diameter / 2 }),
      ...(orientation !== undefined && { orientation }),
      ...(description !== "" && { description }),
    });
  }
  if (said.units === undefined)
    return refuseFile("units-missing", "A tool table names no units: say whether it is in mm or in.");
  return accepted({ ...said, units: said.units, tools: [...tools.values()], work: [] });
}

/** A remark ends with its line: what would end it early is written by its letter. */
const escaped = (text: string) => text.replace(/[\\\n\r]/g, (one) => ({ "\n": "\\n", "\r": "\\r" })[one] ?? "\\\\");
const unescaped = (text: string) =>
  text.replace(/\\([nr\\])/g, (_, one) => ({ n: "\n", r: "\r" })[one as string] ?? "\\");

export const TOOL_TABLE: OffsetFormat = {
  name: "tool-table",
  words: "tool-table text of RS-274 controllers",
  ending: ".tbl",
  mediaType: "text/plain; charset=utf-8",
  numbers: "control",
  holds: ["geometry.x", "geometry.z", "geometry.y", "noseRadius", "orientation", "description"],
  holdsWork: () => false,
  write,
  read,
  looksLike: (text) =>
    text.startsWith(HEAD) ||
    (/^[ \t]*(P\d+[ \t]+)?T\d+([ \t]+[A-Z][+-]?[\d.]+)*[ \t]*\r?(;|$)/im.test(text) && !/\bG\d/i.test(text)),
};
