import { describe, expect, it } from "vitest";
import { loaded, mounted, opened, recorded, touched, viewOf } from "../../core/ledger/setup.fixture.ts";
import { travelInZone } from "../../core/machine/index.ts";
import { EVERY_TOOL, EVERY_ZONE } from "../../core/touch/everyTool.fixture.ts";
import { createLathe } from "../lathe/index.ts";
import { latheOfSetup } from "./latheOfSetup.ts";

describe("latheOfSetup", () => {
  it("stands where a touch found the tool, and about where the old offsets say", () => {
    const setup = viewOf(
      opened(),
      loaded("1"),
      loaded("3"),
      recorded("3", -341.018, -405.66),
      touched("1", "x", -339.25, 54.2),
    );
    const [first, second] = latheOfSetup(setup, 7).tools;
    expect(first?.at.x).toBeCloseTo(-339.25, 4);
    expect(second?.at.x).not.toBe(-341.018);
    expect(Math.abs((second?.at.x ?? 0) + 341.018)).toBeLessThan(0.3);
    expect(Math.abs((second?.at.z ?? 0) + 405.66)).toBeLessThan(0.15);
  });
  it("is the same for the same seed and another for another", () => {
    const setup = viewOf(opened(), loaded("1"), recorded("1", -341, -405));
    expect(latheOfSetup(setup, 7)).toEqual(latheOfSetup(setup, 7));
    expect(latheOfSetup(setup, 8).tools).not.toEqual(latheOfSetup(setup, 7).tools);
  });
  it("has room for every kind of tool in every zone: the way to the part lies within the travel", () => {
    const wrong: string[] = [];
    for (const zone of EVERY_ZONE)
      for (const tool of EVERY_TOOL) {
        const stations = [{ id: zone.id, zone: zone.id }];
        const setup = viewOf(opened({ zones: [...EVERY_ZONE], stations }), mounted("1", tool, zone.id));
        const config = latheOfSetup(setup, 3);
        const { at } = config.tools[0] ?? { at: { x: Number.NaN, z: Number.NaN } };
        const side = zone.from === "minus" ? -1 : 1;
        const [low, high] = travelInZone(config.machine, "x", zone) ?? [0, 0];
        const [back, front] = travelInZone(config.machine, "z", zone) ?? [0, 0];
        const atBar = at.x + side * 55;
        const isIn = atBar > low && atBar < high && at.x > low && at.x < high && at.z > back && at.z + 40 < front;
        if (!isIn || !createLathe(config, 3)) wrong.push(`${tool.kind} ${zone.id}: ${at.x}, ${at.z}`);
      }
    expect(wrong).toEqual([]);
  });
});
