import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readProgram } from "./index.ts";
import { macroProgram } from "./slowMacros.fixture.ts";

describe("programs with variables, loops, jumps, calls, cycles and shifts", () => {
  it("go where a walk along their trees goes, and leave what it cannot know", { timeout: 120_000 }, () => {
    fc.assert(
      fc.property(macroProgram, ({ text, visited, left }) => {
        const { calls, followed } = readProgram(text, { units: "mm", language: "box-cycles" });
        expect([...new Set(followed?.left.map(({ line }) => line))]).toEqual(left);
        const seen = calls.filter(({ offset }) => offset !== "0");
        expect(seen.map(({ line }) => line)).toEqual(
          [...visited].sort((a, b) => a.line - b.line).map(({ line }) => line),
        );
        // A tool that is called several times from one line is told as often.
        const order = [...visited].sort((a, b) => a.line - b.line);
        for (const [index, { x, z }] of seen.entries()) {
          for (const [found, wanted] of [
            [x, order[index]?.x],
            [z, order[index]?.z],
          ] as const) {
            if (!wanted || !found) expect(found ?? null).toEqual(wanted ?? null);
            else for (const end of [0, 1] as const) expect(Math.abs(found[end] - wanted[end])).toBeLessThan(1e-6);
          }
        }
      }),
      { numRuns: Number(process.env.LUVRIT_MACROS ?? 1500) },
    );
  });
});
