import type { Point } from "../../core/outline/index.ts";

/** A straight piece of a profile, from z0 to z1 (z0 < z1), with the values at its ends. */
export interface Piece {
  readonly z0: number;
  readonly z1: number;
  readonly v0: number;
  readonly v1: number;
}

/**
 * A piecewise straight function of Z, its pieces in rising order and end to end; it may jump between two pieces. The wall
 * of a turned part, outside or inside, is one: exact where a cut ends, and short however many cuts made it. Millimetres.
 */
export type Profile = readonly Piece[];

/** Pieces shorter than this are left out, and corners flatter than this are straightened: below any readout. */
export const FLAT = 1e-7;

export const level = (from: number, to: number, value: number): Profile => [{ z0: from, z1: to, v0: value, v1: value }];

/** A chain of points with rising Z as a profile; points with equal Z make no piece. */
export function chainProfile(chain: readonly Point[]): Profile {
  const pieces: Piece[] = [];
  for (let index = 1; index < chain.length; index++) {
    const [a, b] = [chain[index - 1] as Point, chain[index] as Point];
    if (b.z - a.z > FLAT) pieces.push({ z0: a.z, z1: b.z, v0: a.x, v1: b.x });
  }
  return pieces;
}

const at = (piece: Piece, z: number): number =>
  piece.v0 === piece.v1 ? piece.v0 : piece.v0 + ((piece.v1 - piece.v0) * (z - piece.z0)) / (piece.z1 - piece.z0);

interface Lowered {
  readonly profile: Profile;
  /** Greatest amount by which the patch lay below; 0 where it did nowhere. */
  readonly deepest: number;
  /** Area between the two, square millimetres. */
  readonly area: number;
}

/**
 * The lower of a profile and a patch, over the profile's own stretch: what is left of an outside wall where a tool's
 * lower boundary has passed. Outside of the patch nothing changes. The very same profile comes back where the patch lies
 * above everywhere.
 */
export function lower(profile: Profile, patch: Profile): Lowered {
  const first = patch[0];
  const last = patch.at(-1);
  const unchanged = { profile, deepest: 0, area: 0 };
  if (!first || !last) return unchanged;
  // The pieces that the patch reaches; most cuts reach few of many.
  let low = 0;
  while (low < profile.length && (profile[low] as Piece).z1 <= first.z0) low++;
  let high = low;
  while (high < profile.length && (profile[high] as Piece).z0 < last.z1) high++;
  if (low === high || !liesBelow(profile, low, high, patch)) return unchanged;

  const result: Piece[] = profile.slice(0, low);
  let deepest = 0;
  let area = 0;
  let start = 0;
  for (let place = low; place < high; place++) {
    const piece = profile[place] as Piece;
    if (piece.z0 < first.z0) push(result, cut(piece, piece.z0, first.z0));
    while (start < patch.length - 1 && (patch[start] as Piece).z1 <= piece.z0) start++;
    for (let index = start; index < patch.length; index++) {
      const over = patch[index] as Piece;
      if (over.z0 >= piece.z1) break;
      const from = Math.max(piece.z0, over.z0);
      const to = Math.min(piece.z1, over.z1);
      if (to - from <= FLAT) continue;
      const [a0, a1, b0, b1] = [at(piece, from), at(piece, to), at(over, from), at(over, to)];
      const [d0, d1] = [a0 - b0, a1 - b1];
      if (d0 <= 0 && d1 <= 0) push(result, { z0: from, z1: to, v0: a0, v1: a1 });
      else if (d0 >= 0 && d1 >= 0) {
        push(result, { z0: from, z1: to, v0: b0, v1: b1 });
        deepest = Math.max(deepest, d0, d1);
        area += ((d0 + d1) / 2) * (to - from);
      } else {
        // The two cross in between.
        const middle = from + ((to - from) * d0) / (d0 - d1);
        const value = at(piece, middle);
        push(result, { z0: from, z1: middle, v0: Math.min(a0, b0), v1: value });
        push(result, { z0: middle, z1: to, v0: value, v1: Math.min(a1, b1) });
        const [most, width] = d0 > 0 ? [d0, middle - from] : [d1, to - middle];
        deepest = Math.max(deepest, most);
        area += (most / 2) * width;
      }
    }
    if (piece.z1 > last.z1) push(result, cut(piece, last.z1, piece.z1));
  }
  // Only the first of the rest can go on straight from what was made.
  const [next, ...rest] = profile.slice(high);
  if (next) push(result, next);
  for (const piece of rest) result.push(piece);
  return deepest > 0 ? { profile: result, deepest, area } : unchanged;
}

/** True where the patch lies below one of these pieces anywhere: nothing is made anew for one that does not. */
function liesBelow(profile: Profile, low: number, high: number, patch: Profile): boolean {
  let start = 0;
  for (let place = low; place < high; place++) {
    const piece = profile[place] as Piece;
    while (start < patch.length - 1 && (patch[start] as Piece).z1 <= piece.z0) start++;
    for (let index = start; index < patch.length; index++) {
      const over = patch[index] as Piece;
      if (over.z0 >= piece.z1) break;
      const from = Math.max(piece.z0, over.z0);
      const to = Math.min(piece.z1, over.z1);
      if (to - from <= FLAT) continue;
      if (at(piece, from) > at(over, from) || at(piece, to) > at(over, to)) return true;
    }
  }
  return false;
}

/** The higher of a profile and a patch: what a bore's wall becomes. */
export function raise(profile: Profile, patch: Profile): Lowered {
  const lowered = lower(negative(profile), negative(patch));
  return lowered.deepest > 0 ? { ...lowered, profile: negative(lowered.profile) } : { ...lowered, profile };
}

/** The profile up to a Z; the rest has come off. */
export function upTo(profile: Profile, z: number): Profile {
  const kept: Piece[] = [];
  for (const piece of profile) {
    if (piece.z1 <= z) kept.push(piece);
    else if (piece.z0 < z - FLAT) kept.push(cut(piece, piece.z0, z));
  }
  return kept;
}

/** Value just before and just after a Z; undefined outside of the profile's stretch. */
export function valuesAt(profile: Profile, z: number): readonly [before: number, after: number] | undefined {
  const before = profile.find((piece) => piece.z0 < z && z <= piece.z1);
  const after = profile.find((piece) => piece.z0 <= z && z < piece.z1);
  const one = before ?? after;
  if (!one) return undefined;
  return [at(before ?? one, z), at(after ?? one, z)];
}

/** Smallest and largest value on a stretch; undefined where the profile does not reach it. */
export function rangeOn(profile: Profile, from: number, to: number): readonly [number, number] | undefined {
  let range: [number, number] | undefined;
  for (const piece of profile) {
    if (piece.z1 <= from || piece.z0 >= to) continue;
    const [a, b] = [at(piece, Math.max(piece.z0, from)), at(piece, Math.min(piece.z1, to))];
    range = [Math.min(range?.[0] ?? a, a, b), Math.max(range?.[1] ?? a, a, b)];
  }
  return range;
}

/** Corner points in rising order, jumps as two points. */
export function cornersOf(profile: Profile): readonly Point[] {
  return profile.flatMap(({ z0, z1, v0, v1 }) => [
    { z: z0, x: v0 },
    { z: z1, x: v1 },
  ]);
}

const negative = (profile: Profile): Profile => profile.map(({ z0, z1, v0, v1 }) => ({ z0, z1, v0: -v0, v1: -v1 }));

const cut = (piece: Piece, from: number, to: number): Piece => ({
  z0: from,
  z1: to,
  v0: at(piece, from),
  v1: at(piece, to),
});

/** Adds a piece behind the others; one that only goes on straight is joined to the last. */
function push(pieces: Piece[], piece: Piece): void {
  const last = pieces.at(-1);
  if (piece.z1 - piece.z0 <= FLAT) {
    // A sliver: the neighbour takes its place.
    if (last) pieces[pieces.length - 1] = { ...last, z1: piece.z1 };
    else pieces.push(piece);
    return;
  }
  if (last && Math.abs(last.v1 - piece.v0) <= FLAT) {
    const slope = (last.v1 - last.v0) / (last.z1 - last.z0);
    if (Math.abs(last.v1 + slope * (piece.z1 - last.z1) - piece.v1) <= FLAT) {
      pieces[pieces.length - 1] = { z0: last.z0, z1: piece.z1, v0: last.v0, v1: piece.v1 };
      return;
    }
  }
  pieces.push(piece);
}
