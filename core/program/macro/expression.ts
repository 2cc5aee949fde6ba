import type { Environment, Value } from "./value.ts";

/** An expression that has been taken apart once, to be worked out as often as its line is run. */
export interface Expression {
  readonly run: (env: Environment) => Value;
  /** Behind its last character. */
  readonly end: number;
}
type Run = Expression["run"];

/** Sums: an empty variable counts 0, an unknown one makes the result unknown. */
const sum =
  (left: Run, right: Run, work: (a: number, b: number) => number): Run =>
  (env) => {
    const [a, b] = [left(env), right(env)];
    if (a === undefined || b === undefined) return undefined;
    const result = work(a ?? 0, b ?? 0);
    if (Number.isFinite(result)) return result;
    env.onArithmetic();
    return undefined;
  };

const truth = (is: boolean): number => (is ? 1 : 0);

/** Comparisons: an empty variable equals another empty one and nothing else; by size it counts 0. */
const equal =
  (left: Run, right: Run, wanted: boolean): Run =>
  (env) => {
    const [a, b] = [left(env), right(env)];
    if (a === undefined || b === undefined) return undefined;
    return truth((a === b) === wanted);
  };

type Level = Readonly<Record<string, (left: Run, right: Run) => Run>>;
const size = (work: (a: number, b: number) => boolean) => (left: Run, right: Run) =>
  sum(left, right, (a, b) => truth(work(a, b)));

/** From what binds last to what binds first, each from left to right. */
const LEVELS: readonly Level[] = [
  {
    AND: size((a, b) => a !== 0 && b !== 0),
    OR: size((a, b) => a !== 0 || b !== 0),
    XOR: size((a, b) => (a !== 0) !== (b !== 0)),
  },
  {
    EQ: (left, right) => equal(left, right, true),
    NE: (left, right) => equal(left, right, false),
    GT: size((a, b) => a > b),
    GE: size((a, b) => a >= b),
    LT: size((a, b) => a < b),
    LE: size((a, b) => a <= b),
  },
  { "+": (left, right) => sum(left, right, (a, b) => a + b), "-": (left, right) => sum(left, right, (a, b) => a - b) },
  {
    "*": (left, right) => sum(left, right, (a, b) => a * b),
    "/": (left, right) => sum(left, right, (a, b) => a / b),
    MOD: (left, right) => sum(left, right, (a, b) => a % b),
  },
  { "**": (left, right) => sum(left, right, (a, b) => a ** b) },
];

const RADIANS = Math.PI / 180;
/** A tangent beyond this is one of 90°. */
const STEEPEST = 1e12;

const FUNCTIONS: Readonly<Record<string, (a: number) => number>> = {
  SIN: (a) => Math.sin(a * RADIANS),
  COS: (a) => Math.cos(a * RADIANS),
  TAN: (a) => {
    const tangent = Math.tan(a * RADIANS);
    return Math.abs(tangent) > STEEPEST ? Number.NaN : tangent;
  },
  ASIN: (a) => Math.asin(a) / RADIANS,
  ACOS: (a) => Math.acos(a) / RADIANS,
  SQRT: Math.sqrt,
  ABS: Math.abs,
  ROUND: (a) => Math.floor(a + 0.5),
  FIX: Math.floor,
  FUP: Math.ceil,
  LN: (a) => (a > 0 ? Math.log(a) : Number.NaN),
  EXP: Math.exp,
};
const NAME = /[A-Z]+/iy;
const NUMBER = /\d+(?:\.\d*)?|\.\d+/y;
/** Brackets in brackets deeper than this are no program. */
const DEEPEST = 40;

/** Reads an expression from a place in a line. Undefined where none stands there. */
export function readExpression(text: string, from: number): Expression | undefined {
  return level(text, from, 0, 0);
}

/**
 * Reads what a word has for its number: a number, a variable, a function or brackets, with a sign in front. `from` counts characters of the
 * line. Undefined where nothing of that kind stands there.
 */
export function readOperand(text: string, from: number): Expression | undefined {
  return operand(text, from, 0);
}

function level(text: string, from: number, at: number, depth: number): Expression | undefined {
  const operators = LEVELS[at];
  if (!operators) return operand(text, from, depth);
  const first = level(text, from, at + 1, depth);
  if (!first) return undefined;
  let { run, end } = first;
  for (;;) {
    const place = skip(text, end);
    const name = Object.keys(operators).find((one) => isAt(text, place, one));
    if (name === undefined) return { run, end };
    const right = level(text, place + name.length, at + 1, depth);
    if (!right) return { run, end };
    run = (operators[name] as NonNullable<Level[string]>)(run, right.run);
    end = right.end;
  }
}

function operand(text: string, from: number, depth: number): Expression | undefined {
  if (depth > DEEPEST) return undefined;
  const at = skip(text, from);
  const sign = text[at];
  if (sign === "-" || sign === "+") {
    const of = operand(text, at + 1, depth + 1);
    return of && sign === "-" ? { end: of.end, run: negative(of.run) } : of;
  }
  if (sign === "[") return brackets(text, at, depth);
  if (sign !== "#") return numberOrFunction(text, at, depth);
  const place = readVariable(text, at, depth);
  if (!place) return undefined;
  const { variable, end } = place;
  const run: Run = (env) => {
    const name = variable(env);
    return name === undefined ? undefined : env.read(name);
  };
  return { end, run };
}

const negative =
  (run: Run): Run =>
  (env) => {
    const value = run(env);
    return value === undefined || value === null ? value : -value;
  };

function brackets(text: string, at: number, depth: number): Expression | undefined {
  const inner = level(text, at + 1, 0, depth + 1);
  if (!inner) return undefined;
  const close = skip(text, inner.end);
  return text[close] === "]" ? { run: inner.run, end: close + 1 } : undefined;
}

function numberOrFunction(text: string, at: number, depth: number): Expression | undefined {
  NUMBER.lastIndex = at;
  const number = NUMBER.exec(text)?.[0];
  if (number !== undefined) {
    const value = Number(number);
    return { run: () => value, end: at + number.length };
  }
  NAME.lastIndex = at;
  const name = NAME.exec(text)?.[0].toUpperCase();
  if (name === undefined) return undefined;
  const open = skip(text, at + name.length);
  if (text[open] !== "[") return undefined;
  const of = brackets(text, open, depth);
  if (!of) return undefined;
  if (name === "ATAN") return arcTangent(text, of, depth);
  const work = FUNCTIONS[name];
  return work && { end: of.end, run: sum(of.run, of.run, (a) => work(a)) };
}

/** `ATAN[a]/[b]`: the angle of a over b, in degrees; with one number only, of a over 1. */
function arcTangent(text: string, of: Expression, depth: number): Expression {
  const slash = skip(text, of.end);
  const by = text[slash] === "/" ? brackets(text, skip(text, slash + 1), depth) : undefined;
  const angle = (a: number, b: number) => Math.atan2(a, b) / RADIANS;
  if (!by) return { end: of.end, run: sum(of.run, of.run, (a) => angle(a, 1)) };
  return { end: by.end, run: sum(of.run, by.run, angle) };
}

/**
 * A variable by its number, by a number that is worked out, or by its name: `#101`, `#[#1+1]`, `#<depth>`. `at` is the place of its sign in
 * the line, in characters. Undefined where none can be read.
 */
export function readVariable(
  text: string,
  at: number,
  depth = 0,
): { readonly variable: (env: Environment) => number | string | undefined; readonly end: number } | undefined {
  const place = skip(text, at + 1);
  if (text[place] === "<") {
    const close = text.indexOf(">", place);
    if (close < 0) return undefined;
    const name = text
      .slice(place + 1, close)
      .replace(/\s/g, "")
      .toLowerCase();
    return { variable: () => name, end: close + 1 };
  }
  const of = text[place] === "[" ? brackets(text, place, depth) : operandNumber(text, place, depth);
  if (!of) return undefined;
  return { end: of.end, variable: (env) => of.run(env) ?? undefined };
}

/** `#1` and `##1`: a number, or the number that another variable holds. */
function operandNumber(text: string, at: number, depth: number): Expression | undefined {
  if (text[at] === "#") return operand(text, at, depth + 1);
  NUMBER.lastIndex = at;
  const number = NUMBER.exec(text)?.[0];
  if (number === undefined) return undefined;
  const value = Number(number);
  return { run: () => value, end: at + number.length };
}

/** The place behind blanks, in characters of the line. */
export function skip(text: string, from: number): number {
  let at = from;
  while (text[at] === " " || text[at] === "\t") at++;
  return at;
}

/** Whether a word stands at a place, in small letters or capitals; a name is not the beginning of a longer operator. */
export function isAt(text: string, at: number, word: string): boolean {
  if (word === "*" && text[at + 1] === "*") return false;
  return text.slice(at, at + word.length).toUpperCase() === word;
}
