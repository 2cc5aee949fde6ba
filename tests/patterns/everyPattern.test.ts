import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import path from "node:path";
import ts from "typescript";
import { describe, expect, it } from "vitest";

const ROOT = path.resolve(import.meta.dirname, "../..");
const ROOMS = ["core", "sim", "server", "app", "cli", "standins"];

interface Pattern {
  readonly place: string;
  readonly source: string;
  readonly flags: string;
}

/** Every pattern that is written in the code, found by the compiler's own reader; and where one is put together at run time. */
function patternsOfCode(): { readonly written: readonly Pattern[]; readonly built: readonly string[] } {
  const find = ROOMS.map((room) => path.join(ROOT, room));
  const files = execFileSync("find", [...find, "-name", "*.ts", "-o", "-name", "*.tsx"], { encoding: "utf8" })
    .split("\n")
    .filter((file) => file !== "" && !/\.(?:test|fixture|setup)\.tsx?$|\/testing\//.test(file));
  const written: Pattern[] = [];
  const built: string[] = [];
  for (const file of files) {
    const kind = file.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
    const source = ts.createSourceFile(file, readFileSync(file, "utf8"), ts.ScriptTarget.Latest, true, kind);
    const visit = (node: ts.Node) => {
      const place = () =>
        `${path.relative(ROOT, file)}:${source.getLineAndCharacterOfPosition(node.getStart(source)).line + 1}`;
      if (ts.isRegularExpressionLiteral(node)) {
        const [, text = "", flags = ""] = /^\/(.*)\/([a-z]*)$/s.exec(node.text) ?? [];
        written.push({ place: place(), source: text, flags });
      }
      if ((ts.isNewExpression(node) || ts.isCallExpression(node)) && node.expression.getText(source) === "RegExp")
        built.push(place());
      ts.forEachChild(node, visit);
    };
    visit(source);
  }
  return { written, built };
}

/** Pieces that are repeated many times: characters that files and fields are made of, and the pattern's own words. */
const PIECES = [
  ..."()[]<>{}",
  " ",
  "\n",
  "\t",
  "0",
  "1",
  "a",
  "A",
  "X",
  "-",
  ".",
  ",",
  '"',
  "'",
  "/",
  "\\",
  "=",
  ";",
  ":",
  "_",
  "#",
  "%",
  "&",
  "*",
  "+",
  "!",
  "é",
  "G1 ",
  "a ",
  "0 ",
  "(a",
  "a=",
  "1.",
  "0,",
  '"a"',
  "<a ",
  "//",
  "a-",
  "00",
  "x=",
];
const piecesFor = ({ source }: Pattern) => [...new Set([...PIECES, ...(source.match(/[A-Za-z]{2,}/g) ?? [])])];

/** Beginnings that lead into the middle of a pattern. */
function beginningsFor({ source }: Pattern): readonly string[] {
  const literal = /^\^?((?:\\.|[A-Za-z0-9<("' ])+)/.exec(source)?.[1] ?? "";
  const own = literal.replace(/\\[bsdwSWD]/g, " ").replace(/\\(.)/g, "$1");
  return [...new Set(["", "a", "0", "(", "X", "<", '"', "G10 ", "-", own])];
}

function milliseconds(pattern: RegExp, text: string): number {
  const began = process.hrtime.bigint();
  if (pattern.global) text.replace(pattern, "");
  else pattern.exec(text);
  return Number(process.hrtime.bigint() - began) / 1e6;
}
const quickest = (pattern: RegExp, text: string) =>
  Math.min(milliseconds(pattern, text), milliseconds(pattern, text), milliseconds(pattern, text));

const SHORT = 3000;
const LONG = 12_000;
/** A pattern that looks at every character once or twice needs a few hundredths of this for `SHORT` characters. */
const SUSPECT_MS = 0.3;
/** And less than a millisecond for `LONG` ones; one that begins anew at each of them needs tens to hundreds. */
const MOST_MS = 5;

/** The times for a short and a long text, where the second is out of proportion. */
function outOfProportion(pattern: RegExp, text: (length: number) => string): readonly number[] | undefined {
  const times = [quickest(pattern, text(SHORT)), quickest(pattern, text(LONG))] as const;
  return times[1] > MOST_MS && times[1] > 2 * times[0] ? times : undefined;
}

/** How the worst text for a pattern is made, and its times; undefined where doubled input takes about doubled time. */
function superLinear(one: Pattern): string | undefined {
  const pattern = new RegExp(one.source, one.flags);
  for (const beginning of beginningsFor(one))
    for (const piece of piecesFor(one))
      for (const end of ["", "\u0001"]) {
        const text = (length: number) => beginning + piece.repeat(Math.ceil(length / piece.length)) + end;
        if (milliseconds(pattern, text(SHORT)) < SUSPECT_MS || quickest(pattern, text(SHORT)) < SUSPECT_MS) continue;
        const times = outOfProportion(pattern, text);
        if (times)
          return `${one.place} /${one.source}/: ${JSON.stringify([beginning, piece, end])} takes ${times.join(", ")} ms`;
      }
  return undefined;
}

describe("patterns", () => {
  const { written, built } = patternsOfCode();
  it("are all written out, so that every one is known here", () => {
    expect(built).toEqual([]);
    expect(written.length).toBeGreaterThan(200);
  });
  it("take about double the time for double the text, whatever it is made of", () => {
    expect(written.map(superLinear).filter((found) => found !== undefined)).toEqual([]);
  }, 120_000);
  it.each([
    [/\([^)]*\)/g, "(", true],
    [/^\d*[.,]?\d*$/, "0", true],
    [/\s+$/, " ", true],
    [/^\d*(?:[.,]\d*)?$/, "0", false],
    [/\([^()]*\)/g, "(", false],
  ])("that do not are found: %s with many %j", (pattern, piece, isFound) => {
    expect(outOfProportion(pattern, (length) => `${piece.repeat(length)}x`) !== undefined).toBe(isFound);
  });
});
