import { type Curve, heightAt } from "./curve.ts";

/** Width of the strips in which heights are compared before crossings are worked out. Millimetres. */
const STRIP = 0.02;
/** Strips at most: a longer part has wider ones. */
const MOST_STRIPS = 20_000;
/** Fewer curves than this are put together as they are. */
const FEW = 64;

/** Strips that are looked at together first. */
const TOGETHER = 32;

/**
 * Leaves out the curves that cannot be part of the lowest boundary: in every strip that they pass another curve spans the
 * strip and lies wholly below them. Roughing under a finished contour goes so. `spans` says which curves are worth comparing with.
 * Millimetres.
 */
export function withoutHidden<Of extends { readonly curve: Curve }>(
  all: readonly Of[],
  spans: (one: Of) => boolean,
): readonly Of[] {
  if (all.length < FEW) return all;
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const { curve } of all) {
    low = Math.min(low, curve.low);
    high = Math.max(high, curve.high);
  }
  const width = Math.max(STRIP, (high - low) / MOST_STRIPS);
  const bounds = new Float64Array(Math.ceil((high - low) / width) + 1).fill(Number.POSITIVE_INFINITY);
  for (const one of all) {
    if (!spans(one)) continue;
    const { curve } = one;
    const end = Math.floor((curve.high - low) / width);
    for (let strip = Math.ceil((curve.low - low) / width); strip < end; strip++) {
      const from = low + strip * width;
      const most = highestIn(curve, from, from + width);
      if (most < (bounds[strip] as number)) bounds[strip] = most;
    }
  }
  const together = new Float64Array(Math.ceil(bounds.length / TOGETHER)).fill(Number.NEGATIVE_INFINITY);
  for (const [strip, bound] of bounds.entries()) {
    const group = Math.floor(strip / TOGETHER);
    if (bound > (together[group] as number)) together[group] = bound;
  }
  const reaches = (curve: Curve, strips: Float64Array, each: number, first: number, last: number): boolean => {
    for (let strip = first; strip <= last; strip++) {
      const from = Math.max(low + strip * each, curve.low);
      const to = Math.min(low + (strip + 1) * each, curve.high);
      if (lowestIn(curve, from, to) > (strips[strip] as number)) continue;
      if (strips === bounds) return true;
      const fine = (place: number) => Math.floor((place - low) / width);
      if (reaches(curve, bounds, width, fine(from), Math.min(fine(to), bounds.length - 1))) return true;
    }
    return false;
  };
  const group = (place: number) => Math.floor((place - low) / (width * TOGETHER));
  return all.filter(({ curve }) =>
    reaches(curve, together, width * TOGETHER, group(curve.low), Math.min(group(curve.high), together.length - 1)),
  );
}

/** A straight piece and a valley are highest at an end; a hill where its top is. */
function highestIn(curve: Curve, from: number, to: number): number {
  if (curve.shape === "arc" && curve.half === 1 && curve.u > from && curve.u < to) return curve.v + curve.radius;
  return Math.max(heightAt(curve, from), heightAt(curve, to));
}

function lowestIn(curve: Curve, from: number, to: number): number {
  if (curve.shape === "arc" && curve.half === -1 && curve.u > from && curve.u < to) return curve.v - curve.radius;
  return Math.min(heightAt(curve, from), heightAt(curve, to));
}
