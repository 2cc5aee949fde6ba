import { describe, expect, it } from "vitest";
import { slipOfReading } from "./typedReading.ts";

describe("a typed reading beside the one that the machine shows", () => {
  it.each([
    ["-285.918", -285.918, undefined],
    ["-285.98", -285.98, undefined],
    ["-285.981", -285.918, "digits-swapped"],
    ["-258,918", -285.918, "digits-swapped"],
    ["285.918", -285.918, "sign-lost"],
    ["-28.5918", -285.918, "decimal-slip-measured"],
    ["-285918", -285.918, "decimal-slip-measured"],
    ["-285.318", -285.918, "digit-mistyped"],
    // Two digits differ: the axis has moved.
    ["-283.318", -285.918, undefined],
    ["half", -285.918, undefined],
  ] as const)("%s beside %d: %s", (text, shown, slip) => {
    expect(slipOfReading(text, shown, 0.001)).toBe(slip);
  });
  it("counts the last digit of an inch control", () => {
    expect(slipOfReading("-4.27", -4.72, 0.0001)).toBe("digits-swapped");
    expect(slipOfReading("-4.72004", -4.72, 0.0001)).toBeUndefined();
  });
});
