import type { Feature } from "../ledger/index.ts";
import { toDrawing } from "../machine/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import type { PartDimension } from "./dimensions.ts";

/** A dimension of the program with the one on record that means the same. */
interface MatchedFeature {
  readonly feature: Feature;
  /** True where the program gives another nominal size now than the one on record. */
  readonly isChanged: boolean;
}

/** Sizes farther apart than this are not the same dimension of an edited program. Millimetres. */
const FARTHEST = 0.6;
/** What counts against a match as much as so many millimetres of difference: another offset, another place along Z. */
const OTHER_OFFSET = 0.5;
const EACH_MILLIMETRE_AWAY = 0.01;
/** Places on a taper that are no farther apart are one. Millimetres. */
const SAME_PLACE = 0.01;

/**
 * Finds the dimensions on record again among those that a program gives: by what they are, their size, what makes them and where, not by
 * their order, so that they follow an edited program. Each is matched once, the nearest first. Gives them by the key of the program's
 * dimension, and those that the program does not give. Millimetres.
 */
export function matchFeatures(
  dimensions: readonly PartDimension[],
  features: readonly Feature[],
): { readonly matched: ReadonlyMap<string, MatchedFeature>; readonly others: readonly Feature[] } {
  const pairs = dimensions
    .flatMap((dimension) =>
      features.flatMap((feature) => {
        const cost = costOf(dimension, feature);
        return cost === undefined ? [] : [{ dimension, feature, cost }];
      }),
    )
    .sort((a, b) => a.cost - b.cost);
  const matched = new Map<string, MatchedFeature>();
  const taken = new Set<string>();
  for (const { dimension, feature } of pairs) {
    if (matched.has(dimension.key) || taken.has(feature.feature)) continue;
    taken.add(feature.feature);
    const isChanged = Math.abs(toDrawing(feature.axis, feature.nominal) - dimension.nominal) > TOLERANCES.otherUnit / 2;
    matched.set(dimension.key, { feature, isChanged });
  }
  return { matched, others: features.filter(({ feature }) => !taken.has(feature)) };
}

/** How far apart a dimension and one on record are; undefined where they cannot be the same. */
function costOf(dimension: PartDimension, feature: Feature): number | undefined {
  const { kind, side, maker, nominal, at } = dimension;
  const apart = Math.abs(toDrawing(feature.axis, feature.nominal) - nominal);
  if (apart > FARTHEST) return undefined;
  const own = apart + (feature.offset === maker?.offset ? 0 : OTHER_OFFSET);
  if (feature.axis === "x") {
    if (kind !== "diameter" && kind !== "gauge") return undefined;
    // A chamfer and an arc have no diameter on the drawing.
    if (feature.form === "chamfer" || feature.form === "arc") return undefined;
    if ((feature.form === "taper") !== (kind === "gauge")) return undefined;
    // Of a taper it is the same size at the same place alone.
    if (kind === "gauge" && !(Math.abs((feature.atZ ?? Number.NaN) - at[0].z) < SAME_PLACE)) return undefined;
    if (kind === "diameter" && feature.form !== undefined && (feature.form === "bore") !== (side === "inner"))
      return undefined;
    const away = feature.atZ === undefined ? 0 : Math.abs((at[0].z + at[1].z) / 2 - feature.atZ);
    return own + EACH_MILLIMETRE_AWAY * away;
  }
  if (feature.from?.is === "wall") return kind === "width" ? own : undefined;
  return kind === "length" || kind === "overall" ? own : undefined;
}
