import type { Point } from "../../core/outline/index.ts";
import type { Body } from "../body/body.ts";
import { type Chain, sweptChain } from "../body/chain.ts";
import { lower, type Profile, raise } from "../stock/profile.ts";
import { type CutResult, cutInside, cutOutside, endOf, type Stock } from "../stock/stock.ts";

/** What is met while a tool moves straight from one place to another. */
export type BodyMeeting =
  | { readonly kind: "nothing" }
  | { readonly kind: "cut"; readonly stock: Stock; readonly depth: number; readonly area: number }
  | { readonly kind: "clash"; readonly part: "tip" | "holder"; readonly with: "part" | "chuck" };

const NOTHING: BodyMeeting = { kind: "nothing" };
/** Overlap below this is contact, not cutting: under every readout. */
const NOTICED = 1e-6;
/** A drill farther from the centre than this does not bore, it breaks. */
const OFF_CENTRE = 0.5;

/** Where the body is, on its own side of the centreline, and what stands around it. */
interface Surroundings {
  readonly stock: Stock;
  readonly holding: Profile;
}

/** Meets part and chuck; what the tip would take off is a cut, anything else that overlaps is a clash. */
export function meet(body: Body, from: Point, to: Point, { stock, holding }: Surroundings): BodyMeeting {
  const nearest = Math.min(from.z, to.z) + body.box.zMin;
  if (nearest >= endOf(stock)) return NOTHING;
  // A drill or pin whose axis lies beside the part meets it with its side.
  const isBeside = body.mode === "centre" && Math.min(Math.abs(from.x), Math.abs(to.x)) > widest(stock.outer);
  const [start, end] = isBeside ? [beside(from), beside(to)] : [from, to];
  if (isBeside || body.mode === "outside") return fromOutside(body, start, end, { stock, holding });
  // Beside the part altogether: nothing is entered.
  const lowest = Math.min(from.x, to.x) + body.box.xMin;
  if (lowest > widest(stock.outer)) {
    if (lower(holding, sweptChain(body.holderLow[0] ?? body.cuttingLow, from, to)).deepest > NOTICED)
      return { kind: "clash", part: "holder", with: "chuck" };
    return NOTHING;
  }
  return body.mode === "inside" ? fromInside(body, from, to, stock) : onCentre(body, from, to, stock);
}

function fromOutside(body: Body, from: Point, to: Point, { stock, holding }: Surroundings): BodyMeeting {
  const isNearChuck = Math.min(from.z, to.z) + body.box.zMin < (holding.at(-1)?.z1 ?? 0);
  const most = widest(stock.outer);
  if (!isNearChuck && body.box.xMin + Math.min(from.x, to.x) >= most) return NOTHING;
  const tip = sweptChain(body.cuttingLow, from, to);
  if (isNearChuck && lower(holding, tip).deepest > NOTICED) return { kind: "clash", part: "tip", with: "chuck" };
  for (const chain of body.holderLow) {
    const isNear = lowestOf(chain) + Math.min(from.x, to.x) < most;
    if (!isNear && !isNearChuck) continue;
    const swept = sweptChain(chain, from, to);
    if (isNearChuck && lower(holding, swept).deepest > NOTICED) return { kind: "clash", part: "holder", with: "chuck" };
    if (isNear && lower(stock.outer, swept).deepest > NOTICED && !isUnder(tip, swept, stock))
      return { kind: "clash", part: "holder", with: "part" };
  }
  return cutOf(cutOutside(stock, tip));
}

const lowestOf = (chain: Chain) => chain.reduce((low, { x }) => Math.min(low, x), Number.POSITIVE_INFINITY);

/** True where the tip takes off everything that the holder would meet. */
const isUnder = (tip: Profile, holder: Profile, stock: Stock) =>
  lower(cutOutside(stock, tip).stock.outer, holder).deepest <= NOTICED;

function fromInside(body: Body, from: Point, to: Point, stock: Stock): BodyMeeting {
  const cut = cutInside(stock, mirrored(sweptChain(body.cuttingHigh, turned(from), turned(to))));
  for (const [index, high] of body.holderHigh.entries()) {
    const low = body.holderLow[index] ?? high;
    const above = mirrored(sweptChain(high, turned(from), turned(to)));
    // The bar's other side must lie within the hole as well.
    const below = mirrored(sweptChain(low, from, to));
    if (reaches(cut.stock, above) || reaches(cut.stock, below)) return { kind: "clash", part: "holder", with: "part" };
  }
  return cutOf(cut);
}

function onCentre(body: Body, from: Point, to: Point, stock: Stock): BodyMeeting {
  const off = Math.max(Math.abs(from.x), Math.abs(to.x));
  const wide = (chain: Chain) => mirrored(sweptChain(chain, { z: from.z, x: -off }, { z: to.z, x: -off }));
  const cut = cutInside(stock, wide(body.cuttingHigh));
  if (cut.deepest > NOTICED && off > OFF_CENTRE && !body.isLive) return { kind: "clash", part: "tip", with: "part" };
  for (const chain of body.holderHigh)
    if (reaches(cut.stock, wide(chain))) return { kind: "clash", part: "holder", with: "part" };
  return cutOf(cut);
}

const cutOf = ({ stock, deepest, area }: CutResult): BodyMeeting =>
  deepest > NOTICED ? { kind: "cut", stock, depth: deepest, area } : NOTHING;

const reaches = ({ inner }: Stock, boundary: Profile) => raise(inner, boundary).deepest > NOTICED;
const mirrored = (profile: Profile): Profile => profile.map(({ z0, z1, v0, v1 }) => ({ z0, z1, v0: -v0, v1: -v1 }));
const beside = ({ z, x }: Point): Point => ({ z, x: Math.abs(x) });
const turned = ({ z, x }: Point): Point => ({ z, x: -x });
const widest = (outer: Profile) => outer.reduce((most, { v0, v1 }) => Math.max(most, v0, v1), 0);
