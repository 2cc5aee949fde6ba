import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { describe, expect, it } from "vitest";

const ROOT = fileURLToPath(new URL("../../", import.meta.url));
/** Words that docs/WORDS.md replaces, where they stand on a screen or in a message. */
const REPLACED = [
  /\bTake back\b/,
  /\bTake (in|away|out) (a|this|another|the)\b/,
  /\bTake as [A-Z]/,
  /\bBegin anew\b/,
  /\bLook for \(/,
  /\bBring it back\b/,
  /\bKeeping…/,
  /\bbeen taken in\b/,
];

function modulesIn(folder: string): readonly string[] {
  return readdirSync(join(ROOT, folder), { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile() && /(?<!\.test|\.fixture)\.tsx?$/.test(entry.name))
    .map((entry) => join(entry.parentPath, entry.name));
}

describe("words on screens and in messages", () => {
  it("are those of docs/WORDS.md", () => {
    const found = ["app", "core", "server"].flatMap(modulesIn).flatMap((file) =>
      readFileSync(file, "utf8")
        .split("\n")
        .filter((line) => !/^\s*(\/\/|\*|\/\*)/.test(line) && REPLACED.some((word) => word.test(line)))
        .map((line) => `${file.slice(ROOT.length)}: ${line.trim()}`),
    );
    expect(found).toEqual([]);
  });
});
