import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import path from "node:path";
import ts from "typescript";
import { describe, expect, it } from "vitest";

const ROOT = path.resolve(import.meta.dirname, "../..");
const modules = execFileSync("git", ["ls-files", "core"], { cwd: ROOT, encoding: "utf8" })
  .split("\n")
  .filter((file) => /\.ts$/.test(file) && !/(?:\.(?:test|fixture)|\/index)\.ts$/.test(file));

/** Words that say in what a number is measured, or that it counts something. */
const SAYS_UNIT =
  /millimet|inch|\bmm\b|\bunit|degree|diameter|radius|radii|second|share|odds|percent|number of|how many|how often|count|place|line|digit|sign|sequence|bytes|characters|code|without unit/i;
/** Words that say when there is nothing. */
const SAYS_ABSENCE = /undefined|absent|empty|\bnone\b|nothing|\bno\b|not known|without|left out/i;
/** Words that say what is turned down, or that it is said why. */
const SAYS_REFUSAL = /refus|error|wrong|\bwhy\b|cannot|may\b/i;

/** What the comments of exported functions lack: a line each. */
function lackingIn(file: string, text: string): readonly string[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const documented = new Set<string>();
  return source.statements.flatMap((statement): readonly string[] => {
    if (!ts.canHaveModifiers(statement)) return [];
    if (!ts.getModifiers(statement)?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword)) return [];
    const comment = ts
      .getJSDocCommentsAndTags(statement)
      .map((one) => one.getText())
      .join(" ");
    return functionsOf(statement).flatMap(([name, { type, parameters }]) => {
      const at = `${file}: ${name}`;
      // The signatures of one function share the comment of the first.
      if (documented.has(name)) return [];
      documented.add(name);
      if (comment === "") return [`${at} has no comment`];
      const returns = type?.getText() ?? "";
      const numbers = returns + parameters.map((one) => one.getText()).join();
      return [
        ...(/\bnumber\b/.test(numbers) && !SAYS_UNIT.test(comment) ? [`${at} does not say in what it measures`] : []),
        ...(/\bundefined\b/.test(returns) && !SAYS_ABSENCE.test(comment)
          ? [`${at} does not say when it is absent`]
          : []),
        ...(/^Answer</.test(returns) && !SAYS_REFUSAL.test(comment) ? [`${at} does not say what it refuses`] : []),
      ];
    });
  });
}

type Signature = Pick<ts.SignatureDeclaration, "type" | "parameters">;

function functionsOf(statement: ts.Statement): readonly (readonly [string, Signature])[] {
  if (ts.isFunctionDeclaration(statement)) return [[statement.name?.text ?? "", statement]];
  if (!ts.isVariableStatement(statement)) return [];
  return statement.declarationList.declarations.flatMap(({ name, initializer }) =>
    initializer && ts.isArrowFunction(initializer) ? [[name.getText(), initializer] as const] : [],
  );
}

describe("an exported function", () => {
  it.each([
    ["without a comment", "export const twice = (length: number) => 2 * length;", "no comment"],
    ["with a number of no unit", "/** Doubles. */ export const twice = (a: number) => 2 * a;", "in what it measures"],
    ["that may be absent", "/** Finds it. */ export function find(): string | undefined {}", "when it is absent"],
    ["that may refuse", "/** Reads it. */ export function read(): Answer<string, Refusal> {}", "what it refuses"],
  ])("%s is found", (_name, text, lack) => expect(lackingIn("a.ts", text)).toEqual([expect.stringContaining(lack)]));
  it("with all of it is let through", () => {
    const text =
      "/** Reads a length, millimetres; refused where it is none. */ export function f(): Answer<number, Refusal> {}";
    expect(lackingIn("a.ts", text)).toEqual([]);
  });
});

describe("core", () => {
  it("says of each exported function what it does, in what units, and when there is nothing", () => {
    expect(modules.length).toBeGreaterThan(200);
    expect(modules.flatMap((file) => lackingIn(file, readFileSync(path.join(ROOT, file), "utf8")))).toEqual([]);
  });
});

describe("the language of the product", () => {
  const texts = execFileSync("git", ["ls-files", "*.ts", "*.tsx", "*.mjs", "*.md"], { cwd: ROOT, encoding: "utf8" })
    .split("\n")
    .filter((file) => file !== "" && !file.endsWith("comments.test.ts"));
  it("names the person or the part that it means, and not “whoever”", () => {
    const found = texts.filter((file) => /\bwhoever\b/i.test(readFileSync(path.join(ROOT, file), "utf8")));
    expect(found).toEqual([]);
  });
  it("says in comments what is not known, and not “nobody”", () => {
    const found = texts
      .filter((file) => /^(?:core|sim|server|app|cli|standins)\//.test(file))
      .filter((file) =>
        /^\s*(?:\/\/|\/?\*).*\b(?:nobody|anybody|everybody)\b/im.test(readFileSync(path.join(ROOT, file), "utf8")),
      );
    expect(found).toEqual([]);
  });
});

describe("core/tolerances.ts", () => {
  it("holds every tolerance of the core", () => {
    const bare = modules.filter(
      (file) =>
        file !== "core/tolerances.ts" && /\b\d+(?:\.\d+)?e-\d+\b/.test(readFileSync(path.join(ROOT, file), "utf8")),
    );
    // A way of writing numbers in a comment, and steel's growth by degree.
    expect(bare).toEqual(["core/formats/decimal.ts", "core/limits/errorBudget.ts"]);
  });
});
