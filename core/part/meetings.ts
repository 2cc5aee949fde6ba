import { TOLERANCES } from "../tolerances.ts";

/** A place in the plane of a cutter's shape, millimetres, both true distances. */
export interface Spot {
  readonly u: number;
  readonly v: number;
}
/** A circle about its centre, radius in millimetres. */
export interface Circle extends Spot {
  readonly radius: number;
}

/** Where a line through a place meets a circle, in the order of its direction, which has any length above 0; empty where it passes by. */
export function lineMeetsCircle(place: Spot, along: Spot, circle: Circle): readonly Spot[] {
  const by = { u: place.u - circle.u, v: place.v - circle.v };
  const size = along.u ** 2 + along.v ** 2;
  const middle = (by.u * along.u + by.v * along.v) / size;
  const root = circle.radius ** 2 / size - ((by.u * along.v - by.v * along.u) / size) ** 2;
  if (root < 0) return [];
  const half = Math.sqrt(root);
  return [-middle - half, -middle + half].map((far) => ({ u: place.u + far * along.u, v: place.v + far * along.v }));
}

/** Where two circles meet; empty where they lie apart, one in the other, or about one centre. */
export function circlesMeet(a: Circle, b: Circle): readonly Spot[] {
  const [du, dv] = [b.u - a.u, b.v - a.v];
  const apart = Math.hypot(du, dv);
  if (apart < TOLERANCES.binaryNoise) return [];
  const along = (a.radius ** 2 - b.radius ** 2 + apart ** 2) / (2 * apart);
  const root = a.radius ** 2 - along ** 2;
  if (root < 0) return [];
  return [1, -1].map((side) => {
    const across = side * Math.sqrt(root);
    return { u: a.u + (along * du - across * dv) / apart, v: a.v + (along * dv + across * du) / apart };
  });
}
