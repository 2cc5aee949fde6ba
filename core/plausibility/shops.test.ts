import { describe, expect, it } from "vitest";
import { longOr } from "../../tests/hard/long.ts";
import { chanceFrom } from "./monteCarlo.fixture.ts";
import { measureShop, SHOPS } from "./shops.fixture.ts";

describe("the odds in every kind of shop", () => {
  it.each(SHOPS)("hold where it has %s", { timeout: 600_000 }, (shop) => {
    const found = measureShop(chanceFrom(47), shop, Number(process.env.LUVRIT_SHOPS ?? longOr(1500, 600)));
    const percent = (value: number) => `${(value * 100).toFixed(1)} %`;
    process.stdout.write(
      `${shop}: clear slips first ${percent(found.clear)} of ${found.clearCases}, corrected ${percent(found.corrected)}, ` +
        `false alarms ${percent(found.falseAlarms)}, wrong of the sure ${percent(found.sureWrong)}, calibration ${found.calibration.toFixed(4)}\n`,
    );
    expect(found.clearCases).toBeGreaterThan(longOr(40, 15));
    expect(found.clear).toBeGreaterThanOrEqual(shop === "known scatter" || shop === "first setups" ? 0.95 : 0.9);
    expect(found.corrected).toBeGreaterThanOrEqual(0.93);
    expect(found.falseAlarms).toBeLessThanOrEqual(shop === "known scatter" ? 0.01 : 0.02);
    expect(found.sureWrong).toBeLessThanOrEqual(0.025);
    expect(found.calibration).toBeLessThanOrEqual(0.05);
  });
});
