import { type Answer, accepted, refused } from "../../refusal.ts";
import type { Unit } from "../unit.ts";
import type { LengthRefusal } from "./reading.ts";

interface Placed {
  readonly at: number;
  readonly end: number;
  /** True where at least one blank stands in front of the token. */
  readonly afterBlank: boolean;
}

/** A typed number, its grouping resolved but for the one comma that may be read in two ways. */
export interface NumberToken extends Placed {
  readonly kind: "number";
  /** Digits with a point as decimal mark, when a lone comma is taken for the decimal mark. */
  readonly text: string;
  /** The same when that comma is taken for a thousands mark; differs from `text` only where it is ambiguous. */
  readonly grouped: string;
  readonly exponent: number;
  /** Digits only: can be the whole part, numerator or denominator of a mixed number. */
  readonly whole: boolean;
}

export type LengthToken =
  | NumberToken
  | (Placed & { readonly kind: "operator"; readonly operator: "+" | "-" | "*" | "/" })
  | (Placed & { readonly kind: "open" | "close" })
  | (Placed & { readonly kind: "unit"; readonly unit: Unit });

const SAME_SIGN: Readonly<Record<string, string>> = { "−": "-", "×": "*", "÷": "/", "″": '"' };
const UNITS: Readonly<Record<string, Unit>> = { mm: "mm", in: "in", inch: "in", '"': "in" };
const BLANKS = " \t\u00a0";
const AROUND = `${BLANKS}\r\n`;
/** Beyond this power of ten no double exists, whatever the digits in front of it. */
const LARGEST_EXPONENT = 5000;

/**
 * Splits a typed length into tokens. Positions count from 0 in the text as given. Refused at the first character that
 * belongs to no length.
 */
export function tokenize(text: string): Answer<readonly LengthToken[], LengthRefusal> {
  let at = 0;
  let end = text.length;
  while (at < end && AROUND.includes(text[at] as string)) at++;
  while (end > at && AROUND.includes(text[end - 1] as string)) end--;
  if (at === end) return refused({ code: "empty", message: "Nothing is typed here yet. Type a length." });

  const character = (index: number): string => {
    const found = index < end ? (text[index] as string) : "";
    return SAME_SIGN[found] ?? found;
  };
  /** Where something is missing at the end, the position is the length of the whole text. */
  const cannotBe = (index: number) => refused(syntaxRefusal(text, index >= end ? text.length : index));

  const tokens: LengthToken[] = [];
  while (at < end) {
    const begin = at;
    while (BLANKS.includes(character(at))) at++;
    const place = { at, afterBlank: at > begin };
    const first = character(at);

    if (/[0-9.,]/.test(first)) {
      while (/[0-9.,]/.test(character(at))) at++;
      const run = text.slice(place.at, at);
      const number = readRun(run);
      if ("bad" in number) return cannotBe(place.at + number.bad);
      let exponent = 0;
      if (/[eE]/.test(character(at))) {
        at++;
        const sign = character(at);
        if (sign === "+" || sign === "-") at++;
        const digitsFrom = at;
        while (/[0-9]/.test(character(at))) at++;
        if (at === digitsFrom) return cannotBe(at);
        exponent = Number(text.slice(digitsFrom, at)) * (sign === "-" ? -1 : 1);
      }
      const zero = !/[1-9]/.test(run);
      if (!zero && (exponent > LARGEST_EXPONENT || !Number.isFinite(Number(`${number.grouped}e${exponent}`))))
        return refused({ code: "not-finite", message: "This number is too large to be a length. Check the exponent." });
      tokens.push({
        ...place,
        end: at,
        kind: "number",
        text: number.text,
        grouped: number.grouped,
        exponent: zero ? 0 : Math.max(exponent, -LARGEST_EXPONENT),
        whole: /^[0-9]+$/.test(text.slice(place.at, at)),
      });
    } else if (first === "+" || first === "-" || first === "*" || first === "/") {
      tokens.push({ ...place, end: ++at, kind: "operator", operator: first });
    } else if (first === "(" || first === ")") {
      tokens.push({ ...place, end: ++at, kind: first === "(" ? "open" : "close" });
    } else {
      const unit = readUnit(character, at);
      if (typeof unit === "number") return cannotBe(unit);
      at = unit.end;
      tokens.push({ ...place, end: at, kind: "unit", unit: unit.unit });
    }
  }
  return accepted(tokens);
}

/** A run of digits, points and commas: which mark is the decimal mark, or the offset of the first that cannot be. */
function readRun(run: string): { text: string; grouped: string } | { bad: number } {
  const same = (text: string) => ({ text, grouped: text });
  if (/^(\d+(?:\.\d*)?|\.\d+)$/.test(run)) return same(run);
  if (/^(\d+,\d*|,\d+)$/.test(run)) {
    const text = run.replace(",", ".");
    return /^[1-9]\d{0,2},\d{3}$/.test(run) ? { text, grouped: run.replace(",", "") } : same(text);
  }
  if (/^\d{1,3}(,\d{3}){2,}$/.test(run) || /^\d{1,3}(,\d{3})+\.\d*$/.test(run)) return same(run.replaceAll(",", ""));
  if (/^\d{1,3}(\.\d{3})+,\d+$/.test(run)) return same(run.replaceAll(".", "").replace(",", "."));
  return { bad: firstBadInRun(run) };
}

/** Offset of the first character after which no continuation could make the run a number; its length if none. */
function firstBadInRun(run: string): number {
  const beginnings = [
    /^\d*(?:[.,]\d*)?$/,
    /^\d{1,3}(,\d{3})*,\d{0,3}$/,
    /^\d{1,3}(,\d{3})+\.\d*$/,
    /^\d{1,3}(\.\d{3})+,\d*$/,
  ];
  // Several points are a beginning of something only where a comma follows them.
  if (run.includes(",")) beginnings.push(/^\d{1,3}(\.\d{3})*\.\d{0,3}$/);
  // What is no beginning stays none with more behind it: the last good length is found by halving.
  let [good, bad] = [0, run.length + 1];
  while (bad - good > 1) {
    const length = (good + bad) >> 1;
    if (beginnings.some((beginning) => beginning.test(run.slice(0, length)))) good = length;
    else bad = length;
  }
  return good;
}

/** The unit that begins at `at`, or the position of the first character that makes it none. */
function readUnit(character: (index: number) => string, at: number): { unit: Unit; end: number } | number {
  const names = Object.keys(UNITS);
  let end = at;
  let name = "";
  while (character(end) !== "") {
    const longer = name + character(end).toLowerCase();
    if (!names.some((unit) => unit.startsWith(longer))) break;
    name = longer;
    end++;
  }
  const unit = UNITS[name];
  return unit === undefined ? end : { unit, end };
}

/**
 * The refusal of the character at `at`, or of a text that breaks off when `at` is its length. `at` counts characters
 * from 0.
 */
export function syntaxRefusal(text: string, at: number): LengthRefusal {
  const message =
    at >= text.length
      ? `“${text.trim()}” is not complete. Type a length such as 22.45, 7/8 or .875in.`
      : `“${text[at]}” cannot stand here. Type a length such as 22.45, 7/8 or .875in.`;
  return { code: "syntax", message, at: Math.min(at, text.length) };
}
