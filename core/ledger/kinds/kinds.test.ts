import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import type { Entry } from "../entry.ts";
import { asWrittenNow } from "../readPayload.ts";
import { ENTRY_KINDS, kindOf, payloadSchemas } from "./index.ts";

const FOLDER = new URL("..", import.meta.url);
/** Entries as earlier versions have written them, with their payloads as they are written now. */
const stored = readdirSync(FOLDER)
  .filter((file) => /^ledger-version-\d+.*\.json$/.test(file))
  .flatMap((file) => JSON.parse(readFileSync(new URL(file, FOLDER), "utf8")) as readonly Entry[])
  .map(asWrittenNow);
const FILES = readdirSync(new URL(".", import.meta.url));
const camel = (kind: string) => kind.replace(/-(.)/g, (_, letter: string) => letter.toUpperCase());

describe("kinds of entries", () => {
  it.each(ENTRY_KINDS)("%s has its own file, and names every property that it requires", (of) => {
    expect(FILES).toContain(`${camel(of)}.ts`);
    const schema = payloadSchemas[of] as { required: readonly string[]; properties: Record<string, unknown> };
    expect(Object.keys(schema.properties)).toEqual(expect.arrayContaining([...schema.required]));
  });
  it("writes, says and names what every stored entry is about", () => {
    expect(stored.length).toBeGreaterThan(50);
    for (const { kind, payload, id } of stored) {
      const rules = kindOf(kind);
      if (kind !== "entry-undone") expect(rules.cells(payload, id)).not.toEqual([]);
      expect(rules.describe(payload)).not.toMatch(/undefined|\[object/);
      for (const offset of rules.offsets(payload)) expect(offset).toMatch(/^([0-9]{1,3}|G5[4-9])$/);
    }
  });
});
