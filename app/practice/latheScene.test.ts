import { describe, expect, it } from "vitest";
import type { LatheAxis } from "../../core/machine/index.ts";
import { extent } from "../../core/outline/index.ts";
import { createLathe, type LatheCommand, type LatheState, step } from "../../sim/lathe/index.ts";
import { SCENARIO_LATHES } from "../../sim/scenario/lathes.ts";
import { latheScene, viewOfLathe } from "./latheScene.ts";

const SHEET = { width: 694, height: 520 };
const lathe = (...commands: readonly LatheCommand[]): LatheState => {
  const { turret } = SCENARIO_LATHES;
  if (!turret) throw new Error("the turret lathe is there");
  return commands.reduce<LatheState>((state, command) => step(state, command).state, createLathe(turret, 1));
};
const jog = (axis: LatheAxis, by: number): LatheCommand => ({ do: "jog", axis, by });

describe("latheScene", () => {
  it("puts the tip where it truly is, X as a true distance", () => {
    // Truth X −340, Z −400 at a readout of −289.8, −405: Ø 50.2, Z −5.
    const { tool, radius } = latheScene(lathe(jog("z", -408), jog("x", -299.8)));
    expect(tool?.at.x).toBeCloseTo(25.1, 9);
    expect(tool?.at.z).toBeCloseTo(-5, 9);
    expect(radius).toBe(25);
  });
  it("lays a spacer into the gap, never into part or tool", () => {
    const paper: LatheCommand = { do: "hold-spacer", spacer: { kind: "paper", thickness: 0.09, axis: "x" } };
    const { spacer, tool } = latheScene(lathe(jog("z", -408), jog("x", -299.5), paper, jog("x", -0.34)));
    const box = extent(spacer ?? []);
    expect(box.xMax).toBeCloseTo(tool?.at.x ?? 0, 9);
    // 0.08 of room for 0.09 of paper: it is squeezed, not drawn into the part.
    expect(box.xMin).toBeCloseTo(25, 9);
  });
  it("shows what was cut on both walls, and keeps them while nothing is cut", () => {
    const before = lathe({ do: "spindle", run: "forward" }, jog("x", -302), jog("z", -403));
    const after = step(before, jog("z", -20)).state;
    const [upper, lower] = latheScene(after).walls;
    expect(upper?.some(({ z, x }) => Math.abs(x - 24) < 1e-9 && z < -15)).toBe(true);
    expect(lower?.some(({ x }) => Math.abs(x + 24) < 1e-9)).toBe(true);
    const away = step(after, jog("z", 60)).state;
    expect(latheScene(away).walls).toBe(latheScene(step(away, jog("z", 1)).state).walls);
  });
  it("keeps tip and part end on the sheet, as large as they fit, from home to contact", () => {
    let scale = 0;
    for (const [x, z] of [
      [0, 0],
      [-100, -200],
      [-200, -350],
      [-280, -395],
      [-299, -405],
    ] as const) {
      const scene = latheScene(lathe(jog("z", z), jog("x", x)));
      const view = viewOfLathe(scene, SHEET);
      const left = view.originZ + (scene.tool?.at.z ?? 0) * view.scale;
      const top = view.originX - (scene.tool?.at.x ?? 0) * view.scale;
      expect(left).toBeGreaterThan(0);
      expect(left).toBeLessThan(SHEET.width);
      expect(top).toBeGreaterThan(0);
      expect(top).toBeLessThan(SHEET.height);
      expect(view.scale).toBeGreaterThanOrEqual(scale);
      scale = view.scale;
    }
    expect(scale).toBeGreaterThan(5);
  });
  it("shows the setter only while it is out", () => {
    expect(latheScene(lathe()).probe).toBeUndefined();
    expect(latheScene(lathe({ do: "setter", to: "out" })).probe).toHaveLength(4);
  });
});
