import { describe, expect, it } from "vitest";
import { proposeLanguage } from "./proposedLanguage.ts";
import { readProgram } from "./readProgram.ts";

const calls = (text: string, language?: "box-cycles" | "absolute-modes" | "rs-274") =>
  readProgram(text, { units: "mm", ...(language && { language }) }).calls;

describe("the control's language", () => {
  it.each([
    ["box-cycles", "O1\nG21 G99\nT0101\nG0 X52. Z2.\nG90 X48. Z-20. F.2\nX44.\nG0 X90. Z9."],
    ["box-cycles", "G21\nT0101\nG0 X52. Z2.\nG98 G1 Z-9. F80.\nM30"],
    ["box-cycles", "G21\nT0101\nG0 X52. Z2.\nG1 W-9. F.2\nU4.\nM30"],
    ["absolute-modes", "G21 G90 G95\nT1 D1\nG0 X52. Z2.\nG77 X48. Z-20. F.2\nM30"],
    ["absolute-modes", "G21\nT0101\nG91 G0 X1.\nG90\nM30"],
    ["rs-274", "G21 G7 G90\nT1 M6 G43\no100 sub\nG1 Z[0-#1] F.2\no100 endsub\no100 call [5]\nM2"],
  ] as const)("looks like %s", (language, text) => {
    expect(proposeLanguage(text)?.language).toBe(language);
  });
  it("is not proposed by a program that has nothing of its own", () => {
    expect(proposeLanguage("G21 G54\nT0101\nG0 X52. Z2.\nG1 Z-20. F.2\nM30")).toBeUndefined();
  });
  // Box along from X52 Z2 to X48 Z-20: the tool is back at Z2 behind it. As modes it would stand at Z-20.
  const text = "G21 G54\nT0101\nG0 X52. Z2.\nG90 X48. Z-20. F.2\nG0 X60.\nM30";
  it("decides what G90 does", () => {
    expect(calls(text, "box-cycles")[0]?.cycles).toEqual(["G90"]);
    expect(calls(text, "absolute-modes")[0]?.cycles).toEqual([]);
    // A thread by G92 needs no lead in its line where it can be nothing else.
    const thread = "G21 G54\nT0101\nG0 X34. Z4. F1.5\nG92 X29.4 Z-16.\nM30";
    expect(calls(thread, "box-cycles")[0]?.cycles).toEqual(["G92"]);
    expect(calls(thread, "absolute-modes")[0]?.cycles).toEqual([]);
    // Alone on its line G90 begins a cycle there, and the next line is its first cut.
    const bare = "G21 G54\nT0101\nG0 X52. Z2.\nG90\nX48. Z-20. F.2\nM30";
    expect(calls(bare, "box-cycles")[0]?.cycles).toEqual(["G90"]);
    expect(calls(bare)[0]?.cycles).toEqual([]);
  });
  it("says where a program is written in another one", () => {
    const found = (language: "box-cycles" | "absolute-modes", program: string) =>
      readProgram(program, { units: "mm", language }).findings.filter(({ code }) => code === "other-language");
    expect(found("absolute-modes", text)).toMatchObject([{ line: 4 }]);
    expect(found("box-cycles", "G21 G90 G54\nT0101\nG0 X52. Z2.\nG77 X48. Z-20. F.2\nM30")).toHaveLength(1);
    expect(found("box-cycles", text)).toEqual([]);
  });
});
