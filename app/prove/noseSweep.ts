import { compensatedWay, type ProfilePoints } from "../../core/nose/index.ts";
import { minus, type Point, point, times, unit } from "../../core/outline/index.ts";
import type { TipDirection } from "../../core/tool/index.ts";

/** A nose as it is, and as the control reckons with it; millimetres, tips in part coordinates. */
export interface SweptNose {
  readonly side: "outside" | "bore";
  readonly real: { readonly radius: number; readonly tip: TipDirection };
  readonly control: { readonly radius: number; readonly tip: TipDirection; readonly compensated: boolean };
}

/** Where the imaginary tip goes along a profile, and where the real nose's centre goes with it; true distances in millimetres. */
interface NoseWay {
  readonly tips: readonly Point[];
  readonly centres: readonly Point[];
}

/** How far in front of the profile the tool stands before it, millimetres: any distance gives the same way along it. */
const LEAD_IN = 5;

/** The way of a nose along a profile: what the control sends the tip along, and the real centre beside it. Empty for less than two points. */
export function noseWay(profile: ProfilePoints, { side, real, control }: SweptNose): NoseWay {
  const [first, second] = profile;
  if (!first || !second) return { tips: [], centres: [] };
  const contour = profile.map(([x, z]) => ({ x, z }));
  const along = minus(point(second[1], second[0] / 2), point(first[1], first[0] / 2));
  const back = along.z === 0 && along.x === 0 ? along : times(unit(along), -LEAD_IN);
  const places = control.compensated
    ? compensatedWay({ x: first[0] + 2 * back.x, z: first[1] + back.z }, contour, {
        radius: control.radius,
        tip: control.tip,
        side: side === "outside" ? 1 : -1,
      })
    : contour;
  const tips = places.map(({ x, z }) => point(z, x / 2));
  return { tips, centres: tips.map(({ z, x }) => point(z - real.radius * real.tip.z, x - real.radius * real.tip.x)) };
}

/** The place at a share of a way's length, 0 to 1; the only place of a way without length. */
export function placeAlong(way: readonly Point[], share: number): Point | undefined {
  const lengths = way.slice(1).map((to, index) => Math.hypot(to.z - (way[index]?.z ?? 0), to.x - (way[index]?.x ?? 0)));
  let left = lengths.reduce((sum, one) => sum + one, 0) * Math.min(Math.max(share, 0), 1);
  for (const [index, length] of lengths.entries()) {
    const [from, to] = [way[index], way[index + 1]];
    if (!from || !to) break;
    if (left <= length || index === lengths.length - 1) {
      const at = length === 0 ? 0 : Math.min(left / length, 1);
      return point(from.z + (to.z - from.z) * at, from.x + (to.x - from.x) * at);
    }
    left -= length;
  }
  return way[0];
}
