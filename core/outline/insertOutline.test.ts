import { describe, expect, it } from "vitest";
import { type Insert, readInsertDesignation } from "../tool/index.ts";
import { extent, insertOutline, length, minus, type Point, type Polygon } from "./index.ts";

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
