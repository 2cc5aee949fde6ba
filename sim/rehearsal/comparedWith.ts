import type { Point, Polygon } from "../../core/outline/index.ts";
import {
  areaOf,
  boxOf,
  common,
  grown,
  isNothing,
  joined,
  outlinesOf,
  type Region,
  subtract,
  widthOf,
  within,
} from "../clipping/region.ts";
import type { Rehearsal } from "./rehearse.ts";
import { wholeOf } from "./stripStock.ts";

/**
 * A place where two parts differ: `gouge` where material is missing, `uncut` where it is left over, `corner` where it is left in an inner
 * corner because a nose is round.
 */
export interface Difference {
  readonly kind: "gouge" | "uncut" | "corner";
  readonly outline: Polygon;
  /** Its widest place, millimetres. */
  readonly width: number;
  readonly at: Point;
}

/** In a right corner a nose leaves (√2 − 1) of its radius; in sharper ones more is worth being said. */
const DEEPEST_CORNER = 0.45;
/** What is thinner than this is the nose's polygon and the grid. */
const THINNEST = 0.01;
/** Differences that are told; the widest come first. */
const MOST = 40;

/** A part with what is left of its bar: parted or not, it is looked at whole, where it was turned. */
type Turned = Pick<Rehearsal, "stock" | "fallen">;
const partOf = ({ stock, fallen }: Turned): Region => joined(wholeOf(stock), fallen);

/**
 * Where a part differs from the intended one, from a Z on towards the front; the widest places first. `noseRadius` is the largest of the
 * noses that turned it: what it leaves in an inner corner is told apart. Millimetres.
 */
export function comparedWith(intended: Turned, turned: Turned, fromZ: number, noseRadius = 0): readonly Difference[] {
  const [want, have] = [partOf(intended), partOf(turned)];
  const found = (kind: Difference["kind"], region: Region) =>
    pieces(cutAt(region, fromZ)).map((one) => describe(kind, one));
  // What a circle of that radius cannot reach from outside.
  const rounded = noseRadius > 0 ? grown(grown(want, noseRadius), -noseRadius) : want;
  const isCorner = (one: Region) =>
    noseRadius > 0 && isNothing(grown(subtract(one, grown(rounded, THINNEST)), -THINNEST));
  const uncut = pieces(cutAt(subtract(have, want), fromZ)).map((one) => {
    const found_ = describe("uncut", one);
    return found_ && found_.width < DEEPEST_CORNER * noseRadius && isCorner(one)
      ? { ...found_, kind: "corner" as const }
      : found_;
  });
  return [...found("gouge", subtract(want, have)), ...uncut]
    .flatMap((one) => one ?? [])
    .sort((a, b) => b.width - a.width)
    .slice(0, MOST);
}

function cutAt(region: Region, fromZ: number): Region {
  const box = boxOf(region);
  return box && box.zMax > fromZ ? within(region, { ...box, zMin: Math.max(fromZ, box.zMin) }) : { paths: [] };
}

/** Its pieces one by one, each with its holes; skins thinner than counts are gone before they are told apart. */
function pieces(region: Region): readonly Region[] {
  const thick = grown(grown(region, -THINNEST / 2), THINNEST / 2);
  const outer = thick.paths.filter((path) => areaOf({ paths: [path] }) > 0);
  return outer.length === 1 ? [thick] : outer.map((path) => common(thick, { paths: [path] }));
}

function describe(kind: Difference["kind"], region: Region): Difference | undefined {
  const box = boxOf(region);
  if (!box || areaOf(region) < THINNEST * THINNEST) return undefined;
  // A strip as thin as that over its whole length is no difference; the exact width is worth its work only beyond.
  if (Math.min(box.zMax - box.zMin, box.xMax - box.xMin) < THINNEST) return undefined;
  const width = widthOf(region);
  const outline = outlinesOf(region)[0] ?? [];
  return width < THINNEST
    ? undefined
    : { kind, outline, width, at: { z: (box.zMin + box.zMax) / 2, x: (box.xMin + box.xMax) / 2 } };
}
