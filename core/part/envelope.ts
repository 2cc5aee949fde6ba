import { TOLERANCES } from "../tolerances.ts";
import { type Curve, crossings, heightAt } from "./curve.ts";

/** A curve and what it comes from; of two that lie on each other the one with the higher order counts. */
export interface Sourced<CurveSource> {
  readonly curve: Curve;
  readonly order: number;
  readonly source: CurveSource;
}
/** A stretch of an envelope: which curve is the lowest there. Millimetres along `u`. */
export interface Stretch<CurveSource> {
  readonly low: number;
  readonly high: number;
  readonly of: Sourced<CurveSource>;
}

/**
 * The lowest boundary under a set of curves, from the smallest `u` to the largest: divided, and put together again pair by
 * pair, with crossings worked out exactly. Places over which no curve lies are left out. Millimetres.
 */
export function lowerEnvelope<CurveSource>(curves: readonly Sourced<CurveSource>[]): readonly Stretch<CurveSource>[] {
  let envelopes: (readonly Stretch<CurveSource>[])[] = curves.map((of) => [
    { low: of.curve.low, high: of.curve.high, of },
  ]);
  while (envelopes.length > 1) {
    const merged: (readonly Stretch<CurveSource>[])[] = [];
    for (let at = 0; at < envelopes.length; at += 2)
      merged.push(lowerOfTwo(envelopes[at] ?? [], envelopes[at + 1] ?? []));
    envelopes = merged;
  }
  return envelopes[0] ?? [];
}

/** The lower of two envelopes wherever both are; where only one is, that one. */
function lowerOfTwo<CurveSource>(
  one: readonly Stretch<CurveSource>[],
  other: readonly Stretch<CurveSource>[],
): readonly Stretch<CurveSource>[] {
  if (one.length === 0) return other;
  if (other.length === 0) return one;
  const lowest: Stretch<CurveSource>[] = [];
  let [i, j] = [0, 0];
  let at = Math.min((one[0] as Stretch<CurveSource>).low, (other[0] as Stretch<CurveSource>).low);
  while (i < one.length || j < other.length) {
    const [a, b] = [one[i], other[j]];
    const isIn = (stretch: Stretch<CurveSource> | undefined) => stretch !== undefined && stretch.low <= at;
    const next = Math.min(
      a ? (isIn(a) ? a.high : a.low) : Number.POSITIVE_INFINITY,
      b ? (isIn(b) ? b.high : b.low) : Number.POSITIVE_INFINITY,
    );
    if (isIn(a) && isIn(b)) addLower(lowest, (a as Stretch<CurveSource>).of, (b as Stretch<CurveSource>).of, at, next);
    else if (isIn(a)) add(lowest, (a as Stretch<CurveSource>).of, at, next);
    else if (isIn(b)) add(lowest, (b as Stretch<CurveSource>).of, at, next);
    at = next;
    if (a && a.high <= at) i++;
    if (b && b.high <= at) j++;
  }
  return lowest;
}

/** Two heights nearer to each other than this are the same one: a finishing pass over what was turned before. Millimetres. */
const SAME = TOLERANCES.sameLength;

function addLower<CurveSource>(
  to: Stretch<CurveSource>[],
  a: Sourced<CurveSource>,
  b: Sourced<CurveSource>,
  low: number,
  high: number,
): void {
  let from = low;
  for (const u of [...crossings(a.curve, b.curve).filter((one) => one > low && one < high), high]) {
    const middle = (from + u) / 2;
    const by = heightAt(a.curve, middle) - heightAt(b.curve, middle);
    // A nose lies within that of its own tangent for a stretch: there the lower one counts.
    const isSame = Math.abs(by) < SAME && a.curve.shape === b.curve.shape;
    const isA = isSame ? a.order > b.order : by < 0;
    add(to, isA ? a : b, from, u);
    from = u;
  }
}

function add<CurveSource>(to: Stretch<CurveSource>[], of: Sourced<CurveSource>, low: number, high: number): void {
  const last = to.at(-1);
  if (last?.of === of && low - last.high < TOLERANCES.binaryNoise) to[to.length - 1] = { ...last, high };
  else if (high - low >= TOLERANCES.binaryNoise) to.push({ low, high, of });
}
