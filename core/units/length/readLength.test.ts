import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { LengthContext } from "./reading.ts";
import { readLength } from "./readLength.ts";
import { withUnit } from "./withUnit.ts";

const MM: LengthContext = { units: "mm" };
const IN: LengthContext = { units: "in" };

function exact(text: string, context: LengthContext = MM) {
  const answer = readLength(text, context);
  return answer.ok ? answer.value.exact : answer.refusal.code;
}
function refusal(text: string, context: LengthContext = MM) {
  const answer = readLength(text, context);
  if (answer.ok) throw new Error(`“${text}” was read as ${answer.value.exact}`);
  return answer.refusal;
}

describe("readLength understands", () => {
  it.each<[string, LengthContext, number]>([
    ["22.45", MM, 22.45],
    ["22,45", MM, 22.45],
    [".884", IN, 0.884],
    ["5.", MM, 5],
    ["5,", MM, 5],
    [",5", MM, 0.5],
    ["7/8", IN, 0.875],
    ["1 7/8", IN, 1.875],
    ["-1 7/8", IN, -1.875],
    ['1 7/8"', MM, 47.625],
    [".875+2*.0045", IN, 0.884],
    [".1+.2", MM, 0.3],
    [".875in", MM, 22.225],
    ['7/8"', MM, 22.225],
    ["(.875+.009)in", MM, 22.4536],
    ["22.2 MM", MM, 22.2],
    ["25.4mm", IN, 1],
    ["1 Inch", MM, 25.4],
    ["1in+5mm", MM, 30.4],
    ["1in+.5", IN, 1.5],
    ["7in/8", MM, 22.225],
    ["2*(1in+2in)", MM, 152.4],
    ["+0012.500\r\n", MM, 12.5],
    [" \t2.245E+1 ", MM, 22.45],
    ["1E-3", MM, 0.001],
    ["−3", MM, -3],
    ["6×2÷3", MM, 4],
    ["7/8″", IN, 0.875],
    ["5*-3", MM, -15],
    ["5--3", MM, 8],
    ["1.250,5", MM, 1250.5],
    ["1,250.5", MM, 1250.5],
    ["1,250,000", MM, 1250000],
    ["0,250", MM, 0.25],
    ["1250,500", MM, 1250.5],
    ["1,25", MM, 1.25],
    ["1,250", { units: "mm", decimal: "," }, 1.25],
    ["1,250", { units: "mm", decimal: "." }, 1250],
    ["7/8-1/16", IN, 0.8125],
    ["1 - 7/8", IN, 0.125],
    ["1-9/8", IN, -0.125],
    ["-1-7/8", IN, -1.875],
    ["-0", MM, 0],
    ["1e200*1e-200", MM, 1],
  ])("%j in %j as %d", (text, context, expected) => {
    expect(exact(text, context)).toBe(expected);
    expect(Object.is(exact(text, context), -0)).toBe(false);
  });

  it("gives the same length in both units and the digits the control keeps", () => {
    expect(readLength("7/16in", { units: "mm" })).toEqual({
      ok: true,
      value: { exact: 11.1125, value: 11.113, mm: 11.1125, in: 0.4375 },
    });
  });
});

describe("readLength refuses", () => {
  it.each<[string, string, number | undefined]>([
    ["", "empty", undefined],
    [" \t\n", "empty", undefined],
    ["abc", "syntax", 0],
    ["5 cm", "syntax", 2],
    ["5 inches", "syntax", 6],
    ["5 m", "syntax", 3],
    ["5+", "syntax", 2],
    ["5+ ", "syntax", 3],
    ["(5", "syntax", 2],
    ["5)", "syntax", 1],
    ["()", "syntax", 1],
    ["--5", "syntax", 1],
    ["1.2.3", "syntax", 3],
    ["1,25,000", "syntax", 4],
    ["1,250,00", "syntax", 8],
    ["12.5,5", "syntax", 4],
    ["5 5", "syntax", 3],
    ["5.5 5/8", "syntax", 4],
    ["5in 5/8", "syntax", 4],
    ["7/8 1/2", "syntax", 4],
    ["(1)(2)", "syntax", 3],
    ["1,250,5", "syntax", 7],
    ["2 2", "syntax", 3],
    ["5e", "syntax", 2],
    ["5ex", "syntax", 2],
    [".", "syntax", 1],
    ["12\n13", "syntax", 2],
    ["mm", "syntax", 0],
    ["5 mm mm", "syntax", 5],
    ["7in/8in", "units", undefined],
    ["2in*3in", "units", undefined],
    ["7/(8in)", "units", undefined],
    ["5/0", "divide-by-zero", undefined],
    ["5/(1-1)", "divide-by-zero", undefined],
    ["1 1/0", "divide-by-zero", undefined],
    ["1e999", "not-finite", undefined],
  ])("%j with %s at %s", (text, code, at) => {
    expect(refusal(text)).toMatchObject(at === undefined ? { code } : { code, at });
  });

  it.each<[string, LengthContext, number[]]>([
    ["1,250", MM, [1.25, 1250]],
    ["1-7/8", IN, [0.125, 1.875]],
    ["1in+5", MM, [30.4, 152.4]],
    ["1,250in", MM, [31.75, 31750]],
    ['1-7/8"', MM, [-21.225, 3.175, 47.625]],
  ])("%j as ambiguous, with every reading rising", (text, context, readings) => {
    expect(refusal(text, context)).toMatchObject({ code: "ambiguous", readings });
  });
});

describe("readLength, whatever is typed", () => {
  it("reads back what a gauge with n decimals sends", () => {
    fc.assert(
      fc.property(fc.integer({ min: -9_999_999, max: 9_999_999 }), fc.integer({ min: 0, max: 5 }), (digits, places) => {
        const text = (digits / 10 ** places).toFixed(places);
        expect(exact(text)).toBe(Number(text) === 0 ? 0 : Number(text));
      }),
    );
  });
  it("converts there and back between the units to the last digit", () => {
    fc.assert(
      fc.property(fc.integer({ min: -999_999, max: 999_999 }), (digits) => {
        const answer = readLength(`${(digits / 10000).toFixed(4)}in`, MM);
        expect(answer.ok && answer.value.in).toBe(digits === 0 ? 0 : digits / 10000);
      }),
    );
  });
  it("answers any text with a finite length or a refusal whose position lies in the text", () => {
    const piece = fc.constantFrom(
      "1",
      "0",
      "25",
      ".",
      ",",
      "+",
      "-",
      "*",
      "/",
      "(",
      ")",
      " ",
      "in",
      "mm",
      '"',
      "e",
      "−",
      "x",
      "7/8",
      "\n",
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 12 }), (pieces) => {
        const text = pieces.join("");
        const answer = readLength(text, MM);
        if (answer.ok) expect(Number.isFinite(answer.value.exact)).toBe(true);
        else if (answer.refusal.at !== undefined) {
          expect(answer.refusal.at).toBeGreaterThanOrEqual(0);
          expect(answer.refusal.at).toBeLessThanOrEqual(text.length);
        }
      }),
      { numRuns: 2000 },
    );
  });
});

describe("withUnit", () => {
  it("makes a text mean the same in either unit", () => {
    const number = fc.integer({ min: 1, max: 99_999 }).map((digits) => String(digits / 100));
    const text = fc.oneof(
      number,
      fc.tuple(number, number).map(([a, b]) => `${a}+${b}/2`),
      number.map((a) => `${a}in`),
      fc.constant("1 7/8"),
    );
    fc.assert(
      fc.property(text, fc.constantFrom<"mm" | "in">("mm", "in"), (typed, unit) => {
        const meant = readLength(typed, { units: unit });
        for (const units of ["mm", "in"] as const) {
          const read = readLength(withUnit(typed, unit), { units });
          expect(read.ok && meant.ok && read.value.mm - meant.value.mm).toBe(0);
        }
      }),
    );
    expect([withUnit("", "mm"), withUnit('7/8"', "mm")]).toEqual(["", '7/8"']);
  });
});
