/**
 * The plane of a drawing: Z to the right, X up, both in millimetres, X as a true distance from the centreline
 * (a radius). The one transform to pixels is in `app/drawing/view.ts`.
 */
export interface Point {
  readonly z: number;
  readonly x: number;
}
export type Polygon = readonly Point[];

/** A point of the plane in which tools lie, millimetres; `x` is a radius. */
export const point = (z: number, x: number): Point => ({ z, x });
/** The sum of two points, as vectors. */
export const plus = (a: Point, b: Point): Point => ({ z: a.z + b.z, x: a.x + b.x });
/** A point times a factor without unit, as a vector. */
export const times = (a: Point, factor: number): Point => ({ z: a.z * factor, x: a.x * factor });
/** The vector from `b` to `a`. */
export const minus = (a: Point, b: Point): Point => plus(a, times(b, -1));
/** Length of a vector, millimetres. */
export const length = (a: Point): number => Math.hypot(a.z, a.x);
/** The vector of length 1 in the same direction; not a number where the vector has no length. */
export const unit = (a: Point): Point => times(a, 1 / length(a));
/** Direction at an angle in degrees, counted from +Z towards +X. */
export const direction = (degrees: number): Point =>
  point(Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180));

/** A rectangle between two corners, millimetres, `x` as radii. */
export const rectangle = (z1: number, x1: number, z2: number, x2: number): Polygon => [
  point(z1, x1),
  point(z2, x1),
  point(z2, x2),
  point(z1, x2),
];

/** A circle as a polygon of so many points, the first at +Z from its centre. Millimetres, `x` as a radius. */
export const circle = (centre: Point, radius: number, points = 48): Polygon =>
  Array.from({ length: points }, (_, index) => plus(centre, times(direction((index * 360) / points), radius)));

/** A small circle as a line that ends where it begins. Millimetres, `x` as a radius. */
export function circleLine(centre: Point, radius: number): Polygon {
  const round = circle(centre, radius, 16);
  return [...round, ...round.slice(0, 1)];
}

/** The smallest box around points. Millimetres, `x` as radii; infinite the wrong way round where there are no points. */
export function extent(points: Polygon): {
  readonly zMin: number;
  readonly zMax: number;
  readonly xMin: number;
  readonly xMax: number;
} {
  const [zs, xs] = [points.map(({ z }) => z), points.map(({ x }) => x)];
  return { zMin: Math.min(...zs), zMax: Math.max(...zs), xMin: Math.min(...xs), xMax: Math.max(...xs) };
}

/** The same outline moved. */
export const moved = (polygon: Polygon, by: Point): Polygon => polygon.map((corner) => plus(corner, by));

/** Mirrored at the centreline: the lower wall of a turned part. */
export const mirrored = (polygon: Polygon): Polygon => polygon.map(({ z, x }) => point(z, -x));
