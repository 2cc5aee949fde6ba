import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { extent, type Polygon, toolOutline } from "../../core/outline/index.ts";
import type { Tool } from "../../core/tool/index.ts";
import { holdingProfile } from "../../sim/stock/holding.ts";
import { valuesAt } from "../../sim/stock/profile.ts";
import { carried, onFarSide } from "./toolBodies.ts";
import { endOn, turretFront } from "./turretFront.ts";
import { workholding, workholdingFront } from "./workholding.ts";

const setups: { entries: { kind: string; payload: { tool?: Tool } }[] }[] = JSON.parse(
  readFileSync(new URL("../../db/demo/setups.json", import.meta.url), "utf8"),
);
/** Every tool of the demo, of every kind that it has. */
const tools = setups.flatMap(({ entries }) => entries.flatMap(({ payload }) => payload.tool ?? []));

const DRILL: Tool = {
  kind: "drill",
  description: "Drill 14",
  diameter: 14,
  pointAngle: 118,
  programmed: "point",
  overhang: 80,
} as Tool;

describe("a tool's lines", () => {
  it("lie on its own bodies, and nowhere beside them", () => {
    expect(tools.length).toBeGreaterThan(20);
    for (const tool of tools) {
      const outline = toolOutline(tool);
      if (!outline) continue;
      const box = extent([outline.cutting, ...outline.holder, ...outline.clampedIn].flat());
      for (const { z, x } of outline.lines.flat()) {
        expect(z, tool.description).toBeGreaterThanOrEqual(box.zMin - 1e-6);
        expect(z, tool.description).toBeLessThanOrEqual(box.zMax + 1e-6);
        expect(x, tool.description).toBeGreaterThanOrEqual(box.xMin - 1e-6);
        expect(x, tool.description).toBeLessThanOrEqual(box.xMax + 1e-6);
      }
    }
  });
  it("twist round a drill at 30 degrees: one turn in 5.44 diameters", () => {
    // π · 14 / tan 30° = 76.18: half a turn leads a flute's edge from one side to the other in 38.09.
    const lines = toolOutline(DRILL)?.lines ?? [];
    const edge = lines.find((line) => line.some(({ x }) => x > 6.9) && line.some(({ x }) => x < -6.9));
    const at = (x: number) =>
      edge?.reduce((near, one) => (Math.abs(one.x - x) < Math.abs(near.x - x) ? one : near))?.z ?? 0;
    expect(Math.abs(at(7) - at(-7))).toBeGreaterThan(34);
    expect(Math.abs(at(7) - at(-7))).toBeLessThan(42);
  });
});

describe("bodies", () => {
  const body = toolOutline(DRILL);
  if (!body) throw new Error("a drill has an outline");
  it("are carried and turned over with everything that is on them", () => {
    const there = carried(body, { z: 10, x: 3 });
    expect(there.cutting[0]).toEqual({ z: 10, x: 3 });
    expect(there.lines[0]?.[0]).toEqual({
      z: (body.lines[0]?.[0]?.z ?? 0) + 10,
      x: (body.lines[0]?.[0]?.x ?? 0) + 3,
    });
    expect(onFarSide(there).cutting[0]).toEqual({ z: 10, x: -3 });
  });
});

describe("what holds the bar", () => {
  it.each([
    ["chuck", 55, 210],
    ["chuck", 12, 160],
    ["guide-bush", 10, 90],
    ["collet", 20, 60],
  ] as const)(
    "a %s round a bar of %d is drawn within what counts as in the way",
    (kind, barDiameter, chuckDiameter) => {
      const held = { kind, jaws: -40, barDiameter, chuckDiameter };
      const profile = holdingProfile(held);
      const { bodies } = workholding(held);
      // Behind what counts nothing gets there.
      const near = bodies.flat().filter(({ z }) => z > -40 - 119);
      expect(Math.max(...near.map(({ z }) => z))).toBe(-40);
      for (const { z, x } of near) {
        const most = Math.max(...(valuesAt(profile, z) ?? [0]));
        expect(Math.abs(x), `${z}`).toBeLessThanOrEqual(most + 1e-9);
        expect(Math.abs(x)).toBeGreaterThanOrEqual(barDiameter / 2 - 1e-9);
      }
    },
  );
  it("grips the bar from the front on three sides", () => {
    const { bodies } = workholdingFront({ kind: "chuck", barDiameter: 50, chuckDiameter: 200 });
    const nearest = bodies.slice(1).map((jaw) => Math.min(...jaw.map(({ z, x }) => Math.hypot(z, x))));
    expect(nearest).toHaveLength(3);
    for (const radius of nearest) expect(radius).toBeGreaterThanOrEqual(25);
    for (const radius of nearest) expect(radius).toBeLessThan(29);
  });
});

describe("a turret from the front", () => {
  // Twelve stations on seats of 190, its axis 400 over the spindle's; a drill that reaches 300, three stations on.
  const front = turretFront({
    stations: 12,
    seatRadius: 190,
    centre: 400,
    tools: [
      { tool: DRILL, steps: 0, reach: 400 },
      { tool: DRILL, steps: 3, reach: 300 },
    ],
  });
  const middle = (polygon: Polygon | undefined) => {
    const box = extent(polygon ?? []);
    return { z: (box.zMin + box.zMax) / 2, x: (box.xMin + box.xMax) / 2 };
  };
  it("brings the working tool to its height, and the others round by their stations", () => {
    expect(middle(front.tools[0]?.cutting).z).toBeCloseTo(0, 9);
    expect(middle(front.tools[0]?.cutting).x).toBeCloseTo(0, 9);
    // A quarter of a turn: beside the axis, at its height.
    expect(middle(front.tools[1]?.cutting).z).toBeCloseTo(300, 9);
    expect(middle(front.tools[1]?.cutting).x).toBeCloseTo(400, 9);
  });
  it("has a flat for every station, its seats as far from its axis as they are", () => {
    expect(front.disc).toHaveLength(12);
    const [a, b] = [front.disc[11], front.disc[0]];
    expect(((a?.z ?? 0) + (b?.z ?? 0)) / 2).toBeCloseTo(0, 9);
    expect(400 - ((a?.x ?? 0) + (b?.x ?? 0)) / 2).toBeCloseTo(190, 9);
    expect(front.free).toHaveLength(10);
  });
  it("shows a bar under its insert, not about its tip", () => {
    // Its tip looks up at the wall; the bar of 12 lies 0.6 and more below.
    const bar = tools.find((tool) => tool.kind === "boring");
    if (bar?.kind !== "boring") throw new Error("the demo has a boring bar");
    const box = extent(endOn(bar, 100).holder[0] ?? []);
    expect(box.xMax).toBeLessThanOrEqual(-0.6);
    expect(box.xMax - box.xMin).toBeCloseTo(bar.bar, 9);
  });
});
