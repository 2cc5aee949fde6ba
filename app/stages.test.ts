import { existsSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import routes from "./routes.ts";
import { CHAIN, STAGES } from "./stages.ts";

describe("the stages of a setup", () => {
  it.each(STAGES)("$path has a module, and its route below the setup", ({ path: stage, module }) => {
    expect(existsSync(path.join(import.meta.dirname, module))).toBe(true);
    const setup = routes.find((route) => route.path === "setups/:setupId" && route.children);
    expect(setup?.children?.find((route) => route.path === stage)?.file).toBe(module);
  });
  it("stand once each, in the order in which a setup goes through them", () => {
    expect(new Set(STAGES.map(({ path: stage }) => stage)).size).toBe(STAGES.length);
    expect(CHAIN.map(({ name }) => name)).toEqual([
      "Prepare",
      "Mount",
      "Touch",
      "Table",
      "Clear",
      "Prove",
      "First part",
      "Record",
    ]);
  });
});

describe("the routes", () => {
  it("show the parts of the interface only where the sources are served", () => {
    expect(routes.some(({ path: address }) => address === "parts")).toBe(false);
  });
});
