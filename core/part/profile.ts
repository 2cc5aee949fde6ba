import { TOLERANCES } from "../tolerances.ts";
import { type Curve, crossings, heightAt, turnedOver } from "./curve.ts";
import type { MadeBy, Wall } from "./cutCurves.ts";
import type { Sourced, Stretch } from "./envelope.ts";
import type { Maker } from "./partMoves.ts";

/** What a curve of an envelope comes from: a cut, or the stock as it is where there is no maker. */
export interface CurveSource {
  readonly maker?: Maker;
  /** `end`: a step where the straight edge of an insert ends in the material. */
  readonly by: MadeBy | "stock" | "end";
}
/** A place of the half section: Z, and the distance from the centreline. Millimetres. */
export interface PartPoint {
  readonly z: number;
  readonly r: number;
}
/** Which side of the material a piece of the profile lies on. `front` looks away from the chuck, `back` towards it. */
type SectionSide = "outside" | "bore" | "front" | "back";

/** A piece of a finished profile: straight, or an arc about a centre, with what made it. Millimetres, radii on X. */
export interface ProfilePiece {
  readonly from: PartPoint;
  readonly to: PartPoint;
  readonly surface: SectionSide;
  /** Whether it is seen from outside, or from within a bore. */
  readonly side: "outer" | "inner";
  /** Set on arcs; `turn` is 1 counter-clockwise with +Z to the right and +X up, from `from` to `to`. */
  readonly arc?: PartPoint & { readonly radius: number; readonly turn: 1 | -1 };
  /** Undefined where the stock is as it came. */
  readonly maker: Maker | undefined;
  /** Whether the move made it, or what the tool is like at the end of one: a nose's fillet, an insert's edge. */
  readonly by: CurveSource["by"];
}
/** A line or an arc of a half section, whatever made it. Millimetres. */
export type DrawnPiece = Pick<ProfilePiece, "from" | "to" | "arc">;

/** A closed half section from its front on the inside, over the outside to the back, and inside to the front again. */
export interface PartProfile {
  readonly pieces: readonly ProfilePiece[];
  /** True where it runs on into what holds it: nothing has cut it off. */
  readonly isOpen: boolean;
  readonly zMin: number;
  readonly zMax: number;
  /** Largest radius. */
  readonly rMax: number;
}

/** A wall with what made it, in the frame of the half section. */
export interface MadeWall extends Wall {
  readonly maker: Maker;
  readonly order: number;
}

/** Lengths below this are none, and material thinner than it does not hold. Millimetres. */
const NONE = TOLERANCES.sameLength;
/** A piece in front that is shorter than this is a burr, not the part. Millimetres. */
const SHORTEST_PART = 0.5;

interface Slice {
  readonly low: number;
  readonly high: number;
  readonly outer: Sourced<CurveSource>;
  /** Height of the bore as a radius. */
  readonly inner: Sourced<CurveSource>;
  readonly bore: Curve;
}

/**
 * The part between an outer boundary and a bore (both as lower envelopes, the bore's heights counted downwards), closed by the
 * walls where they step. Of several pieces it is the one in front. Undefined where nothing is left. Millimetres.
 */
export function profileOf(
  outer: readonly Stretch<CurveSource>[],
  inner: readonly Stretch<CurveSource>[],
  walls: { readonly outside: readonly MadeWall[]; readonly bore: readonly MadeWall[] },
  back: number,
): PartProfile | undefined {
  const parts = componentsOf(slicesOf(outer, inner));
  const slices = parts.findLast((one) => lengthOf(one) > SHORTEST_PART) ?? parts.at(-1);
  const [first, last] = [slices?.[0], slices?.at(-1)];
  if (!slices || !first || !last) return undefined;
  const isOpen = first.low <= back + NONE;
  const pieces: ProfilePiece[] = [];
  const at = (z: number, r: number): PartPoint => ({ z, r });
  /** `near` is what lies lower beside the wall: it made the wall where it ends there. */
  const wall = (
    z: number,
    from: number,
    to: number,
    surface: SectionSide,
    side: ProfilePiece["side"],
    near: Sourced<CurveSource>,
  ) => {
    if (Math.abs(from - to) < NONE) return;
    const facing = surface === "front" ? 1 : -1;
    const [low, high] = [Math.min(from, to), Math.max(from, to)];
    const made = [...walls.outside, ...walls.bore]
      .filter(
        (one) => one.facing === facing && Math.abs(one.u - z) < NONE && one.low < high - NONE && one.high > low + NONE,
      )
      .sort((a, b) => b.order - a.order)[0];
    const ends = [near.curve.low, near.curve.high].some((end) => Math.abs(end - z) < NONE);
    const source: CurveSource = ends ? near.source : { by: "stock" };
    pieces.push({
      from: at(z, from),
      to: at(z, to),
      surface,
      side,
      maker: made?.maker ?? source.maker,
      by: made ? "move" : source.by === "flank" ? "end" : source.by,
    });
  };
  const outerAt = ({ outer: { curve } }: Slice, z: number) => heightAt(curve, z);
  const boreAt = ({ bore }: Slice, z: number) => heightAt(bore, z);
  wall(last.high, boreAt(last, last.high), outerAt(last, last.high), "front", "outer", last.outer);
  for (let index = slices.length - 1; index >= 0; index--) {
    const slice = slices[index] as Slice;
    pieces.push(pieceOf(slice.outer.curve, slice.high, slice.low, "outside", slice.outer.source));
    const next = slices[index - 1];
    if (!next) continue;
    const [here, there] = [outerAt(slice, slice.low), outerAt(next, next.high)];
    wall(slice.low, here, there, there > here ? "front" : "back", "outer", (there > here ? slice : next).outer);
  }
  if (!isOpen) wall(first.low, outerAt(first, first.low), boreAt(first, first.low), "back", "outer", first.outer);
  for (const [index, slice] of slices.entries()) {
    pieces.push(pieceOf(slice.bore, slice.low, slice.high, "bore", slice.inner.source));
    const next = slices[index + 1];
    if (!next) continue;
    const [here, there] = [boreAt(slice, slice.high), boreAt(next, next.low)];
    wall(slice.high, here, there, there > here ? "front" : "back", "inner", (there > here ? next : slice).inner);
  }
  const solid = joinPieces(pieces.filter((piece) => !isOnAxis(piece)));
  return {
    pieces: solid,
    isOpen,
    zMin: first.low,
    zMax: last.high,
    rMax: Math.max(...solid.flatMap(({ from, to, arc }) => [from.r, to.r, ...(arc ? [topOf(from, to, arc)] : [])])),
  };
}

const lengthOf = (slices: readonly Slice[]) => (slices.at(-1)?.high ?? 0) - (slices[0]?.low ?? 0);
const isOnAxis = ({ surface, from, to }: ProfilePiece) => surface === "bore" && from.r === 0 && to.r === 0;

function topOf(from: PartPoint, to: PartPoint, arc: NonNullable<ProfilePiece["arc"]>): number {
  const [low, high] = [Math.min(from.z, to.z), Math.max(from.z, to.z)];
  return arc.z > low && arc.z < high && from.r >= arc.r ? arc.r + arc.radius : Math.max(from.r, to.r);
}

function pieceOf(
  curve: Curve,
  from: number,
  to: number,
  surface: "outside" | "bore",
  source: CurveSource,
): ProfilePiece {
  const [begin, end] = [from, to].map((z) => ({ z, r: heightAt(curve, z) })) as [PartPoint, PartPoint];
  const side = surface === "bore" ? "inner" : "outer";
  const piece: ProfilePiece = { from: begin, to: end, surface, side, maker: source.maker, by: source.by };
  if (curve.shape === "line") return piece;
  // Over the top with falling Z, or through the bottom with rising Z, is counter-clockwise.
  const turn = (curve.half === 1) === to < from ? 1 : -1;
  return { ...piece, arc: { z: curve.u, r: curve.v, radius: curve.radius, turn } };
}

/** Where there is material between the outer boundary and the bore, in the order of Z. */
function slicesOf(outer: readonly Stretch<CurveSource>[], inner: readonly Stretch<CurveSource>[]): readonly Slice[] {
  const slices: Slice[] = [];
  let index = 0;
  for (const own of outer) {
    while (index > 0 && (inner[index] as Stretch<CurveSource>).low > own.low) index--;
    for (let at = index; at < inner.length; at++) {
      const other = inner[at] as Stretch<CurveSource>;
      const [low, high] = [Math.max(own.low, other.low), Math.min(own.high, other.high)];
      index = at;
      if (high - low >= TOLERANCES.binaryNoise) {
        const bore = turnedOver(other.of.curve);
        let from = low;
        for (const to of [...crossings(own.of.curve, bore).filter((z) => z > low && z < high), high]) {
          const middle = (from + to) / 2;
          if (heightAt(own.of.curve, middle) - heightAt(bore, middle) > NONE)
            slices.push({ low: from, high: to, outer: own.of, inner: other.of, bore });
          from = to;
        }
      }
      if (other.high >= own.high) break;
    }
  }
  return slices;
}

/** Slices that hold together. */
function componentsOf(slices: readonly Slice[]): readonly (readonly Slice[])[] {
  const parts: Slice[][] = [];
  for (const slice of slices) {
    const before = parts.at(-1)?.at(-1);
    const holds =
      before !== undefined &&
      slice.low - before.high < NONE &&
      Math.min(heightAt(before.outer.curve, before.high), heightAt(slice.outer.curve, slice.low)) -
        Math.max(heightAt(before.bore, before.high), heightAt(slice.bore, slice.low)) >
        NONE;
    if (holds) parts.at(-1)?.push(slice);
    else parts.push([slice]);
  }
  return parts;
}

/** Pieces that go on in the same line or about the same centre, by the same offset, are one. Without those too short to be any. */
export function joinPieces(pieces: readonly ProfilePiece[]): readonly ProfilePiece[] {
  const joined: ProfilePiece[] = [];
  for (const piece of pieces) {
    const last = joined.at(-1);
    if (Math.hypot(piece.to.z - piece.from.z, piece.to.r - piece.from.r) < NONE) continue;
    if (last && goesOn(last, piece)) joined[joined.length - 1] = { ...last, to: piece.to, by: bestOf(last, piece) };
    else joined.push(piece);
  }
  return joined;
}

const bestOf = (a: ProfilePiece, b: ProfilePiece): ProfilePiece["by"] => (a.by === "move" ? a.by : b.by);

function goesOn(a: ProfilePiece, b: ProfilePiece): boolean {
  if (
    a.surface !== b.surface ||
    a.side !== b.side ||
    a.maker?.offset !== b.maker?.offset ||
    a.maker?.path !== b.maker?.path
  )
    return false;
  if ((a.by === "stock") !== (b.by === "stock")) return false;
  if (Math.hypot(a.to.z - b.from.z, a.to.r - b.from.r) > NONE) return false;
  if (a.arc && b.arc)
    return (
      Math.hypot(a.arc.z - b.arc.z, a.arc.r - b.arc.r) < NONE &&
      Math.abs(a.arc.radius - b.arc.radius) < NONE &&
      a.arc.turn === b.arc.turn
    );
  if (a.arc || b.arc) return false;
  const [one, other] = [
    { z: a.to.z - a.from.z, r: a.to.r - a.from.r },
    { z: b.to.z - b.from.z, r: b.to.r - b.from.r },
  ];
  const long = Math.max(Math.hypot(one.z, one.r), Math.hypot(other.z, other.r));
  return Math.abs(one.z * other.r - one.r * other.z) / long < NONE && one.z * other.z + one.r * other.r > 0;
}
