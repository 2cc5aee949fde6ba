import type { TipDirection } from "../tool/index.ts";
import { normalOf } from "./noseDeviation.ts";

/** A place of the imaginary tip, X as a diameter. */
export interface TipPlace {
  readonly x: number;
  readonly z: number;
}

/**
 * The way of the imaginary tip under nose compensation: the control leads the nose's centre one radius beside the contour
 * (`side` 1 on the right of the way, −1 on the left, with +Z to the right and +X up), and reckons the tip from it with its
 * own orientation. `from` is where the tool stands before the first of `contour`, which it leaves uncompensated; each place
 * of the contour gives one of the result.
 *
 * Between two elements that turn away from the tool the centre follows the mitre, as far as `1 / cos` of half the turn
 * allows; where they turn towards it, their parallels cross.
 */
export function compensatedWay(
  from: TipPlace,
  contour: readonly TipPlace[],
  { radius, tip, side }: { readonly radius: number; readonly tip: TipDirection; readonly side: 1 | -1 },
): readonly TipPlace[] {
  const places = [from, ...contour];
  const normals = contour.map((to, index) => {
    const before = places[index] as TipPlace;
    const normal = normalOf(to.z - before.z, (to.x - before.x) / 2, side === 1 ? "outside" : "bore");
    return normal && { z: normal.z, x: normal.x };
  });
  return contour.map(({ x, z }, index) => {
    // The first element leads on to the contour; the place at its end belongs to what follows.
    const before = index === 0 ? undefined : nearest(normals, index, -1);
    const after = nearest(normals, index + 1, 1);
    if (!before && !after) return { x, z };
    const beside = mitre(before ?? after, after ?? before);
    return {
      x: x + 2 * radius * (beside.x + tip.x),
      z: z + radius * (beside.z + tip.z),
    };
  });
}

interface Direction {
  readonly z: number;
  readonly x: number;
}

function nearest(normals: readonly (Direction | undefined)[], from: number, step: 1 | -1): Direction | undefined {
  for (let index = from; index >= (step === -1 ? 1 : 0) && index < normals.length; index += step)
    if (normals[index]) return normals[index];
  return undefined;
}

/** Where the parallels of two elements cross, one away from each. */
function mitre(one: Direction | undefined, other: Direction | undefined): Direction {
  if (!one || !other) return one ?? other ?? { z: 0, x: 0 };
  const along = 1 + one.z * other.z + one.x * other.x;
  return along < SHARPEST ? other : { z: (one.z + other.z) / along, x: (one.x + other.x) / along };
}
/** Turns sharper than about 150 degrees have no mitre that a control would go to. */
const SHARPEST = 0.13;
