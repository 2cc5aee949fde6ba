import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import path from "node:path";
import ts from "typescript";
import { describe, expect, it } from "vitest";

const ROOT = path.resolve(import.meta.dirname, "../..");
const files = execFileSync("git", ["ls-files", "core", "sim", "server", "app", "cli", "standins", "scripts", "tests"], {
  cwd: ROOT,
  encoding: "utf8",
})
  .split("\n")
  .filter((file) => /\.tsx?$/.test(file));

/** Modules whose exports are read by a framework, by every name: routes, entries of the application, and indexes. */
const READ_BY_NAME = /^app\/routes\/|^app\/(?:root|entry\.\w+|routes)\.tsx?$|(?:^|\/)index\.ts$/;
/** Members of registries, which only their registry names, as short as their file. */
const MEMBERS = /^(?:core\/ledger\/kinds|core\/tool\/ways|sim\/exercise\/goals)\/(?!schemaParts|kind\.ts|index)/;

interface Module {
  readonly file: string;
  readonly names: ReadonlySet<string>;
  readonly exported: readonly string[];
}

function moduleOf(file: string, text: string): Module {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const names = new Set<string>();
  const look = (node: ts.Node): void => {
    // Handing a name on is no use of it; a route's module hands it to the router.
    if (ts.isExportDeclaration(node) && !file.startsWith("app/routes/")) return;
    if (ts.isIdentifier(node)) names.add(node.text);
    ts.forEachChild(node, look);
  };
  look(source);
  const exported = source.statements
    .filter((one) => ts.canHaveModifiers(one))
    .filter((one) => ts.getModifiers(one)?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword))
    .flatMap((one): readonly string[] => {
      if (ts.isVariableStatement(one)) return one.declarationList.declarations.map(({ name }) => name.getText());
      return "name" in one && one.name ? [(one.name as ts.Identifier).text] : [];
    });
  return { file, names, exported: [...new Set(exported)] };
}

function faultsIn(modules: readonly Module[]): readonly string[] {
  const own = modules.filter(({ file }) => !READ_BY_NAME.test(file) && !/\.(?:test|spec)\.|^tests\//.test(file));
  const named = new Map<string, string>();
  return own.flatMap(({ file, exported }) =>
    exported.flatMap((name) => {
      const other = named.get(name);
      if (!MEMBERS.test(file)) named.set(name, file);
      return [
        ...(other && !MEMBERS.test(file) ? [`${name} has two meanings: ${other} and ${file}`] : []),
        ...(modules.some((one) => one.file !== file && one.names.has(name))
          ? []
          : [`${file}: ${name} is used nowhere else`]),
      ];
    }),
  );
}

describe("an export", () => {
  const check = (...texts: readonly string[]) =>
    faultsIn(texts.map((text, index) => moduleOf(`core/${index}.ts`, text)));
  it("that is not used is found", () => {
    expect(check("export const one = 1;", "export {};")).toEqual(["core/0.ts: one is used nowhere else"]);
  });
  it("that shares its name is found", () => {
    expect(check("export const one = 1;", "export function one() {}", "one(one);")).toEqual([
      "one has two meanings: core/0.ts and core/1.ts",
    ]);
  });
});

describe("the product", () => {
  it("exports only what another module uses, each name with one meaning", () => {
    expect(faultsIn(files.map((file) => moduleOf(file, readFileSync(path.join(ROOT, file), "utf8"))))).toEqual([]);
  });
});
