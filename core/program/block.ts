/** Letters of a program's words as indexes, `A` is 0. */
export const LETTER = {
  A: 0,
  B: 1,
  C: 2,
  D: 3,
  E: 4,
  F: 5,
  G: 6,
  H: 7,
  I: 8,
  J: 9,
  K: 10,
  L: 11,
  M: 12,
  N: 13,
  O: 14,
  P: 15,
  Q: 16,
  R: 17,
  S: 18,
  T: 19,
  U: 20,
  V: 21,
  W: 22,
  X: 23,
  Y: 24,
  Z: 25,
} as const;

/** What is wrong with the writing of a line, where, and the piece of text that shows it. */
interface Fault {
  readonly code: "syntax" | "comment-open" | "decimal-comma" | "word-twice";
  readonly column: number;
  readonly text: string;
}

/**
 * One line of a program taken apart into words. It is filled anew for every line, since a long program has hundreds of
 * thousands of them; nothing outside the reader keeps one.
 */
export interface Block {
  /** Counted from 1. */
  line: number;
  /** One bit for each letter that has a word with a number. */
  has: number;
  /** Number of each letter, valid where its bit is set; the last one where a letter stands twice. */
  readonly value: Float64Array;
  /** Column of each letter, counted from 1. */
  readonly column: Int32Array;
  /** One bit for each letter whose number was written without a decimal point. */
  integers: number;
  /** G codes times ten (`G54.1` is 541) and their columns. */
  readonly gCodes: Int32Array;
  readonly gColumns: Int32Array;
  gCount: number;
  readonly mCodes: Int32Array;
  mCount: number;
  /** Digits after T as written, empty where there is none. */
  toolDigits: string;
  /** True behind a `/`: run or skipped as the switch at the control stands. */
  isOptional: boolean;
  /** True where variables, brackets or jumps stand, which are not worked out here. */
  isMacro: boolean;
  /** A program number with `O` or `:`. */
  isTitle: boolean;
  /** Path named by `$` at the start of a line, 0 where none is. */
  path: number;
  /** `,C` and `,R`: what is taken off the corner at the end of the line, or its radius; 0 where none stands. */
  chamfer: number;
  rounding: number;
  /** What follows a `!`, empty where there is none: paths wait for each other here. */
  wait: string;
  /** True for a line with nothing but a percent sign. */
  isPercent: boolean;
  readonly comments: string[];
  readonly faults: Fault[];
}

/** An empty block, to be filled again by every line: reading makes no object for each line. */
export function createBlock(): Block {
  return {
    line: 0,
    has: 0,
    integers: 0,
    gCount: 0,
    mCount: 0,
    toolDigits: "",
    chamfer: 0,
    rounding: 0,
    wait: "",
    path: 0,
    isOptional: false,
    isMacro: false,
    isTitle: false,
    isPercent: false,
    value: new Float64Array(26),
    column: new Int32Array(26),
    gCodes: new Int32Array(MOST_CODES),
    gColumns: new Int32Array(MOST_CODES),
    mCodes: new Int32Array(MOST_CODES),
    comments: [],
    faults: [],
  };
}

/** True where a block has a word of this letter; `letter` is its place in the alphabet, A 0. */
export const hasWord = ({ has }: Block, letter: number): boolean => (has & (1 << letter)) !== 0;

const MOST_CODES = 24;
/** Faults of one line that are worth saying; the rest of such a line is noise. */
const MOST_FAULTS = 4;
const LONGEST_COMMENT = 200;
const POWERS = Float64Array.from({ length: 16 }, (_, power) => 10 ** power);

/** Words of variable programming and of jumps, which belong to a control's own language, not to ISO 6983's words. */
const MACRO_WORD =
  /(?:IF|GOTO|WHILE|DO|END|THEN|ELSE|SETVN|POPEN|PCLOS|BPRNT|DPRNT|SUB|CALL|RETURN|REPEAT|BREAK|CONTINUE|SIN|COS|TAN|SQRT|ABS|FIX|FUP|ROUND)/iy;

const NEWLINE = 10;
const RETURN = 13;

/**
 * Reads the line that begins at `from` into `block` and gives where the next one begins. Tolerant: what is no word is a
 * fault with its column, and the reading goes on behind it. Blanks between letter and number, small letters, a byte-order
 * mark and tape control characters mean nothing.
 */
export function readBlock(text: string, from: number, block: Block): number {
  clear(block);
  let at = from;
  const end = text.length;
  while (at < end) {
    const code = text.charCodeAt(at);
    if (code === NEWLINE) return at + 1;
    if (code === RETURN) return text.charCodeAt(at + 1) === NEWLINE ? at + 2 : at + 1;
    if (code <= 32 || code === 0xfeff || code === 127) {
      at++;
      continue;
    }
    const letter = (code | 32) - 97;
    if (letter >= 0 && letter < 26) {
      at = readWord(text, at, letter, from, block, false);
      continue;
    }
    switch (code) {
      case 40: // (
        at = readComment(text, at, from, block);
        break;
      case 59: // ;
        at = readLineComment(text, at, block);
        break;
      case 47: // /
        block.isOptional = true;
        at = skipDigits(text, at + 1);
        break;
      case 37: // %
        block.isPercent = true;
        at++;
        break;
      case 58: // :
        block.isTitle = true;
        at = readWord(text, at, LETTER.O, from, block, false);
        break;
      case 36: // $
        block.path = Number(text.slice(at + 1, skipDigits(text, at + 1))) || 0;
        at = skipDigits(text, at + 1);
        if (block.path === 0) fault(block, "syntax", at - from, "$");
        break;
      case 33: // !
        at = readWait(text, at, block);
        break;
      case 44: // ,
        at = readComma(text, at, from, block);
        break;
      case 35: // #
      case 91: // [
      case 60: // <
        block.isMacro = true;
        return lineEnd(text, at);
      default:
        // Every other character of a text.
        at = skipJunk(text, at, from, block);
    }
  }
  return at;
}

function clear(block: Block): void {
  block.has = 0;
  block.integers = 0;
  block.gCount = 0;
  block.mCount = 0;
  block.toolDigits = "";
  block.chamfer = 0;
  block.rounding = 0;
  block.wait = "";
  block.path = 0;
  block.isOptional = false;
  block.isMacro = false;
  block.isTitle = false;
  block.isPercent = false;
  if (block.comments.length > 0) block.comments.length = 0;
  if (block.faults.length > 0) block.faults.length = 0;
}

function fault(block: Block, code: Fault["code"], column: number, text: string): void {
  if (block.faults.length < MOST_FAULTS) block.faults.push({ code, column, text });
}

/** A letter and its number; `isComma` for the corner words behind a comma, which move nothing by themselves. */
function readWord(text: string, start: number, letter: number, from: number, block: Block, isComma: boolean): number {
  const column = start - from + 1;
  let at = skipBlanks(text, start + 1);
  let code = text.charCodeAt(at);
  const isNegative = code === 45;
  if (isNegative || code === 43) {
    at = skipBlanks(text, at + 1);
    code = text.charCodeAt(at);
  }
  const digitsFrom = at;
  let mantissa = 0;
  let digits = 0;
  let decimals = -1;
  for (; ; at++) {
    code = text.charCodeAt(at);
    if (code >= 48 && code <= 57) {
      if (digits < 15) {
        mantissa = mantissa * 10 + (code - 48);
        if (mantissa > 0) digits++;
        if (decimals >= 0) decimals++;
      } else if (decimals < 0) mantissa *= 10;
    } else if (code === 46 && decimals < 0) decimals = 0;
    else break;
  }
  if (at === digitsFrom || (at === digitsFrom + 1 && decimals === 0)) {
    if (isMacroAt(text, start, code)) {
      block.isMacro = true;
      return lineStop(text, start);
    }
    fault(block, "syntax", column, text.charAt(start));
    return Math.max(at, start + 1);
  }
  const size = decimals > 0 ? mantissa / (POWERS[Math.min(decimals, 15)] ?? 1) : mantissa;
  // Of the corner words the angle leads the line; a chamfer or a rounding leaves where it leads.
  if (isComma && letter !== LETTER.A) {
    if (letter === LETTER.C) block.chamfer = size;
    else block.rounding = size;
    return at;
  }
  const value = isNegative ? -size : size;
  if (letter === LETTER.G) {
    if (block.gCount < MOST_CODES) {
      block.gColumns[block.gCount] = column;
      block.gCodes[block.gCount++] = Math.round(value * 10);
    }
    return at;
  }
  if (letter === LETTER.M) {
    if (block.mCount < MOST_CODES) block.mCodes[block.mCount++] = Math.trunc(value);
    return at;
  }
  if (letter === LETTER.T) {
    // A tool has a whole number.
    if (decimals >= 0 || isNegative) {
      fault(block, "syntax", column, text.slice(start, Math.min(at, start + 12)));
      return at;
    }
    block.toolDigits = text.slice(digitsFrom, at);
  }
  if (letter === LETTER.O) block.isTitle = true;
  const bit = 1 << letter;
  if ((block.has & bit) !== 0 && isCoordinate(letter)) fault(block, "word-twice", column, text.charAt(start));
  block.has |= bit;
  if (decimals < 0) block.integers |= bit;
  else block.integers &= ~bit;
  block.value[letter] = value;
  block.column[letter] = column;
  return at;
}

const isCoordinate = (letter: number) =>
  letter >= LETTER.U && letter <= LETTER.Z && letter !== LETTER.V && letter !== LETTER.Y;

/** A letter with a variable, a bracket or an equals sign behind it, or the beginning of a word of the macro language. */
function isMacroAt(text: string, start: number, next: number): boolean {
  if (next === 35 || next === 91 || next === 61 || next === 60) return true;
  MACRO_WORD.lastIndex = start;
  return MACRO_WORD.test(text);
}

function readComment(text: string, start: number, from: number, block: Block): number {
  let at = start + 1;
  for (; at < text.length; at++) {
    const code = text.charCodeAt(at);
    if (code === 41 || code === NEWLINE || code === RETURN) break;
  }
  keepComment(text.slice(start + 1, Math.min(at, start + 1 + LONGEST_COMMENT)), block);
  if (text.charCodeAt(at) === 41) return at + 1;
  fault(block, "comment-open", start - from + 1, "(");
  return at;
}

function readLineComment(text: string, start: number, block: Block): number {
  const at = lineStop(text, start);
  keepComment(text.slice(start + 1, Math.min(at, start + 1 + LONGEST_COMMENT)), block);
  return at;
}

function keepComment(text: string, block: Block): void {
  const words = text.trim();
  if (words !== "") block.comments.push(words);
}

function readWait(text: string, start: number, block: Block): number {
  let at = start + 1;
  for (; at < text.length; at++) {
    const code = text.charCodeAt(at);
    const isDigit = code >= 48 && code <= 57;
    if (!isDigit && (code | 32) !== 108) break;
  }
  // `!2L5` in path 1 and `!1L5` in path 2 are one mark: the path that is waited for stands in front of it.
  block.wait = text
    .slice(start, at)
    .toUpperCase()
    .replace(/^!\d+L/, "!L");
  return at;
}

/** `,R` `,C` and `,A` round, break and lead a corner; a comma between digits is a decimal comma, which no control reads. */
function readComma(text: string, start: number, from: number, block: Block): number {
  const at = skipBlanks(text, start + 1);
  const code = text.charCodeAt(at);
  const letter = (code | 32) - 97;
  if (letter >= 0 && letter < 26) return readWord(text, at, letter, from, block, true);
  const isDecimal = code >= 48 && code <= 57 && isDigit(text.charCodeAt(start - 1));
  fault(block, isDecimal ? "decimal-comma" : "syntax", start - from + 1, text.slice(start, at + 1));
  return isDecimal ? skipDigits(text, at) : start + 1;
}

const isDigit = (code: number) => code >= 48 && code <= 57;

/** A run of what belongs to no word is one fault, not one for each character. */
function skipJunk(text: string, start: number, from: number, block: Block): number {
  let at = start + 1;
  for (; at < text.length; at++) {
    const code = text.charCodeAt(at);
    const letter = (code | 32) - 97;
    if (code <= 32 || (letter >= 0 && letter < 26) || code === 40 || code === 59) break;
  }
  fault(block, "syntax", start - from + 1, text.slice(start, Math.min(at, start + 12)));
  return at;
}

function skipBlanks(text: string, from: number): number {
  let at = from;
  while (text.charCodeAt(at) === 32 || text.charCodeAt(at) === 9) at++;
  return at;
}

function skipDigits(text: string, from: number): number {
  let at = from;
  while (isDigit(text.charCodeAt(at))) at++;
  return at;
}

/** Where this line's own characters end. */
function lineStop(text: string, from: number): number {
  let at = from;
  for (; at < text.length; at++) {
    const code = text.charCodeAt(at);
    if (code === NEWLINE || code === RETURN) break;
  }
  return at;
}

/** Where the next line begins. */
function lineEnd(text: string, from: number): number {
  const at = lineStop(text, from);
  if (at >= text.length) return at;
  return text.charCodeAt(at) === RETURN && text.charCodeAt(at + 1) === NEWLINE ? at + 2 : at + 1;
}
