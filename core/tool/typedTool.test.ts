import { describe, expect, it } from "vitest";
import { EVERY_TOOL } from "../touch/everyTool.fixture.ts";
import { readTypedTool, TOOL_KINDS, toolFields, typedTool } from "./index.ts";

const mm = { unit: "mm" } as const;

describe("readTypedTool", () => {
  it("reads back every kind of tool from its own texts", () => {
    for (const tool of EVERY_TOOL) {
      const read = readTypedTool(tool.kind, typedTool(tool), mm);
      expect(read).toEqual({ ok: true, value: tool });
    }
    expect(new Set(EVERY_TOOL.map(({ kind }) => kind)).size).toBeGreaterThan(15);
  });
  it("asks for what is missing, in its field, for every kind", () => {
    for (const kind of TOOL_KINDS) {
      const read = readTypedTool(kind, {}, mm);
      const required = toolFields(kind).filter(({ required: must, takes }) => must && takes !== "yes-or-no");
      expect(read.ok).toBe(false);
      if (!read.ok && "fields" in read.refusal)
        expect(Object.keys(read.refusal.fields)).toEqual(required.map(({ name }) => name));
    }
  });
  it("takes inches and decimal commas, and says what cannot stand together", () => {
    const bar = {
      description: "Bore",
      overhang: "1.5",
      insert: "CCMT 060204",
      leadAngle: "95",
      bar: "1/2",
      smallestBore: "0,55",
    };
    const read = readTypedTool("boring", bar, { unit: "in", decimal: "," });
    expect(read).toMatchObject({ ok: true, value: { bar: 12.7, smallestBore: 13.97, overhang: 38.1 } });
    const fields = (kind: "boring" | "groove-outside", typed: Record<string, string>) => {
      const answer = readTypedTool(kind, typed, mm);
      return answer.ok ? {} : answer.refusal.fields;
    };
    expect(fields("boring", { ...bar, bar: "16", smallestBore: "14" })).toHaveProperty("smallestBore");
    expect(fields("boring", { ...bar, insert: "CNMG 12" })).toHaveProperty("insert");
    const blade = {
      description: "G",
      overhang: "30",
      width: "3",
      cornerRadius: "0.2",
      depth: "10",
      shank: "20",
      programmed: "left",
    };
    expect(fields("groove-outside", { ...blade, groove: "2" })).toHaveProperty("groove");
    expect(fields("groove-outside", { ...blade, cornerRadius: "2" })).toHaveProperty("cornerRadius");
    expect(fields("groove-outside", { ...blade, width: "1,250" })).toHaveProperty("width");
  });
});
