import { describe, expect, it } from "vitest";
import { machineFixture } from "../../core/ledger/setup.fixture.ts";
import type { PartDimension } from "../../core/part/index.ts";
import { recordedFields } from "./recordedFields.ts";

const bore: PartDimension = {
  key: "inner diameter 22",
  kind: "diameter",
  side: "inner",
  nominal: 22,
  maker: { path: 1, offset: "4", line: 12 },
  from: undefined,
  at: [
    { z: 0, r: 11 },
    { z: -12, r: 11 },
  ],
};
const fields = (units: "mm" | "in", nominal = 22) =>
  recordedFields(
    { setup: { machine: { ...machineFixture, units } } },
    { dimension: { ...bore, nominal }, title: "Ø 22" },
    { lower: 0, upper: 0.033, by: "H8" },
    "a",
  );

describe("recordedFields", () => {
  it("says the dimension as a drawing has it, and what its limits come from", () => {
    expect(fields("mm")).toEqual({
      feature: "a",
      name: "Ø 22",
      offset: "4",
      axis: "x",
      nominal: "22",
      lower: "0",
      upper: "0.033",
      sizeUnit: "mm",
      form: "bore",
      at: "6",
      limitsBy: "H8",
    });
  });
  it("rounds nothing on an inch machine: 22 mm is 0.86614… in, and 0.8661 in is another size", () => {
    expect(fields("in")).toMatchObject({ nominal: "22 mm", upper: "0.033 mm", sizeUnit: "in", at: "6 mm" });
    // 0.875 in is 22.225 mm.
    expect(fields("in", 22.225)).toMatchObject({ nominal: "0.875" });
  });
});
