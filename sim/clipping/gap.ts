import type { Point, Polygon } from "../../core/outline/index.ts";

/** Least distance between the edges of two outlines, millimetres; 0 where they cross. What lies inside has a distance too. */
export function gapBetween(one: Polygon, other: Polygon): number {
  let least = Number.POSITIVE_INFINITY;
  for (const [index, a] of one.entries()) {
    const b = one[(index + 1) % one.length] as Point;
    for (const [at, c] of other.entries()) {
      const d = other[(at + 1) % other.length] as Point;
      if (cross(a, b, c, d)) return 0;
      least = Math.min(least, toEdge(a, c, d), toEdge(b, c, d), toEdge(c, a, b), toEdge(d, a, b));
    }
  }
  return least;
}

const turn = (a: Point, b: Point, c: Point) => (b.z - a.z) * (c.x - a.x) - (b.x - a.x) * (c.z - a.z);
const cross = (a: Point, b: Point, c: Point, d: Point) =>
  turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0;

function toEdge({ z, x }: Point, from: Point, to: Point): number {
  const [dz, dx] = [to.z - from.z, to.x - from.x];
  const square = dz * dz + dx * dx;
  const share = square === 0 ? 0 : Math.max(0, Math.min(1, ((z - from.z) * dz + (x - from.x) * dx) / square));
  return Math.hypot(z - from.z - share * dz, x - from.x - share * dx);
}
