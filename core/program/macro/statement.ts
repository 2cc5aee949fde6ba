import { type Expression, isAt, readExpression, readOperand, readVariable, skip } from "./expression.ts";
import type { Environment, Value } from "./value.ts";

/** A word with a number, or with a value that is worked out. */
export interface MacroWord {
  /** Its letter as a number, `A` 0. */
  readonly letter: number;
  /** Counted from 1, in the line as written. */
  readonly column: number;
  readonly text: string;
  readonly value: Expression["run"];
  /** What stands behind the letter, where it is a plain number. */
  readonly digits: string | undefined;
  /** A corner word behind a comma. */
  readonly isComma: boolean;
}

/** `#1 = …`: which variable, and what it becomes. */
interface Assignment {
  readonly variable: (env: Environment) => number | string | undefined;
  readonly value: Expression["run"];
}

export const O_WORDS = [
  "sub",
  "endsub",
  "call",
  "return",
  "while",
  "endwhile",
  "do",
  "repeat",
  "endrepeat",
  "if",
  "elseif",
  "else",
  "endif",
  "break",
  "continue",
] as const;
export type OWord = (typeof O_WORDS)[number];

/** A line with variables, brackets or jumps, taken apart once. Columns count from 1. */
export type Statement =
  | { readonly kind: "words"; readonly words: readonly MacroWord[]; readonly assignments: readonly Assignment[] }
  | {
      readonly kind: "goto";
      readonly column: number;
      readonly text: string;
      readonly condition: Expression["run"] | undefined;
      readonly target: Expression["run"];
    }
  | { readonly kind: "then"; readonly condition: Expression["run"]; readonly assignments: readonly Assignment[] }
  | {
      readonly kind: "while";
      readonly column: number;
      readonly text: string;
      readonly condition: Expression["run"] | undefined;
      readonly mark: number;
    }
  | { readonly kind: "end"; readonly mark: number }
  | {
      readonly kind: "o";
      readonly column: number;
      readonly text: string;
      readonly name: string;
      readonly word: OWord;
      readonly values: readonly Expression["run"][];
    }
  /** Output and names: nothing moves by them. */
  | { readonly kind: "nothing" }
  | { readonly kind: "unreadable"; readonly column: number; readonly text: string };

/** A number without anything to work out. */
const PLAIN = /^[-+]?[ \t]{0,9}[\d.]+$/;
/** Words that print or name something. */
const SILENT = /^(?:DPRNT|BPRNT|POPEN|PCLOS|SETVN)/i;
const O_LINE = /^O\s*(\d+|<[^>]*>)\s*([A-Z]+)/i;

/** Takes a line apart; comments must have been blanked out. */
export function readStatement(line: string): Statement {
  const from = skip(line, 0);
  let at = line[from] === "/" ? skip(line, from + 1 + (/^\d/.test(line[from + 1] ?? "") ? 1 : 0)) : from;
  const words: MacroWord[] = [];
  const number = /^N\s*\d+/i.exec(line.slice(at))?.[0];
  if (number !== undefined) at = skip(line, at + number.length);
  const rest = line.slice(at);
  const o = O_LINE.exec(rest);
  const word = O_WORDS.find((one) => one === o?.[2]?.toLowerCase());
  if (o && word) return oStatement(line, at, o, word);
  if (SILENT.test(rest)) return { kind: "nothing" };
  const flow = flowStatement(line, at);
  if (flow) return flow;
  const assignments: Assignment[] = [];
  for (at = skip(line, at); at < line.length; at = skip(line, at)) {
    const column = at + 1;
    if (line[at] === "#") {
      const made = readAssignment(line, at);
      if (!made) return unreadable(line, at);
      assignments.push(made.assignment);
      at = made.end;
      continue;
    }
    const isComma = line[at] === ",";
    const place = isComma ? skip(line, at + 1) : at;
    const letter = ((line.charCodeAt(place) || 0) | 32) - 97;
    const operand = letter >= 0 && letter < 26 ? readOperand(line, place + 1) : undefined;
    if (!operand) return unreadable(line, at);
    const text = line.slice(at, operand.end);
    const written = line.slice(skip(line, place + 1), operand.end);
    const digits = PLAIN.test(written) ? written : undefined;
    words.push({ letter, column, text: text.trim(), value: operand.run, digits, isComma });
    at = operand.end;
  }
  return { kind: "words", words, assignments };
}

const unreadable = (line: string, at: number): Statement => ({
  kind: "unreadable",
  column: at + 1,
  text: line.slice(at).trim().slice(0, 60),
});

function readAssignment(
  line: string,
  at: number,
): { readonly assignment: Assignment; readonly end: number } | undefined {
  const place = readVariable(line, at);
  if (!place) return undefined;
  const equals = skip(line, place.end);
  if (line[equals] !== "=") return undefined;
  const value = readExpression(line, equals + 1);
  return value && { assignment: { variable: place.variable, value: value.run }, end: value.end };
}

/** `IF […] GOTO 10`, `IF […] THEN #1=2`, `GOTO 10`, `WHILE […] DO 1`, `END 1`. */
function flowStatement(line: string, at: number): Statement | undefined {
  const column = at + 1;
  const text = line.slice(at).trim().slice(0, 60);
  if (isAt(line, at, "IF")) {
    const condition = readOperand(line, at + 2);
    if (!condition) return unreadable(line, at);
    const then = skip(line, condition.end);
    if (isAt(line, then, "GOTO")) return jump(line, then, { column, text, condition: condition.run });
    const behind = skip(line, then + 4);
    if (!isAt(line, then, "THEN")) return unreadable(line, at);
    if (isAt(line, behind, "GOTO")) return jump(line, behind, { column, text, condition: condition.run });
    const made = readAssignment(line, behind);
    return made ? { kind: "then", condition: condition.run, assignments: [made.assignment] } : unreadable(line, at);
  }
  if (isAt(line, at, "GOTO")) return jump(line, at, { column, text, condition: undefined });
  if (isAt(line, at, "WHILE")) {
    const condition = readOperand(line, at + 5);
    const mark = condition && markOf(line, skip(line, condition.end), "DO");
    return condition && mark !== undefined
      ? { kind: "while", column, text, condition: condition.run, mark }
      : unreadable(line, at);
  }
  const [begins, ends] = [markOf(line, at, "DO"), markOf(line, at, "END")];
  if (begins !== undefined) return { kind: "while", column, text, condition: undefined, mark: begins };
  return ends === undefined ? undefined : { kind: "end", mark: ends };
}

function jump(
  line: string,
  at: number,
  { column, text, condition }: { column: number; text: string; condition: Expression["run"] | undefined },
): Statement {
  const target = readExpression(line, at + 4);
  return target ? { kind: "goto", column, text, condition, target: target.run } : unreadable(line, at);
}

/** The number behind `DO` or `END`. */
function markOf(line: string, at: number, word: "DO" | "END"): number | undefined {
  if (!isAt(line, at, word)) return undefined;
  const digits = /^\s*(\d)\b/.exec(line.slice(at + word.length))?.[1];
  return digits === undefined ? undefined : Number(digits);
}

function oStatement(line: string, at: number, o: RegExpExecArray, word: OWord): Statement {
  const values: Expression["run"][] = [];
  for (let place = skip(line, at + o[0].length); line[place] === "["; ) {
    const value = readOperand(line, place);
    if (!value) return unreadable(line, at);
    values.push(value.run);
    place = skip(line, value.end);
  }
  const name = oName(o[1] ?? "");
  return { kind: "o", column: at + 1, text: line.slice(at).trim().slice(0, 60), name, word, values };
}

/** `O0100` and `o100` are one name; `<Deep>` and `<deep>` too. */
export const oName = (written: string): string =>
  written.startsWith("<") ? written.replace(/\s/g, "").toLowerCase() : String(Number(written));

/** A line with its comments blanked out, so that columns stay what they are; and the comments. */
export function blankComments(line: string): { readonly line: string; readonly comments: readonly string[] } {
  const comments: string[] = [];
  const blank = (found: string, words: string) => {
    if (words.trim() !== "") comments.push(words.trim());
    return " ".repeat(found.length);
  };
  const bare = line.replace(/\(([^)]*)\)?/g, blank).replace(/;(.*)$/, blank);
  return { line: bare, comments };
}

/** Whether a condition holds; undefined where it rests on something that only the machine knows. An empty one does not hold. */
export const holds = (value: Value): boolean | undefined => (value === undefined ? undefined : (value ?? 0) !== 0);
