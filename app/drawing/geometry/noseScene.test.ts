import { describe, expect, it } from "vitest";
import { extent } from "../../../core/outline/index.ts";
import { tipOf } from "../../../core/tool/index.ts";
import { EVERY_TOOL } from "../../../core/touch/everyTool.fixture.ts";
import { noseScene } from "./noseScene.ts";

describe("noseScene", () => {
  it("shows the whole nose and both tangents, whichever way the tip points", () => {
    for (const tool of EVERY_TOOL) {
      const scene = noseScene(tool, tipOf(tool, { from: "plus" }), undefined, false);
      expect(scene, tool.kind).toBeDefined();
      if (!scene || !("insert" in tool) || scene.noseRadius === 0) continue;
      const box = extent(scene.outline);
      const { noseCentre, noseRadius, tip } = scene;
      expect(scene.reach).toBeGreaterThan(2 * noseRadius);
      // The imaginary tip is where the tangents meet: the outline ends on it in the directions in which it points.
      if (tip.z !== 0) expect(tip.z < 0 ? box.zMin : box.zMax, tool.kind).toBeCloseTo(0, 6);
      if (tip.x !== 0) expect(tip.x < 0 ? box.xMin : box.xMax, tool.kind).toBeCloseTo(0, 6);
      expect(Math.abs(noseCentre.z) <= noseRadius && Math.abs(noseCentre.x) <= noseRadius).toBe(true);
    }
  });
});
