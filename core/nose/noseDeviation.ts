import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { type Numbering, type TipDirection, tipDirection } from "../tool/index.ts";

/** A nose: its radius, and the code by which its imaginary tip points. */
interface Nose {
  readonly radius: number;
  readonly code: number;
}

/**
 * A profile that is turned, as points of [X as a diameter, Z], and the nose that turns it against the one that the control
 * reckons with. Seen with +Z to the right and +X up the tool stands to the right of the way outside and to the left of it
 * in a bore: ordinary profiles of both kinds run from the front towards the chuck. All in one unit.
 */
export interface NoseProblem {
  readonly profile: readonly (readonly [x: number, z: number])[];
  readonly side: "outside" | "bore";
  readonly real: Nose;
  readonly control: Nose & { readonly compensated: boolean };
  readonly numbering: Numbering;
}

/** What the sweep along one element leaves at its middle: positive where material stays, along the normal. */
interface ElementDeviation {
  /** Element i runs from point i to point i + 1. */
  readonly index: number;
  readonly deviation: number;
}

/** Elements shorter than this many radii are swept over by their neighbours and say nothing by themselves. */
const SHORTEST_IN_RADII = 4;

/**
 * Deviation of what a nose leaves from the profile, element by element (docs/MATHEMATICS.md, Nose):
 *
 *     R·(1 + d_control·n) − r·(1 + d_real·n)
 *
 * with n the unit normal towards the tool and d the tip directions, both in radius coordinates, and R = 0 where the
 * control does not compensate. Refuses (`bad-input`) a code that the numbering does not have.
 *
 * @example a 45° chamfer turned without compensation by a nose of 0.8 that points at chuck and centreline keeps (√2 − 1)·0.8 = 0.3314
 */
export function noseDeviation(
  problem: NoseProblem,
): Answer<{ readonly elements: readonly ElementDeviation[]; readonly largest: number }, Refusal<"bad-input">> {
  const { profile, side, real, control, numbering } = problem;
  const directions = [real, control].map(({ code }) => tipDirection(code, numbering));
  const [realTip, controlTip] = directions;
  if (!realTip || !controlTip) {
    const code = realTip ? control.code : real.code;
    return refused({ code: "bad-input", message: `${code} is not a tip orientation; codes run from 0 to 9.` });
  }
  const reckoned = control.compensated ? control.radius : 0;
  const shortest = SHORTEST_IN_RADII * Math.max(real.radius, reckoned);
  const elements: ElementDeviation[] = [];
  let largest = 0;
  for (const [index, [x, z]] of profile.entries()) {
    const next = profile[index + 1];
    if (!next) break;
    const normal = normalOf(next[1] - z, (next[0] - x) / 2, side);
    if (!normal || normal.length <= shortest) continue;
    const deviation = reckoned * (1 + along(controlTip, normal)) - real.radius * (1 + along(realTip, normal));
    elements.push({ index, deviation });
    if (Math.abs(deviation) > Math.abs(largest)) largest = deviation;
  }
  return accepted({ elements, largest });
}

const along = (tip: TipDirection, normal: { readonly z: number; readonly x: number }) =>
  tip.z * normal.z + tip.x * normal.x;

/** Unit normal of a way towards the tool, with the way's length; undefined where it has none. */
export function normalOf(
  dz: number,
  dx: number,
  side: NoseProblem["side"],
): { readonly z: number; readonly x: number; readonly length: number } | undefined {
  const length = Math.hypot(dz, dx);
  if (length === 0) return undefined;
  const right = side === "outside" ? 1 : -1;
  return { z: (right * dx) / length, x: (-right * dz) / length, length };
}
