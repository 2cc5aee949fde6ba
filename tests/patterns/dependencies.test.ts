import { readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";

const read = (name: string) => JSON.parse(readFileSync(path.resolve(import.meta.dirname, "../..", name), "utf8"));

describe("dependencies", () => {
  const lock = read("package-lock.json") as {
    packages: Record<string, { version?: string; deprecated?: string; resolved?: string }>;
  };
  it("are none that their makers have given up, with a known fault or without", () => {
    const deprecated = Object.entries(lock.packages).filter(([, one]) => one.deprecated !== undefined);
    expect(deprecated.map(([name, { deprecated: why }]) => `${name}: ${why}`)).toEqual([]);
  });
  it("are pinned to one version each, as the lock file has it, and named by no address", () => {
    const { dependencies, devDependencies } = read("package.json") as Record<string, Record<string, string>>;
    for (const [name, version] of Object.entries({ ...dependencies, ...devDependencies })) {
      const exact = /(\d+\.\d+\.\d+)$/.exec(version)?.[1];
      expect([name, exact]).toEqual([name, lock.packages[`node_modules/${name}`]?.version]);
    }
    expect(Object.values(lock.packages).filter(({ resolved }) => resolved?.startsWith("http"))).toEqual([]);
  });
});
