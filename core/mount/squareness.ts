/** A blade or a live holder, run along with an indicator: how far it is off, and what that does. */
interface Squareness {
  /** Off over length, positive where the far reading is pressed in more. */
  readonly slope: number;
  /** The same in degrees. */
  readonly degrees: number;
  /** How far the tool drifts over the depth it works at. */
  readonly drift: number;
}

/**
 * Squareness from two readings a length apart: slope = Δ ÷ length, drift at depth d = slope × d
 * (docs/MATHEMATICS.md, Mounting). Lengths in one unit; `length` above 0.
 *
 * @example 0.03 over 40: slope 0.00075, 0.043°, drift 0.009 at a depth of 12
 */
export function squarenessOf(near: number, far: number, length: number, depth: number): Squareness {
  const slope = (far - near) / length;
  return { slope, degrees: (Math.atan(slope) * 180) / Math.PI, drift: slope * depth };
}

/** Which of the two set screws turns in, seen with the near reading on the left. */
interface ScrewTurn {
  readonly screw: "near" | "far" | "neither";
  /** How far the screw travels. */
  readonly travel: number;
  /** The same as a turn of the screw, degrees. */
  readonly turn: number;
}

/** A slope that no indicator shows over a shaft, below which nothing is turned. */
const TRUE_ENOUGH = 0.00002;

/**
 * What to do at the set screws of a radial holder so that both readings agree: the screw pushes its own side of the
 * holder away from the pin by slope × lever, where the lever is the distance between the screws. Lever and pitch in
 * millimetres, the slope without unit.
 *
 * The side that reads higher stands nearer to the indicator; the screw of the other side pushes it round.
 *
 * @example 0.03 over 40 with screws 60 apart, pitch 1: the near screw travels 0.045, a turn of 16°
 */
export function screwTurn(slope: number, lever: number, pitch: number): ScrewTurn {
  if (Math.abs(slope) < TRUE_ENOUGH) return { screw: "neither", travel: 0, turn: 0 };
  const travel = Math.abs(slope) * lever;
  return { screw: slope > 0 ? "near" : "far", travel, turn: (travel / pitch) * 360 };
}
