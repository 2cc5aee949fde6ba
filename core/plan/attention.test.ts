import { describe, expect, it } from "vitest";
import { demoSetup } from "../../tests/e2e/demoSetup.ts";
import type { SetupView } from "../ledger/index.ts";
import { attentionOf } from "./index.ts";

/** The dome collar without its program: the demo's own command names a file. */
const setup: SetupView = { ...demoSetup("dome-collar").setup, programRead: undefined };
const lost = { at: "2026-11-02T06:00:00Z", person: "Ines", by: "collision" };
const checked = (offset: string, found: "off" | "stopped"): SetupView => ({
  ...setup,
  tools: setup.tools.map((tool) =>
    tool.offset === offset ? ({ ...tool, proof: { seq: 9999, found } } as never) : tool,
  ),
});

describe("what comes first in a setup", () => {
  it("is nothing where nothing on record is wrong, whatever is still to be done", () => {
    expect(attentionOf(setup)).toBeUndefined();
  });
  it("is a check that was stopped, or was off", () => {
    expect(attentionOf(checked("9", "stopped"))).toBe("T09 stopped in its check: find out why");
    expect(attentionOf(checked("4", "off"))).toBe("T04 was off in its check: look at its offset");
  });
  it("is a lost position before everything else", () => {
    expect(attentionOf({ ...checked("9", "stopped"), positionLost: lost as never })).toBe(
      "position lost: check a reference tool",
    );
  });
  it("is a dimension out of its limits until its offset is corrected", () => {
    const [feature] = setup.features;
    if (!feature) throw new Error("the demo has a dimension");
    const measured = {
      feature: feature.feature,
      part: 1,
      measured: feature.nominal + feature.upper + 0.01,
      seq: 9999,
    } as never;
    expect(attentionOf({ ...setup, measured: [measured] })).toBe(`${feature.name} out of limits: correct it`);
    const within = { feature: feature.feature, part: 1, measured: feature.nominal + feature.upper, seq: 9999 } as never;
    expect(attentionOf({ ...setup, measured: [within] })).toBeUndefined();
  });
});
