/** Angles of a sweep, degrees from X plus towards Y plus. */
export const CLOCK_POSITIONS = [0, 90, 180, 270] as const;

/**
 * An indicator held in the spindle that sweeps a holder's bore: plus is pressed in. The bore's centre lies (x, y) off the
 * spindle's (true distances); the indicator hangs lower by `sag` at the bottom of its round (Y minus) than at the top.
 */
export function sweepBore(off: { readonly x: number; readonly y: number }, sag: number): readonly number[] {
  return CLOCK_POSITIONS.map((angle) => {
    const at = (angle * Math.PI) / 180;
    // A wall that is nearer presses the stylus in: the wall opposite to where the bore's centre has gone.
    const wall = -(off.x * Math.cos(at) + off.y * Math.sin(at));
    return Math.round((wall - (sag / 2) * Math.sin(at)) * 1000) / 1000;
  });
}
