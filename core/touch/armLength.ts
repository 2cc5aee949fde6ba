import { TOLERANCES } from "../tolerances.ts";

/** Where the tip stands from where it was commanded. Millimetres; X as a diameter. */
interface ArmError {
  readonly z: number;
  readonly x: number;
}

/**
 * What a cutter that stands out by `error` more than assumed does on a swivelling arm at `angle` degrees (0 along Z, 90
 * along X), when the control does not carry the overhang: Z −e·cos β, X −2·e·sin β, deeper (docs/MATHEMATICS.md, Swivelling arm).
 *
 * @example 0.2 too long at 90 degrees: X −0.4, Z 0
 */
export function armError(error: number, angle: number): ArmError {
  const at = (angle * Math.PI) / 180;
  const plain = (value: number) => (Math.abs(value) < TOLERANCES.rightAngle ? 0 : value);
  return { z: plain(-error * Math.cos(at)), x: plain(-2 * error * Math.sin(at)) };
}
