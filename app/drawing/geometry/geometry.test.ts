import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { toolFixture } from "../../../core/ledger/setup.fixture.ts";
import { type Insert, readInsertDesignation } from "../../../core/tool/index.ts";
import { insertOutline } from "./insertOutline.ts";
import { noseScene } from "./noseScene.ts";
import { type OutsideTouchSituation, outsideTouchScene } from "./outsideTouchScene.ts";
import { extent, length, minus, type Point, type Polygon } from "./plane.ts";

function insert(designation: string): Insert {
  const read = readInsertDesignation(designation);
  if (!read.ok) throw new Error(read.refusal.message);
  return read.value;
}
const RIGHT_HAND: readonly (readonly [string, number])[] = [
  ["CNMG 120408", 95],
  ["DNMG 110404", 93],
  ["VBMT 160404", 93],
  ["WNMG 432", 95],
  ["TNMG 160412", 91],
  ["KNUX 160405R11", 93],
  ["RCMT 0602M0", 90],
];
const area = (polygon: Polygon) =>
  Math.abs(
    polygon.reduce((sum, { z, x }, index) => {
      const next = polygon[(index + 1) % polygon.length] as Point;
      return sum + z * next.x - next.z * x;
    }, 0),
  ) / 2;

describe("insertOutline", () => {
  it.each(RIGHT_HAND)(
    "%s at %d°: the nose touches both axes through the imaginary tip, nothing lies beyond",
    (designation, lead) => {
      const { outline, noseCentre, noseRadius } = insertOutline(insert(designation), lead);
      const box = extent(outline);
      expect(box.zMin).toBeCloseTo(0, 9);
      expect(box.xMin).toBeCloseTo(0, 9);
      expect(noseCentre).toEqual({ z: noseRadius, x: noseRadius });
      const onNose = outline.filter((corner) => Math.abs(length(minus(corner, noseCentre)) - noseRadius) < 1e-9);
      expect(onNose.length).toBeGreaterThan(3);
    },
  );
  it("has the area of its shape, less what the corners lose", () => {
    // Rhombus of inscribed circle d and angle ε: d² / sin ε. Each corner loses r²·(cot(ε/2) − (π − ε)/2).
    const { outline } = insertOutline(insert("CNMG 120408"), 95);
    const lost = (degrees: number) =>
      0.64 * (1 / Math.tan((degrees * Math.PI) / 360) - ((180 - degrees) * Math.PI) / 360);
    const whole = 12.7 ** 2 / Math.sin((80 * Math.PI) / 180);
    expect(area(outline)).toBeCloseTo(whole - 2 * lost(80) - 2 * lost(100), 1);
    // Round: π·r², drawn in 32 steps.
    expect(area(insertOutline(insert("RCMT 0602M0"), 90).outline)).toBeCloseTo(Math.PI * 9, 0);
  });
});

describe("outsideTouchScene", () => {
  const base: OutsideTouchSituation = {
    axis: "x",
    way: "skim",
    tool: toolFixture,
    insert: insert("CNMG 120408"),
    stockDiameter: 55,
    stickOut: 68,
    chuckDiameter: 165,
    size: 54.2,
    spacer: undefined,
    visibleSpacer: 1,
    faced: false,
    toFace: 0.6,
  };
  const thicknessOf = (spacer: Polygon | undefined, axis: "x" | "z") => {
    const box = extent(spacer ?? []);
    return axis === "x" ? box.xMax - box.xMin : box.zMax - box.zMin;
  };

  it("draws a skim with the nose on the turned wall, at the step, and backs off along Z", () => {
    const scene = outsideTouchScene(base);
    expect(extent(scene.insert).xMin).toBeCloseTo(27.1, 9);
    expect(scene.contact).toEqual(scene.programmed);
    expect(length(minus(scene.sizeTo, scene.sizeFrom))).toBeCloseTo(54.2, 9);
    expect(extent(scene.stock.flat())).toMatchObject({ xMin: -27.5, xMax: 27.5, zMax: 0.6 });
    expect(scene.spacer).toBeUndefined();
    expect(scene.backOff.towards).toEqual({ z: 1, x: 0 });
  });
  it("puts the tool to the right of the uncut bar, never into it", () => {
    const scene = outsideTouchScene(base);
    expect(extent(scene.insert).zMin).toBeCloseTo(scene.contact.z, 9);
    expect(extent(scene.holder).zMin).toBeGreaterThan(scene.contact.z);
  });
  it("draws a face touch with the nose on the face and backs off along X after a cut", () => {
    const scene = outsideTouchScene({ ...base, axis: "z", size: 0.25 });
    expect(extent(scene.insert).zMin).toBeCloseTo(0.25, 9);
    expect(scene.sizeTo.z - scene.sizeFrom.z).toBeCloseTo(0.25, 9);
    expect(scene.backOff.towards).toEqual({ z: 0, x: 1 });
    expect(outsideTouchScene({ ...base, axis: "z", way: "paper", spacer: 0.09 }).backOff.towards).toEqual({
      z: 1,
      x: 0,
    });
  });
  it("fills the gap with the spacer, at its own thickness or at what can be seen", () => {
    const thickness = fc.double({ min: 0.02, max: 25, noNaN: true });
    fc.assert(
      fc.property(
        thickness,
        fc.constantFrom<"x" | "z">("x", "z"),
        fc.constantFrom(...RIGHT_HAND),
        (spacer, axis, [designation, leadAngle]) => {
          const size = axis === "x" ? 54.2 : 0;
          const scene = outsideTouchScene({
            ...base,
            axis,
            way: "block",
            spacer,
            size,
            insert: insert(designation),
            tool: { ...toolFixture, leadAngle },
          });
          const drawn = Math.max(spacer, base.visibleSpacer);
          const gap =
            axis === "x" ? extent(scene.insert).xMin - scene.contact.x : extent(scene.insert).zMin - scene.contact.z;
          expect(thicknessOf(scene.spacer, axis)).toBeCloseTo(drawn, 6);
          expect(gap).toBeCloseTo(drawn, 6);
        },
      ),
    );
  });
  it("draws something sensible before anything is typed", () => {
    for (const axis of ["x", "z"] as const)
      for (const way of ["skim", "paper", "block"] as const) {
        const scene = outsideTouchScene({ ...base, axis, way, size: undefined, spacer: undefined });
        for (const { z, x } of [...scene.insert, ...scene.holder, ...scene.stock.flat(), scene.sizeFrom, scene.sizeTo])
          expect(Number.isFinite(z) && Number.isFinite(x)).toBe(true);
      }
  });
});

describe("noseScene", () => {
  it("shows the whole nose and both tangents", () => {
    const scene = noseScene(insert("CNMG 120408"), 95, { x: -1, z: -1 });
    expect(scene.noseRadius).toBe(0.8);
    expect(scene.reach).toBeGreaterThan(2 * scene.noseRadius);
  });
});
