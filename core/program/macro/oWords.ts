import { O_WORDS, type OWord, oName } from "./statement.ts";

/** A structured line: its name, its word, and where it stands. */
export interface OLine {
  readonly name: string;
  readonly word: OWord;
  readonly at: number;
  /** Where the next line begins. */
  readonly next: number;
  readonly line: number;
}

const LINE = /^[^\S\r\n]*(?:\/\d?[^\S\r\n]*)?(?:N\s*\d+[^\S\r\n]*)?O[^\S\r\n]*(\d+|<[^>\r\n]*>)[^\S\r\n]*([A-Z]+)/i;

/** All structured lines of a text, in their order. */
export function readOWords(text: string): readonly OLine[] {
  const lines: OLine[] = [];
  let at = 0;
  for (let line = 1; at < text.length; line++) {
    let end = at;
    while (end < text.length && text[end] !== "\n" && text[end] !== "\r") end++;
    const next = text[end] === "\r" && text[end + 1] === "\n" ? end + 2 : end + 1;
    const found = LINE.exec(text.slice(at, Math.min(end, at + LONGEST)));
    const word = O_WORDS.find((one) => one === found?.[2]?.toLowerCase());
    if (found && word) lines.push({ name: oName(found[1] ?? ""), word, at, next: Math.min(next, text.length), line });
    at = next;
  }
  return lines;
}
const LONGEST = 200;
