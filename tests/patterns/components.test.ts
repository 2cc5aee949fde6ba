import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import path from "node:path";
import ts from "typescript";
import { describe, expect, it } from "vitest";

const ROOT = path.resolve(import.meta.dirname, "../..");
/** A component is a hook with its state, a view of markup, and a drawing; the view fits on a screen or two. */
const MOST_LINES = 150;

const files = execFileSync("git", ["ls-files", "app"], { cwd: ROOT, encoding: "utf8" })
  .split("\n")
  .filter((file) => file.endsWith(".tsx"));

/** Functions whose names begin with a capital, with how many lines they have. */
function componentsIn(text: string): readonly (readonly [name: string, lines: number])[] {
  const source = ts.createSourceFile("module.tsx", text, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const found: (readonly [string, number])[] = [];
  const linesOf = (node: ts.Node) =>
    source.getLineAndCharacterOfPosition(node.end).line -
    source.getLineAndCharacterOfPosition(node.getStart()).line +
    1;
  const look = (node: ts.Node): void => {
    const name = ts.isFunctionDeclaration(node) || ts.isFunctionExpression(node) ? node.name?.text : undefined;
    if (name && /^[A-Z]/.test(name)) found.push([name, linesOf(node)]);
    ts.forEachChild(node, look);
  };
  look(source);
  return found;
}

describe("a component", () => {
  it("is found with its lines", () => {
    expect(componentsIn("export function One() {\n  return null;\n}\nfunction two() {}")).toEqual([["One", 3]]);
  });
  it(`has at most ${MOST_LINES} lines`, () => {
    const all = files.flatMap((file) =>
      componentsIn(readFileSync(path.join(ROOT, file), "utf8")).map(([name, lines]) => ({ file, name, lines })),
    );
    expect(all.length).toBeGreaterThan(150);
    expect(all.filter(({ lines }) => lines > MOST_LINES)).toEqual([]);
  });
});
