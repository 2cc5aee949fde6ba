/** A place of a contour: Z, and the distance from the centreline. Millimetres. */
interface SlowPoint {
  readonly z: number;
  readonly r: number;
}

/** Steps in which the slow model goes along a contour. Millimetres. */
const STEP = 0.004;

/** One element of a contour: on to a place, straight or round with a radius. `turn` 1 counter-clockwise with +Z to the right and +X up. */
export interface SlowElement extends SlowPoint {
  readonly radius?: number;
  readonly turn?: 1 | -1;
}

/** Points close together along a contour. The centre of an arc is looked for by halving its angle, not worked out. */
export function pointsAlong(start: SlowPoint, elements: readonly SlowElement[]): readonly SlowPoint[] {
  const points: SlowPoint[] = [start];
  let at = start;
  for (const { radius, turn = 1, ...to } of elements) {
    const chord = Math.hypot(to.z - at.z, to.r - at.r);
    const count = Math.max(1, Math.ceil(chord / STEP));
    for (let step = 1; step <= count; step++) {
      const share = step / count;
      const straight = { z: at.z + share * (to.z - at.z), r: at.r + share * (to.r - at.r) };
      if (radius === undefined) {
        points.push(straight);
        continue;
      }
      // Height of an arc over its chord; a counter-clockwise one bulges to the right of the way.
      const half = chord / 2;
      const along = share * chord - half;
      const rise = Math.sqrt(radius ** 2 - along ** 2) - Math.sqrt(radius ** 2 - half ** 2);
      const [uz, ur] = [(to.z - at.z) / chord, (to.r - at.r) / chord];
      points.push({ z: straight.z + turn * rise * ur, r: straight.r - turn * rise * uz });
    }
    at = to;
  }
  return points;
}

/** Height of what a nose leaves at one place while its imaginary tip (towards chuck and centre) runs through points. Slow: every point is tried. */
export function leftByTip(points: readonly SlowPoint[], nose: number, z: number): number {
  let lowest = Number.POSITIVE_INFINITY;
  for (const point of points) {
    const by = z - (point.z + nose);
    if (Math.abs(by) > nose) continue;
    lowest = Math.min(lowest, point.r + nose - Math.sqrt(nose ** 2 - by ** 2));
  }
  return lowest;
}

/**
 * Height of what a nose leaves at one place while it rolls over a contour and never cuts into it: over every place the nose rests on the
 * contour's highest point below it, and the lowest that any of these noses reaches is what is left.
 */
export function leftByRolling(points: readonly SlowPoint[], nose: number, z: number): number {
  const near = points.filter((point) => Math.abs(point.z - z) < 2 * nose);
  let lowest = Number.POSITIVE_INFINITY;
  for (let u = z - nose; u <= z + nose; u += nose / 400) {
    let rests = Number.NEGATIVE_INFINITY;
    for (const point of near) {
      const by = u - point.z;
      if (Math.abs(by) < nose) rests = Math.max(rests, point.r + Math.sqrt(nose ** 2 - by ** 2));
    }
    lowest = Math.min(lowest, rests - Math.sqrt(Math.max(0, nose ** 2 - (z - u) ** 2)));
  }
  return lowest;
}
