import { TOLERANCES } from "../tolerances.ts";
import { heightAt } from "./curve.ts";
import type { Stretch } from "./envelope.ts";
import {
  type CurveSource,
  joinPieces,
  type MadeWall,
  type PartPoint,
  type PartProfile,
  type ProfilePiece,
} from "./profile.ts";

/** Depths below this are none. Millimetres. */
const NONE = TOLERANCES.sameLength;

/**
 * Cuts grooves into the faces of a profile: the envelope of face tools over the radius, where it lies behind a face that looks to the
 * front. A groove that no single face holds is left out and named. Millimetres.
 */
export function grooveFaces(
  profile: PartProfile,
  envelope: readonly Stretch<CurveSource>[],
  walls: readonly MadeWall[],
): { readonly profile: PartProfile; readonly leftOut: readonly { readonly offset: string; readonly line: number }[] } {
  if (envelope.length === 0) return { profile, leftOut: [] };
  const held = new Set<Stretch<CurveSource>>();
  const pieces = profile.pieces.flatMap((piece) => {
    if (piece.surface !== "front" || piece.arc) return [piece];
    const { z } = piece.from;
    const [low, high] = [Math.min(piece.from.r, piece.to.r), Math.max(piece.from.r, piece.to.r)];
    const grooves = connected(envelope.flatMap((one) => behind(one, z))).filter(
      (group) => (group[0]?.low ?? 0) >= low - NONE && (group.at(-1)?.high ?? 0) <= high + NONE,
    );
    if (grooves.length === 0) return [piece];
    for (const { whole } of grooves.flat()) held.add(whole);
    const outwards = piece.to.r >= piece.from.r;
    const cut = grooved({ ...piece, from: { z, r: low }, to: { z, r: high } }, grooves, walls);
    return outwards ? cut : cut.map(turnedRound).reverse();
  });
  const zMin = Math.min(...profile.pieces.map(({ to }) => to.z));
  const leftOut = envelope
    .filter(
      (one) => !held.has(one) && one.of.source.maker && deepestOf(one) < profile.zMax - NONE && deepestOf(one) > zMin,
    )
    .map(({ of }) => ({ offset: of.source.maker?.offset ?? "", line: of.source.maker?.line ?? 1 }))
    .filter((one, index, all) => all.findIndex((other) => other.line === one.line) === index);
  return { profile: { ...profile, pieces: joinPieces(pieces) }, leftOut: held.size > 0 ? [] : leftOut };
}

type Cut = Stretch<CurveSource> & { readonly whole: Stretch<CurveSource> };

const deepestOf = ({ of, low, high }: Stretch<CurveSource>) =>
  Math.min(heightAt(of.curve, low), heightAt(of.curve, high));

/** The stretch of a cut that lies behind a face: straight bottoms lie behind it whole, noses from where they cross it. */
function behind(whole: Stretch<CurveSource>, z: number): readonly Cut[] {
  const { low, high, of } = whole;
  const isIn = (r: number) => heightAt(of.curve, r) < z - NONE;
  if (isIn(low) && isIn(high)) return [{ ...whole, whole }];
  if (!isIn((low + high) / 2) && !isIn(low) && !isIn(high)) return [];
  // It crosses the face once: halved until nothing is between.
  let [inside, outside] = isIn(low) ? [low, high] : isIn(high) ? [high, low] : [(low + high) / 2, high];
  for (let step = 0; step < HALVINGS; step++) {
    const middle = (inside + outside) / 2;
    if (isIn(middle)) inside = middle;
    else outside = middle;
  }
  return isIn(low) ? [{ ...whole, high: inside, whole }] : [{ ...whole, low: inside, whole }];
}
const HALVINGS = 50;

function connected(cuts: readonly Cut[]): readonly (readonly Cut[])[] {
  const groups: Cut[][] = [];
  for (const cut of cuts) {
    const last = groups.at(-1)?.at(-1);
    if (last && cut.low - last.high < NONE) groups.at(-1)?.push(cut);
    else groups.push([cut]);
  }
  return groups;
}

/** A face from the inside outwards, with its grooves. */
function grooved(
  face: ProfilePiece,
  grooves: readonly (readonly Cut[])[],
  walls: readonly MadeWall[],
): readonly ProfilePiece[] {
  const { z } = face.from;
  const pieces: ProfilePiece[] = [];
  let at: PartPoint = face.from;
  const wallTo = (to: PartPoint, surface: "outside" | "bore", near: CurveSource) => {
    if (Math.abs(to.z - at.z) < NONE) return;
    const facing = surface === "bore" ? -1 : 1;
    const made = walls
      .filter((one) => one.facing === -facing && Math.abs(one.u - at.r) < NONE)
      .sort((a, b) => b.order - a.order)[0];
    pieces.push({
      from: at,
      to,
      surface,
      side: face.side,
      maker: made?.maker ?? near.maker,
      by: made ? "move" : near.by,
    });
    at = to;
  };
  for (const groove of grooves) {
    const begin = { z, r: (groove[0] as Cut).low };
    if (begin.r - at.r > NONE) pieces.push({ ...face, from: at, to: begin });
    at = begin;
    for (const { low, high, of } of groove) {
      const [from, to] = [low, high].map((r) => ({ z: heightAt(of.curve, r), r })) as [PartPoint, PartPoint];
      // Deeper from here: the inner wall, an outside of what stands within; less deep: the outer wall, like a bore.
      wallTo({ z: from.z, r: at.r }, from.z < at.z ? "outside" : "bore", of.source);
      const { curve, source } = of;
      const arc =
        curve.shape === "arc" ? { arc: { z: curve.v, r: curve.u, radius: curve.radius, turn: -1 as const } } : {};
      pieces.push({ from, to, surface: "front", side: face.side, ...arc, maker: source.maker, by: source.by });
      at = to;
    }
    wallTo({ z, r: at.r }, "bore", (groove.at(-1) as Cut).of.source);
  }
  if (face.to.r - at.r > NONE) pieces.push({ ...face, from: at, to: face.to });
  return pieces;
}

const turnedRound = (piece: ProfilePiece): ProfilePiece => ({
  ...piece,
  from: piece.to,
  to: piece.from,
  ...(piece.arc && { arc: { ...piece.arc, turn: piece.arc.turn === 1 ? -1 : 1 } }),
});
