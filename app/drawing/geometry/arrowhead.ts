interface Spot {
  readonly x: number;
  readonly y: number;
}

/** Length of an arrowhead, and half its width; units of the sheet. */
const LONG = 10;
const HALF = 3;

/** Dimension lines shorter than this have their arrows outside. Units of the sheet. */
const LEAST_INSIDE = 30;

/**
 * The closed arrowhead at one end of a dimension line, as the data of a path: inside of a line that has room for two, else from outside. Empty
 * where the line has no length.
 */
export function arrowhead(tip: Spot, other: Spot): string {
  const [dx, dy] = [other.x - tip.x, other.y - tip.y];
  const length = Math.hypot(dx, dy);
  if (length === 0) return "";
  const inwards = length > LEAST_INSIDE ? 1 : -1;
  const [ux, uy] = [(inwards * dx) / length, (inwards * dy) / length];
  const base = { x: tip.x + LONG * ux, y: tip.y + LONG * uy };
  return `M${tip.x} ${tip.y}L${base.x - HALF * uy} ${base.y + HALF * ux}L${base.x + HALF * uy} ${base.y - HALF * ux}Z`;
}
