import { describe, expect, it } from "vitest";
import { orientationCode, tipDirection, tipDirectionOf } from "./tipOrientation.ts";

const code = (kind: string, word: { hand?: string; edge?: string }, numbering: "A" | "B" = "A") => {
  const direction = tipDirectionOf(kind, word);
  return direction.ok ? orientationCode(direction.value, numbering) : direction.refusal.code;
};

describe("orientation codes", () => {
  it.each([
    ["outside", { hand: "right" }, 3, 2],
    ["outside", { hand: "left" }, 4, 1],
    ["outside", { hand: "neutral" }, 8, 6],
    ["bore", { hand: "right" }, 2, 3],
    ["bore", { hand: "left" }, 1, 4],
    ["groove-outside", { edge: "left" }, 3, 2],
    ["groove-outside", { edge: "right" }, 4, 1],
    ["groove-outside", { edge: "centre" }, 8, 6],
    ["groove-bore", { edge: "left" }, 2, 3],
    ["groove-bore", { edge: "right" }, 1, 4],
    ["groove-bore", { edge: "centre" }, 6, 8],
    ["groove-face", { edge: "inner" }, 3, 2],
    ["groove-face", { edge: "outer" }, 2, 3],
    ["groove-face", { edge: "centre" }, 7, 7],
    ["drill", {}, 7, 7],
    ["thread-outside", {}, 8, 6],
    ["thread-bore", {}, 6, 8],
    ["cutter-axial", {}, 7, 7],
    ["cutter-cross", {}, 8, 6],
  ])("%s %j: %d in numbering A, %d in B", (kind, word, a, b) => {
    expect([code(kind, word), code(kind, word, "B")]).toEqual([a, b]);
  });

  it("come back to the same direction in both numberings", () => {
    for (const numbering of ["A", "B"] as const)
      for (let number = 1; number <= 8; number++) {
        const direction = tipDirection(number, numbering);
        expect(direction && orientationCode(direction, numbering)).toBe(number);
      }
    expect(tipDirection(0, "A")).toEqual(tipDirection(9, "B"));
    expect(tipDirection(10, "A")).toBeUndefined();
  });

  it("refuse what is no kind, no hand and no edge", () => {
    expect(code("spoon", {})).toBe("unknown");
    expect(code("toString", {})).toBe("unknown");
    expect(code("outside", {})).toBe("missing");
    expect(code("outside", { hand: "by" })).toBe("bad-edge");
    expect(code("groove-face", { edge: "left" })).toBe("bad-edge");
  });
});
