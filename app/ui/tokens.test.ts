import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { TOKENS } from "./tokens.ts";

const css = readFileSync(new URL("./base.css", import.meta.url), "utf8");
/** Custom properties that a rule declares, by its selector, in order of the file. */
const declared = (selector: string) => {
  const block = css.slice(css.indexOf(`${selector} {`)).match(/\{([^}]*)\}/)?.[1] ?? "";
  return Object.fromEntries([...block.matchAll(/--(\w+): ([^;]+);/g)].map(([, name, value]) => [name, value]));
};

describe("the two themes", () => {
  const light = declared(":root");
  const dark = declared('[data-theme="dark"]');
  it("declare every token, and nothing else", () => {
    expect(Object.keys(light)).toEqual([...TOKENS]);
    expect(Object.keys(dark)).toEqual([...TOKENS]);
  });
  it("are the same whether chosen or decided by the system, and paper is light", () => {
    expect(declared(":root:not([data-theme])")).toEqual(dark);
    expect(declared("  [data-theme]")).toEqual(light);
  });
});
