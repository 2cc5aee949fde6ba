import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { PartDimension, PartProfile, ProfilePiece } from "../../../core/part/index.ts";
import { type LabelBox, type LabelledDimension, layoutPart, type PartLayout, type Segment } from "./partLayout.ts";

const MAKER = { path: 1, offset: "1", line: 1 };

/** A shaft with steps and grooves: heights at rising depths, all of it cut off at the end. */
function shaft(steps: readonly { readonly long: number; readonly r: number }[]) {
  const pieces: ProfilePiece[] = [];
  let at = { z: 0, r: 0 };
  const to = (z: number, r: number, surface: ProfilePiece["surface"]) => {
    pieces.push({ from: at, to: { z, r }, surface, side: "outer", maker: MAKER, by: "move" });
    at = { z, r };
  };
  const dimensions: PartDimension[] = [];
  for (const [index, { long, r }] of steps.entries()) {
    to(at.z, r, r > at.r ? "front" : "back");
    const begin = at;
    to(at.z - long, r, "outside");
    const common = { side: "outer", maker: MAKER, from: MAKER } as const;
    dimensions.push(
      { ...common, key: `Ø ${index}`, kind: "diameter", nominal: 2 * r, at: [begin, at] },
      { ...common, key: `L ${index}`, kind: "length", nominal: -at.z, at: [{ z: 0, r: steps[0]?.r ?? 1 }, at] },
    );
    if (index % 3 === 1)
      dimensions.push({ ...common, key: `W ${index}`, kind: "width", nominal: long, at: [begin, at] });
    if (index % 4 === 2) dimensions.push({ ...common, key: `R ${index}`, kind: "radius", nominal: 1, at: [begin, at] });
  }
  to(at.z, 0, "back");
  const rMax = Math.max(...steps.map(({ r }) => r));
  return { profile: { pieces, isOpen: false, zMin: at.z, zMax: 0, rMax } satisfies PartProfile, dimensions };
}

const labelled = (dimensions: readonly PartDimension[]): readonly LabelledDimension[] =>
  dimensions.map((dimension) => ({
    dimension,
    // A thread's label is three times as wide as that of a radius.
    ...(dimension.kind === "radius"
      ? { width: 98 + 60 * (((Number(dimension.key.slice(2)) - 2) / 4) % 4), height: 26 }
      : { width: 132, height: 50 }),
  }));

const overlap = (a: LabelBox, b: LabelBox) =>
  a.x < b.x + b.width - 0.01 &&
  b.x < a.x + a.width - 0.01 &&
  a.y < b.y + b.height - 0.01 &&
  b.y < a.y + a.height - 0.01;

/** Whether two straight lines cross, apart from where they touch at an end. */
function cross([a, b]: Segment, [c, d]: Segment): boolean {
  const side = (p: typeof a, q: typeof a, r: typeof a) => (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x);
  const [one, two, three, four] = [side(a, b, c), side(a, b, d), side(c, d, a), side(c, d, b)];
  return one * two < -1e-6 && three * four < -1e-6;
}
const through = ([a, b]: Segment, { x, y, width, height }: LabelBox): boolean => {
  const corners = [
    { x: x + 0.5, y: y + 0.5 },
    { x: x + width - 0.5, y: y + 0.5 },
    { x: x + width - 0.5, y: y + height - 0.5 },
    { x: x + 0.5, y: y + height - 0.5 },
  ] as const;
  const inside = (p: typeof a) => p.x > x + 0.5 && p.x < x + width - 0.5 && p.y > y + 0.5 && p.y < y + height - 0.5;
  return (
    inside(a) ||
    inside(b) ||
    corners.some((corner, index) => cross([a, b], [corner, corners[(index + 1) % 4] as typeof corner]))
  );
};
const segments = (leader: readonly Segment[0][]): readonly Segment[] =>
  leader.slice(1).map((to, index) => [leader[index] as typeof to, to]);

function check({ width, height, placed, scale, origin }: PartLayout, { zMin, zMax, rMax }: PartProfile): void {
  const part = {
    x: origin.x + zMin * scale,
    y: origin.y - rMax * scale,
    width: (zMax - zMin) * scale,
    height: 2 * rMax * scale,
  };
  for (const [index, one] of placed.entries()) {
    const { label, line } = one;
    expect(label.x >= 0 && label.y >= 0 && label.x + label.width <= width && label.y + label.height <= height).toBe(
      true,
    );
    expect(overlap(label, part)).toBe(false);
    for (const other of placed.slice(index + 1)) {
      expect(overlap(label, other.label)).toBe(false);
      if (line && other.line) expect(cross(line, other.line)).toBe(false);
      for (const leader of segments(one.leader))
        for (const another of segments(other.leader)) expect(cross(leader, another)).toBe(false);
    }
    for (const other of placed) {
      if (other === one) continue;
      for (const each of [...(line ? [line] : []), ...segments(one.leader), ...one.extensions])
        expect(through(each, other.label)).toBe(false);
    }
  }
  for (const { line, extensions, leader } of placed)
    for (const { x, y } of [...(line ?? []), ...extensions.flat(), ...leader])
      expect(x >= 0 && y >= 0 && x <= width && y <= height).toBe(true);
}

const steps = fc.array(
  fc.record({ long: fc.double({ min: 0.5, max: 30, noNaN: true }), r: fc.double({ min: 1, max: 40, noNaN: true }) }),
  { minLength: 1, maxLength: 22 },
);
const room = fc.record({ width: fc.integer({ min: 320, max: 2000 }), height: fc.integer({ min: 300, max: 1400 }) });

describe("layoutPart", () => {
  it("lets nothing overlap, cross or leave the sheet, whatever the part and the room are", () => {
    fc.assert(
      fc.property(steps, room, (given, size) => {
        const { profile, dimensions } = shaft(given);
        const layout = layoutPart(profile, labelled(dimensions), size);
        expect(layout.placed.map(({ key }) => key).sort()).toEqual(dimensions.map(({ key }) => key).sort());
        check(layout, profile);
      }),
      { numRuns: 80 },
    );
  });
  it("makes the same sheet of the same part", () => {
    fc.assert(
      fc.property(steps, room, (given, size) => {
        const { profile, dimensions } = shaft(given);
        const sheet = layoutPart(profile, labelled(dimensions), size);
        expect(layoutPart(profile, labelled([...dimensions]), size)).toEqual(sheet);
      }),
      { numRuns: 30 },
    );
  });
  it("fits an ordinary part into a tablet's room", () => {
    const { profile, dimensions } = shaft([
      { long: 12, r: 15 },
      { long: 10, r: 20 },
      { long: 8, r: 25 },
    ]);
    const layout = layoutPart(profile, labelled(dimensions), { width: 640, height: 430 });
    expect([layout.width, layout.height]).toEqual([640, 430]);
    expect(layout.scale).toBeGreaterThan(2.5);
  });
  it("lays sixty dimensions out in 30 ms", () => {
    const { profile, dimensions } = shaft(
      Array.from({ length: 24 }, (_, index) => ({ long: 3, r: 10 + index + (index % 2) * 4 })),
    );
    const sixty = labelled(dimensions).slice(0, 60);
    expect(sixty.length).toBe(60);
    layoutPart(profile, sixty, { width: 1200, height: 900 });
    const times = Array.from({ length: 9 }, () => {
      const began = process.cpuUsage();
      layoutPart(profile, sixty, { width: 1200, height: 900 });
      const { user, system } = process.cpuUsage(began);
      return (user + system) / 1000;
    });
    expect(Math.min(...times)).toBeLessThanOrEqual(30);
  });
});
