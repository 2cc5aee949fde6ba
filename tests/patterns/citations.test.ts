import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";

const ROOT = path.resolve(import.meta.dirname, "../..");

describe("sources of formulas", () => {
  const page = readFileSync(path.join(ROOT, "docs/MATHEMATICS.md"), "utf8");
  const sections = [...page.matchAll(/^## (.+)$/gm)].map(([, name]) => name);
  const cited = execFileSync("grep", ["-rhoE", "docs/MATHEMATICS\\.md, [A-Z][a-z ]+", "core", "sim"], { cwd: ROOT })
    .toString()
    .trim()
    .split("\n")
    .map((line) => line.replace("docs/MATHEMATICS.md, ", "").trim());
  it("are sections of the page in this repository", () => {
    expect(cited.length).toBeGreaterThan(20);
    expect(cited.filter((name) => !sections.includes(name))).toEqual([]);
  });
});
