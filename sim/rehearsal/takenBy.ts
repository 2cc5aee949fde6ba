import type { Point, Polygon } from "../../core/outline/index.ts";
import type { Difference } from "./comparedWith.ts";
import type { Rehearsal } from "./rehearse.ts";

/**
 * The step that took the material which is missing in a gouge: the flank of an insert, a tool in the wrong place, a path
 * that is wrong. Counted from 0; undefined where it was never there.
 */
export function takenBy(
  { steps, blank, edges }: Pick<Rehearsal, "steps" | "blank" | "edges">,
  { outline }: Difference,
): number | undefined {
  const place = insideOf(outline);
  if (!place) return undefined;
  const strip = edges.findIndex((edge, index) => edge <= place.z && place.z < (edges[index + 1] ?? edge));
  if (strip < 0 || !covers(blank[strip] ?? [], place)) return undefined;
  for (const [index, { changed }] of steps.entries())
    for (const change of changed) if (change.strip === strip && !covers(change.outlines, place)) return index;
  return undefined;
}

/** A place within an outline: in the middle of the longest stretch that a line across it has inside. */
function insideOf(outline: Polygon): Point | undefined {
  const heights = outline.map(({ x }) => x);
  const [low, high] = [Math.min(...heights), Math.max(...heights)];
  let best: { readonly place: Point; readonly width: number } | undefined;
  for (const share of [0.5, 0.3, 0.7, 0.1, 0.9]) {
    const x = low + (high - low) * share;
    const crossings = crossingsAt(outline, x);
    for (let index = 0; index + 1 < crossings.length; index += 2) {
      const [from, to] = [crossings[index] as number, crossings[index + 1] as number];
      if (!best || to - from > best.width) best = { place: { z: (from + to) / 2, x }, width: to - from };
    }
  }
  return best?.place;
}

/** Where the edges of an outline cross a height, rising. */
function crossingsAt(outline: Polygon, x: number): readonly number[] {
  const crossings: number[] = [];
  for (const [index, a] of outline.entries()) {
    const b = outline[(index + 1) % outline.length] as Point;
    if (a.x <= x !== b.x <= x) crossings.push(a.z + ((b.z - a.z) * (x - a.x)) / (b.x - a.x));
  }
  return crossings.sort((one, other) => one - other);
}

/** True where outlines with holes cover a place, by the count of edges beside it. */
function covers(outlines: readonly Polygon[], { z, x }: Point): boolean {
  const beside = outlines.flatMap((outline) => crossingsAt(outline, x)).filter((crossing) => crossing > z);
  return beside.length % 2 === 1;
}
