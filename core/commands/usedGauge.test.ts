import { describe, expect, it } from "vitest";
import type { ShopSpacer } from "../touch/index.ts";
import type { ShopGauge } from "../workshop/index.ts";
import { usedGauge, usedSpacer } from "./usedGauge.ts";

const gauges: readonly ShopGauge[] = [
  { name: "Micrometer 50 to 75", kind: "micrometer", uncertainty: 0.002, isOverdue: false },
  { name: "Old caliper", kind: "caliper", uncertainty: 0.02, isOverdue: true },
];
const spacers: readonly ShopSpacer[] = [
  { name: "Paper, drawer 2", kind: "paper", thickness: 0.089 },
  { name: "Paper, drawer 5", kind: "paper", thickness: 0.089 },
  { name: "Block 10", kind: "block", thickness: 10 },
];

describe("the gauge that measured", () => {
  it("is kept by its name, if the shop has it", () => {
    expect(usedGauge({ gauge: "Micrometer 50 to 75" }, gauges)).toEqual({ gauge: "Micrometer 50 to 75" });
    expect([usedGauge({}, gauges), usedGauge({ gauge: "a stranger's" }, gauges)]).toEqual([{}, {}]);
  });
  it("counts only knowingly where its calibration has run out, and the entry says so", () => {
    expect(usedGauge({ gauge: "Old caliper" }, gauges)).toMatchObject({
      outcome: "refused",
      fields: { gauge: "Old caliper is overdue for calibration. Measure with another one, or use it knowing that." },
    });
    expect(usedGauge({ gauge: "Old caliper", overdue: "yes" }, gauges)).toEqual({
      gauge: "Old caliper",
      overdue: true,
    });
  });
});

describe("the spacer that lay between", () => {
  it("is the one that was named, of two that are as thick", () => {
    expect(usedSpacer("Paper, drawer 5", spacers, "paper", 0.089)).toBe("Paper, drawer 5");
    expect(usedSpacer(undefined, spacers, "paper", 0.089)).toBe("Paper, drawer 2");
  });
  it("is not the one that was named if another thickness was typed, nor one of another way", () => {
    expect(usedSpacer("Paper, drawer 5", spacers, "paper", 0.1)).toBeUndefined();
    expect(usedSpacer("Block 10", spacers, "paper", 10)).toBeUndefined();
  });
});
