/** A place on the dial, from its hub; the rim is 1 away. */
interface DialPoint {
  readonly x: number;
  readonly y: number;
}

/** Within this of the hub a hand has no lever, and turns nothing. */
export const HUB = 0.3;

/**
 * By how much a hand that drags from one place to another turns the wheel, in turns, clockwise plus. A drag that begins, ends or passes within
 * {@link HUB} of the middle turns nothing: a straight stroke across the dial never makes it jump.
 */
export function wheelTurn(from: DialPoint, to: DialPoint): number {
  if (nearest(from, to) < HUB) return 0;
  let angle = Math.atan2(to.y, to.x) - Math.atan2(from.y, from.x);
  if (angle > Math.PI) angle -= 2 * Math.PI;
  if (angle < -Math.PI) angle += 2 * Math.PI;
  return angle / (2 * Math.PI);
}

/** How near the straight way between two places comes to the hub. */
function nearest(from: DialPoint, to: DialPoint): number {
  const [x, y] = [to.x - from.x, to.y - from.y];
  const length = x * x + y * y;
  const along = length === 0 ? 0 : Math.min(1, Math.max(0, -(from.x * x + from.y * y) / length));
  return Math.hypot(from.x + along * x, from.y + along * y);
}
