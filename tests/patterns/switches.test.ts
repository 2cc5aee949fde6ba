import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import path from "node:path";
import ts from "typescript";
import { describe, expect, it } from "vitest";

const ROOT = path.resolve(import.meta.dirname, "../..");

/** Every module of the product, tests aside. */
const modules = execFileSync("git", ["ls-files", "core", "sim", "server", "app", "cli", "standins"], {
  cwd: ROOT,
  encoding: "utf8",
})
  .split("\n")
  .filter((file) => /\.tsx?$/.test(file) && !/\.(?:test|fixture)\.tsx?$/.test(file));

/**
 * What is wrong with the switches of a text, a line each. A member that is added to a union must be a type error wherever
 * somebody has to say something about it. So every clause returns, which the compiler then holds against the type of the
 * function (`noImplicitReturns`), or the switch ends in `satisfies never`. A `default` for what has no list, such as the codes
 * of a program, says in a comment what comes there.
 */
function wrongIn(text: string): readonly string[] {
  const file = ts.createSourceFile("module.tsx", text, ts.ScriptTarget.Latest, true);
  const wrong: string[] = [];
  const look = (node: ts.Node): void => {
    if (ts.isSwitchStatement(node)) {
      const { clauses } = node.caseBlock;
      const rest = clauses.find(ts.isDefaultClause);
      const at = `${file.getLineAndCharacterOfPosition(node.getStart()).line + 1}: switch (${node.expression.getText()})`;
      if (rest) {
        const said = node
          .getFullText()
          .slice(rest.getStart() - node.getFullStart(), node.getEnd() - node.getFullStart());
        if (!said.includes("satisfies never") && !/^default:\s*\{?\s*\/\/ [A-Z]/.test(said))
          wrong.push(`${at} has a default that says nothing`);
      } else if (!clauses.every(({ statements }) => statements.length === 0 || statements.some(returns)))
        wrong.push(`${at} has neither a default nor returns in every clause`);
    }
    ts.forEachChild(node, look);
  };
  look(file);
  return wrong;
}

const returns = (node: ts.Node): boolean =>
  ts.isReturnStatement(node) ||
  ts.isThrowStatement(node) ||
  (!ts.isFunctionLike(node) && (ts.forEachChild(node, (child) => returns(child) || undefined) ?? false));

describe("a switch", () => {
  it.each([
    ["a default that says nothing", "switch (a) { case 1: return 2; default: return 3; }"],
    ["no default, though a clause goes on", "switch (a) { case 1: b(); break; case 2: return 3; }"],
    ["a comment that stands elsewhere", "switch (a) { case 1: // One\n return 2; default: return 3; }"],
  ])("with %s is found", (_name, text) => expect(wrongIn(text)).toHaveLength(1));
  it.each([
    ["every clause returns", "switch (a) { case 1: case 2: return 2; case 3: { if (b) return 1; return 0; } }"],
    ["its end is no member", "switch (a) { case 1: b(); break; default: a satisfies never; }"],
    ["its default says what comes there", "switch (a) { case 1: b(); break; default:\n // Every other code.\n c(); }"],
    ["its default has nothing to do", "switch (a) { case 1: b(); break; default:\n // Every other code.\n }"],
  ])("is left alone where %s", (_name, text) => expect(wrongIn(text)).toEqual([]));
});

describe("every switch of the product", () => {
  it("meets each member of its union, or says what else comes", () => {
    const wrong = modules.flatMap((file) =>
      wrongIn(readFileSync(path.join(ROOT, file), "utf8")).map((line) => `${file}:${line}`),
    );
    expect(wrong).toEqual([]);
  });
});
