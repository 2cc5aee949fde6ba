import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { programDiff } from "./programDiff.ts";

const text = (...lines: readonly string[]) => lines.join("\n");

describe("what a program has become", () => {
  it("is nothing where only the ends of lines and the blanks at them differ", () => {
    expect(programDiff("%\nG21\nM30\n%\n", "%\r\nG21 \r\nM30\r\n%\r\n\r\n")).toEqual({ count: 0, lines: [] });
  });
  it("is each line that was replaced, added or left out, by its place in the newer text", () => {
    const before = text("%", "O1", "G21 G54", "T0101", "G96 S200", "G1 Z-5. F.2", "M30", "%");
    const after = text("%", "O1", "G21 G54", "T0101", "G96 S160", "M8", "G1 Z-5. F.2", "%");
    expect(programDiff(before, after)).toEqual({
      count: 3,
      lines: [
        { line: 5, before: "G96 S200", after: "G96 S160" },
        { line: 6, before: "", after: "M8" },
        { line: 8, before: "M30", after: "" },
      ],
    });
  });
  it("is counted whole and listed up to 200 lines of 200 letters", () => {
    const many = (feed: string) => text(...Array.from({ length: 500 }, (_none, index) => `N${index} ${feed}`));
    const { count, lines } = programDiff(many("F.1"), many(`F.2 (${"A".repeat(300)})`));
    expect([count, lines.length, lines[0]?.after.length]).toEqual([500, 200, 200]);
  });
  it("is not counted where more differs than is compared, and that is said", () => {
    const other = (letter: string) => text(...Array.from({ length: 3000 }, (_none, index) => `${letter}${index}`));
    expect(programDiff(other("X"), other("Z"))).toEqual({ count: undefined, lines: [] });
  });
  it("leaves lines that both texts have in the same order", () => {
    const line = fc.constantFrom("G0", "G1", "M8", "X1.", "Z-2.");
    const some = fc.array(line, { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(some, some, (a, b) => {
        const { lines } = programDiff(text(...a), text(...b));
        const added = lines.filter(({ after }) => after !== "");
        for (const one of added) expect(b[one.line - 1]).toBe(one.after);
        const isAdded = new Set(added.map((one) => one.line));
        const stays = b.filter((_line, index) => !isAdded.has(index + 1));
        expect(stays.length).toBe(a.length - lines.filter(({ before }) => before !== "").length);
        let at = 0;
        for (const one of stays) {
          at = a.indexOf(one, at) + 1;
          expect(at).toBeGreaterThan(0);
        }
      }),
    );
  });
});
