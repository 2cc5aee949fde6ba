import { execFileSync } from "node:child_process";
import { existsSync, readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";

const ROOT = path.resolve(import.meta.dirname, "../..");
const read = (file: string) => readFileSync(path.join(ROOT, file), "utf8");
const files = execFileSync("git", ["ls-files"], { cwd: ROOT, encoding: "utf8" }).split("\n").filter(Boolean);
/** Every word of the product's code. */
const words = new Set(
  files
    .filter((file) => /^(?:core|sim|server|app|cli)\/.*\.tsx?$/.test(file) && !/\.(?:test|fixture)\./.test(file))
    .flatMap((file) => read(file).match(/[A-Za-z][\w-]*/g) ?? []),
);

describe("docs/GLOSSARY.md", () => {
  const rows = read("docs/GLOSSARY.md")
    .split("\n")
    .filter((line) => line.startsWith("| ") && !line.startsWith("| term"))
    .map((line) => line.split("|").map((part) => part.trim()));
  it("names identifiers that there are", () => {
    expect(rows.length).toBeGreaterThan(40);
    const named = rows.flatMap((row) =>
      [...(row[3] ?? "").matchAll(/`([A-Za-z][\w-]*)`/g)].map(([, word = ""]) => word),
    );
    expect(named.filter((word) => !words.has(word))).toEqual([]);
  });
  it("says each term once", () => {
    const terms = rows.map((row) => row[1] ?? "");
    expect(terms.filter((term, index) => terms.indexOf(term) !== index)).toEqual([]);
  });
});

describe("every document", () => {
  const documents = files.filter((file) => file.endsWith(".md"));
  it.each(documents)("%s links to what there is", (file) => {
    const links = [...read(file).matchAll(/\]\(([^)#\s]+)[^)]*\)/g)].map(([, to = ""]) => to);
    const broken = links.filter(
      (to) => !/^[a-z]+:/.test(to) && !existsSync(path.resolve(ROOT, path.dirname(file), decodeURI(to))),
    );
    expect(broken).toEqual([]);
  });
  it("names folders of the product that there are", () => {
    const gone = documents.flatMap((file) =>
      [...read(file).matchAll(/`((?:core|sim|server|app|cli)\/[\w/.-]*[\w])/g)]
        .map(([, to = ""]) => to)
        .filter((to) => !existsSync(path.join(ROOT, to)))
        .map((to) => `${file}: ${to}`),
    );
    expect(gone).toEqual([]);
  });
});

describe("every top folder of the product", () => {
  it.each(["app", "cli", "core", "db", "docs", "scripts", "server", "sim", "standins", "tests"])(
    "%s says what lives in it",
    (folder) => {
      expect(readdirSync(path.join(ROOT, folder))).toContain("README.md");
    },
  );
});
