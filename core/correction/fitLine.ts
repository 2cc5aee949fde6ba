/** A straight line y = at + slope·x. */
export interface Line {
  readonly at: number;
  readonly slope: number;
}
interface WeightedPoint {
  readonly x: number;
  readonly y: number;
  readonly weight: number;
}

/** Weighted least-squares line; undefined where all x are the same. */
export function fitLine(points: readonly WeightedPoint[]): Line | undefined {
  const weights = points.reduce((sum, { weight }) => sum + weight, 0);
  const mean = (of: (point: WeightedPoint) => number) =>
    points.reduce((sum, point) => sum + point.weight * of(point), 0) / weights;
  const [x, y] = [mean((point) => point.x), mean((point) => point.y)];
  const square = mean((point) => (point.x - x) ** 2);
  if (!(square > 0)) return undefined;
  const slope = mean((point) => (point.x - x) * (point.y - y)) / square;
  return { at: y - slope * x, slope };
}
