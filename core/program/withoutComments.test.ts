import { describe, expect, it } from "vitest";
import { withoutComments } from "./withoutComments.ts";

describe("a line without its comments", () => {
  it.each([
    ["G10 (T1) L2", "G10  L2", "G10  L2"],
    ["G0 X1 ; retract (slow)", "G0 X1 ; retract ", "G0 X1 "],
    ["(a (b) c) X1", " c) X1", " c) X1"],
    ["X1 (never closed", "X1 (never closed", "X1 (never closed"],
    ["X1 (open ; behind it", "X1 (open ; behind it", "X1 (open "],
    ["(a;b) X1", " X1", " X1"],
    [") X1 (", ") X1 (", ") X1 ("],
    ["", "", ""],
  ])("of %j is %j, or %j where it ends at a semicolon", (line, plain, ending) => {
    expect(withoutComments(line, false)).toBe(plain);
    expect(withoutComments(line, true)).toBe(ending);
  });
});
