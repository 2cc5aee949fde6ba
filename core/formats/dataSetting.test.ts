import { describe, expect, it } from "vitest";
import { CONTROL_LANGUAGES, type ControlLanguage } from "../machine/index.ts";
import type { OffsetTable } from "../offsets/index.ts";
import { readProgram } from "../program/index.ts";
import { readDataSetting, writeDataSetting } from "./dataSetting.ts";

const table: OffsetTable = {
  units: "mm",
  resolution: 0.001,
  numbering: "A",
  tools: [
    {
      offset: "1",
      geometry: { x: -339.25, z: -402.88 },
      wear: { x: 0, z: 0 },
      noseRadius: 0.8,
      orientation: 3,
      description: "Face (rough) 50%",
    },
  ],
  work: [{ name: "G55", x: 0, z: -12.5 }],
};
const known = { resolution: 0.001, numbering: "A" } as const;

describe("writeDataSetting", () => {
  it("names units and absolute first, then the registers by L", () => {
    expect(
      writeDataSetting(table, "gcode-l", {
        rounding: "to-resolution",
        xShown: "diameter",
        title: "F-052 · op 1",
      }),
    ).toBe(`%
(Offsets in millimetres, X as diameter, absolute)
(F-052 op 1)
G21 G90
G10 L2 P2 X0.000 Z-12.500
(Offset 1: Face rough 50)
G10 L10 P1 X-339.250 Z-402.880 R0.800 Q3
G10 L11 P1 X0.000 Z0.000
M30
%
`);
  });
  it("or by the offset's number", () => {
    const text = writeDataSetting({ ...table, units: "in" }, "gcode-n", {
      rounding: "to-resolution",
      xShown: "radius",
    });
    expect(text).toContain("G20 G90\n");
    expect(text).toContain("G10 P10001 X-339.250 Z-402.880 R0.800 Q3\nG10 P1 X0.000 Z0.000\n");
  });
});

describe("readDataSetting", () => {
  it.each([
    ["units-missing", 1, "G10 L10 P1 X1."],
    ["units-missing", 1, "%\n%"],
    ["syntax", 2, "G21\nG10 L10 P1 X1.2.3"],
    ["syntax", 2, "G21\nG10 L10 P1 X1. K5"],
    ["syntax", 2, "G21\nX1."],
    ["syntax", 2, "G21\nG10 P1 X1. R0.4"],
    ["syntax", 2, "G21\nG10 L2 P1 Z1. Q3"],
    ["unknown-register", 2, "G21\nG10 L10 X1."],
    ["unknown-register", 2, "G21\nG10 L7 P1 X1."],
    ["unknown-register", 2, "G21\nG10 L2 P10 X1."],
    ["unknown-register", 2, "G21\nG10 L20 P301 X1."],
    ["unknown-register", 2, "G21\nG10 P20000 X1."],
    ["units-differ", 3, "G21\nG10 L10 P1 X1.\nG20"],
    ["syntax", 2, "G21\nG10 L10 P1 Q12"],
    ["not-absolute", 1, "G21 G91"],
    ["twice", 3, "G21\nG10 L10 P1 X1.\nG10 L10 P1 X2."],
  ])("refuses with %s in line %d: %j", (code, line, text) => {
    expect(readDataSetting(text, known)).toMatchObject({ ok: false, refusal: { code, line } });
  });
});

describe("a file in the control's language", () => {
  const inLanguage = (language: ControlLanguage, more: Partial<Parameters<typeof writeDataSetting>[2]> = {}) =>
    writeDataSetting(table, language === "rs-274" ? "gcode-set" : "gcode-l", {
      rounding: "to-resolution",
      language,
      ...more,
    }).split("\n");
  it("has no G90 where that begins a cycle, and its end where one is wanted", () => {
    expect(inLanguage("box-cycles")).toContain("G21");
    expect(inLanguage("box-cycles").some((line) => line.includes("G90"))).toBe(false);
    expect(inLanguage("absolute-modes")).toContain("G21 G90");
    expect(inLanguage("box-cycles").slice(-3)).toEqual(["M30", "%", ""]);
    expect(inLanguage("rs-274", { percent: false }).at(-2)).toBe("M2");
    expect(inLanguage("rs-274", { percent: false })).not.toContain("%");
  });
  it("sets by the code that sets, and states a radius or a diameter where there is a code for it", () => {
    expect(inLanguage("rs-274")).toContain("G21 G90 G7");
    expect(inLanguage("rs-274", { xShown: "radius" })).toContain("G21 G90 G8");
    expect(inLanguage("rs-274")).toContain("G10 L1 P1 X-339.250 Z-402.880 R0.800 Q3");
    expect(inLanguage("rs-274")).toContain("G10 L2 P2 X0.000 Z-12.500");
    expect(inLanguage("rs-274").some((line) => /L1[01]|L20/.test(line))).toBe(false);
  });
  it("has no finding when it is read as a program, in any language", () => {
    for (const language of CONTROL_LANGUAGES)
      expect(readProgram(inLanguage(language).join("\n"), { units: "mm", language }).findings).toEqual([]);
  });
  it("is read as what the control takes it for", () => {
    const read = (text: string, said: object = {}) => readDataSetting(text, { ...known, ...said });
    const radius = read("G21 G90 G8\nG10 L1 P1 X-100. Z-5.");
    expect(radius.ok && radius.value.tools[0]?.geometry).toEqual({ x: -200, z: -5 });
    const shown = read("G21 G90 G8\nG10 L1 P1 X-100. Z-5.", { xShown: "radius" });
    expect(shown.ok && shown.value.tools[0]?.geometry.x).toBe(-100);
    expect(read("G21\nG10 L10 P1 X-100.", { language: "rs-274" })).toMatchObject({
      ok: false,
      refusal: { code: "unknown-register", line: 2 },
    });
    expect(read("G21\nG10 L10 P1 X-100.", { language: "absolute-modes" }).ok).toBe(true);
  });
});
