import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ENTRY_KINDS, kindOf } from "./kinds/index.ts";
import { readPayload, UnreadableEntry } from "./readPayload.ts";

/** A kind whose payload was a text first, then an amount in inches, then one in millimetres. */
const withHistory = () => ({
  version: 3,
  upgrades: [(text: string) => ({ inches: Number(text) }), ({ inches }: { inches: number }) => ({ mm: inches * 25.4 })],
});

describe("readPayload", () => {
  it("carries each older version on to the one that is written now", () => {
    const read = (version: number, payload: unknown) => readPayload("hole-recorded", version, payload, withHistory);
    expect([read(1, "2"), read(2, { inches: 2 }), read(3, { mm: 50.8 })]).toEqual([
      { mm: 50.8 },
      { mm: 50.8 },
      { mm: 50.8 },
    ]);
  });
  it("leaves a payload of the latest version as it is", () => {
    fc.assert(
      fc.property(fc.constantFrom(...ENTRY_KINDS), fc.jsonValue(), (kind, payload) => {
        expect(readPayload(kind, kindOf(kind).version, payload)).toBe(payload);
      }),
    );
  });
  it("stops at what it cannot read", () => {
    expect(() => readPayload("hole-recorded", 4, {}, withHistory)).toThrow(/versions 1 to 3/);
    expect(() => readPayload("hole-recorded", 0, {}, withHistory)).toThrow(UnreadableEntry);
    expect(() => readPayload("spindle-warmed", 1, {})).toThrow(/no such kind/);
  });
  it.each(ENTRY_KINDS)("has a reader for every older version of %s", (kind) => {
    const { version, upgrades = [] } = kindOf(kind);
    expect(upgrades).toHaveLength(version - 1);
  });
});
