import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { OffsetTable } from "../offsets/index.ts";
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
      writeDataSetting(table, {
        dialect: "gcode-l",
        rounding: "to-resolution",
        xShown: "diameter",
        title: "F-052 · op 1",
      }),
    ).toBe(`%
(Offsets in millimetres, X as diameter, absolute, only rows that were touched)
(F-052 op 1)
G21 G90
G10 L2 P2 X0.000 Z-12.500
(Offset 1: Face rough 50)
G10 L10 P1 X-339.250 Z-402.880 R0.800 Q3
G10 L11 P1 X0.000 Z0.000
%
`);
  });
  it("or by the offset's number", () => {
    const text = writeDataSetting(
      { ...table, units: "in" },
      { dialect: "gcode-n", rounding: "to-resolution", xShown: "radius" },
    );
    expect(text).toContain("G20 G90\n");
    expect(text).toContain("G10 P10001 X-339.250 Z-402.880 R0.800 Q3\nG10 P1 X0.000 Z0.000\n");
  });
});

describe("readDataSetting", () => {
  const value = fc
    .oneof(fc.double({ min: -1000, max: 1000, noNaN: true }), fc.constantFrom(1e-9, -2.5e-7, 1e21, -1.5e22, 0))
    .map((number) => (number === 0 ? 0 : number));
  const pair = fc.record({ x: value, z: value });
  const tables = fc.record({
    units: fc.constantFrom<"mm" | "in">("mm", "in"),
    tools: fc.uniqueArray(
      fc.record({
        offset: fc.integer({ min: 1, max: 999 }).map(String),
        geometry: pair,
        wear: pair,
        noseRadius: value.map(Math.abs),
        orientation: fc.integer({ min: 0, max: 9 }),
      }),
      { selector: ({ offset }) => offset, minLength: 1, maxLength: 8 },
    ),
    work: fc.uniqueArray(
      fc.record({ name: fc.integer({ min: 54, max: 59 }).map((number) => `G${number}`), x: value, z: value }),
      { selector: ({ name }) => name, maxLength: 4 },
    ),
  });
  it("gives back what was written, rounded to nothing, in both dialects", () => {
    fc.assert(
      fc.property(tables, fc.constantFrom<"gcode-l" | "gcode-n">("gcode-l", "gcode-n"), (written, dialect) => {
        const text = writeDataSetting({ ...written, ...known }, { dialect, rounding: "none", xShown: "diameter" });
        const read = readDataSetting(text, known);
        if (!read.ok) throw new Error(read.refusal.message);
        expect(read.value.units).toBe(written.units);
        expect(read.value.work).toEqual(written.work);
        for (const [index, tool] of read.value.tools.entries()) {
          const original = written.tools[index];
          expect(tool.offset).toBe(original?.offset);
          for (const field of ["geometry", "wear", "noseRadius", "orientation"] as const)
            expect(tool[field]).toEqual(original?.[field]);
        }
      }),
    );
  });
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
    ["unknown-register", 2, "G21\nG10 L2 P7 X1."],
    ["not-absolute", 1, "G21 G91"],
    ["twice", 3, "G21\nG10 L10 P1 X1.\nG10 L10 P1 X2."],
  ])("refuses with %s in line %d: %j", (code, line, text) => {
    expect(readDataSetting(text, known)).toMatchObject({ ok: false, refusal: { code, line } });
  });
});
