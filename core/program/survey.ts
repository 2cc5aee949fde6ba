import { type Block, createBlock, hasWord, LETTER, readBlock } from "./block.ts";
import type { CallSurvey } from "./toolCall.ts";

/** A part of the file that begins with a program number: a main program or a subprogram. */
export interface NumberedSection {
  readonly number: number;
  /** Where its text begins, behind the line with its number, and that line's own number. */
  readonly start: number;
  readonly line: number;
  readonly end: number;
  readonly ends: "M30" | "M02" | "M99" | null;
  /** Marks at which it waits for another path. */
  readonly waits: ReadonlySet<string>;
}

/** What must be known of a whole file before its lines can be followed. */
export interface Survey {
  readonly sections: readonly NumberedSection[];
  readonly calls: CallSurvey;
  readonly percent: { readonly start: boolean; readonly end: boolean };
  /** Where the text behind a closing percent sign begins; the text's length where there is none. */
  readonly stop: number;
  /** True where the file marks paths by `$` or by comments. */
  readonly marksPaths: boolean;
  /** Numbers of blocks that a contour begins or ends with. */
  readonly contourEnds: ReadonlySet<number>;
  /** Numbers of programs that are called by M98, G65 or G66. */
  readonly called: ReadonlySet<number>;
  readonly isEmpty: boolean;
  /** Lines of the whole text. */
  readonly lines: number;
}

/** A comment that names the path that follows, such as `(PATH 2)`. */
const PATH_COMMENT = /^(?:PATH|CHANNEL)\s*[-:#=]?\s*([1-9])\b/i;

/** The path that a line names, by `$2` or, alone on its line, by a comment; 0 where it names none. */
export function pathNumber(block: Block): number {
  if (block.path > 0) return block.path;
  const [comment = ""] = block.comments;
  if (block.has !== 0 || block.gCount > 0 || comment === "") return 0;
  return Number(PATH_COMMENT.exec(comment)?.[1] ?? 0);
}

/**
 * Codes of M words at which the paths of a two-path machine usually wait for each other. `code` is the number behind
 * M.
 */
export const isWaitCode = (code: number) => code >= 200 && code <= 999;

/** Goes over the whole text once and follows nothing. */
export function surveyProgram(text: string): Survey {
  const block = createBlock();
  const sections: (NumberedSection & { ends: NumberedSection["ends"]; waits: Set<string>; end: number })[] = [];
  const calls = { longest: 0, leadingZero: false, separate: false };
  const contourEnds = new Set<number>();
  const paths = new Set<number>();
  let percents = 0;
  let isFirst = true;
  let percentStart = false;
  let stop = text.length;
  let lastIsPercent = false;
  let at = 0;
  let line = 1;
  for (; at < text.length; line++) {
    const from = at;
    at = readIfTelling(text, from, block);
    if (at < 0) {
      at = -at;
      isFirst = false;
      lastIsPercent = false;
      continue;
    }
    const isBlank =
      block.has === 0 && block.gCount === 0 && block.mCount === 0 && !block.isMacro && block.comments.length === 0;
    if (block.isPercent) {
      percents++;
      if (isFirst) percentStart = true;
      else if (stop === text.length) stop = from;
      lastIsPercent = !isFirst || percents > 1;
      isFirst = false;
      continue;
    }
    if (isBlank && block.path === 0) continue;
    isFirst = false;
    lastIsPercent = false;
    if (stop < text.length) continue;
    const path = pathNumber(block);
    if (path > 0) paths.add(path);
    if (block.isTitle && !block.isMacro && hasWord(block, LETTER.O)) {
      const last = sections.at(-1);
      if (last) last.end = from;
      const number = block.value[LETTER.O] ?? 0;
      sections.push({ number, start: at, line, end: text.length, ends: null, waits: new Set() });
    }
    surveyCall(block, calls);
    surveyContour(block, contourEnds);
    const section = sections.at(-1);
    if (!section) continue;
    if (block.wait !== "") section.waits.add(block.wait);
    for (let index = 0; index < block.mCount; index++) {
      const code = block.mCodes[index] ?? 0;
      if (isWaitCode(code)) section.waits.add(`M${code}`);
      if (block.isOptional) continue;
      if (code === 30) section.ends ??= "M30";
      if (code === 2) section.ends ??= "M02";
      if (code === 99) section.ends ??= "M99";
    }
  }
  return {
    sections,
    called: sections.length > 1 ? calledIn(text) : NO_NUMBERS,
    calls,
    contourEnds,
    stop,
    percent: { start: percentStart, end: lastIsPercent },
    marksPaths: paths.size > 1 || (paths.size === 1 && /^[^\S\r\n]*\$\d/m.test(text)),
    isEmpty: isFirst,
    lines: line - 1,
  };
}

const NO_NUMBERS: ReadonlySet<number> = new Set();

/** Numbers of the programs that a text calls, with or without how often in front. */
function calledIn(text: string): ReadonlySet<number> {
  const numbers = new Set<number>();
  for (const [, digits = ""] of text.matchAll(/(?:M0*98|G0*6[56])(?!\d)[^\n\r(;]{0,80}?P[^\S\r\n]*(\d{1,9})/gi)) {
    numbers.add(Number(digits));
    if (digits.length > 4) numbers.add(Number(digits.slice(-4)));
  }
  return numbers;
}

/** Characters without which a line tells the survey nothing: calls, titles, ends, waits, contours, comments, percent signs. */
const TELLING = new Uint8Array(128);
for (const character of "TtOoMmQq:$!%(") TELLING[character.charCodeAt(0)] = 1;

/** Reads a line if it may tell something; otherwise passes over it and gives where the next begins, negative. */
function readIfTelling(text: string, from: number, block: Block): number {
  let isBlank = true;
  let at = from;
  for (; at < text.length; at++) {
    const code = text.charCodeAt(at);
    if (code === 10) break;
    if (code > 32) isBlank = false;
    const isLoneReturn = code === 13 && text.charCodeAt(at + 1) !== 10;
    if (TELLING[code] === 1 || isLoneReturn) return readBlock(text, from, block);
  }
  return isBlank ? readBlock(text, from, block) : -(at + 1);
}

function surveyCall(block: Block, calls: { longest: number; leadingZero: boolean; separate: boolean }): void {
  const digits = block.toolDigits;
  if (digits !== "") {
    if (digits.length > calls.longest) calls.longest = digits.length;
    if (digits.length === 2 && digits.startsWith("0") && digits !== "00") calls.leadingZero = true;
    if (hasWord(block, LETTER.D) || hasWord(block, LETTER.H)) calls.separate = true;
  }
  for (let index = 0; index < block.mCount; index++) if (block.mCodes[index] === 6) calls.separate = true;
}

function surveyContour(block: Block, ends: Set<number>): void {
  if (!hasWord(block, LETTER.P) || !hasWord(block, LETTER.Q)) return;
  for (let index = 0; index < block.gCount; index++) {
    const code = block.gCodes[index] ?? 0;
    if (code < 700 || code > 730) continue;
    ends.add(block.value[LETTER.P] ?? 0);
    ends.add(block.value[LETTER.Q] ?? 0);
  }
}

/** Where blocks with the wanted numbers stand: for each number the places, rising. */
export type BlockIndex = ReadonlyMap<number, readonly { readonly at: number; readonly line: number }[]>;

/**
 * Finds the numbered blocks (`N10`) of the given numbers. Places are counted in characters from the beginning of the
 * text; a number that no block has is left out.
 */
export function indexBlocks(text: string, wanted: ReadonlySet<number>): BlockIndex {
  const places = new Map<number, { at: number; line: number }[]>();
  if (wanted.size === 0) return places;
  const block = createBlock();
  let at = 0;
  for (let line = 1; at < text.length; line++) {
    const from = at;
    at = readBlock(text, at, block);
    if (!hasWord(block, LETTER.N)) continue;
    const number = block.value[LETTER.N] ?? 0;
    if (!wanted.has(number)) continue;
    const list = places.get(number);
    if (list) list.push({ at: from, line });
    else places.set(number, [{ at: from, line }]);
  }
  return places;
}
