import type { Point, Polygon } from "../../core/outline/index.ts";
import type { PlayedRehearsal } from "../workers/rehearsalWorker.ts";

/** An edge of the material, and the offset of the tool that left it; undefined for an edge of the blank. */
interface MadeEdge {
  readonly a: Point;
  readonly b: Point;
  readonly maker: string | undefined;
}

interface StripState {
  readonly step: number;
  readonly outlines: readonly Polygon[];
  edges: readonly MadeEdge[] | undefined;
}

/** The state of every strip before a step, looked up from what changed, so that any moment is at hand at once. */
export interface StripHistory {
  readonly outlines: (strip: number, step: number) => readonly Polygon[];
  /** Edges of the strip that are its own and no seam between two strips, with what made them. */
  readonly edges: (strip: number, step: number) => readonly MadeEdge[];
}

/** Looks strips up in a rehearsal's blank and the changes of its steps. */
export function stripHistory({
  blank,
  edges: seams,
  steps,
}: Pick<PlayedRehearsal, "blank" | "edges" | "steps">): StripHistory {
  const history = blank.map((outlines): StripState[] => [{ step: 0, outlines, edges: undefined }]);
  for (const [index, { changed }] of steps.entries())
    for (const { strip, outlines } of changed) history[strip]?.push({ step: index + 1, outlines, edges: undefined });
  /** Index of the state that stands before a step. */
  const stateAt = (list: readonly StripState[], step: number) => {
    let [low, high] = [0, list.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((list[middle]?.step ?? 0) <= step) low = middle + 1;
      else high = middle;
    }
    return low - 1;
  };
  const edgesAt = (strip: number, index: number): readonly MadeEdge[] => {
    const list = history[strip] ?? [];
    // From the last state whose edges are known on: each inherits from the one before it.
    let from = index;
    while (from > 0 && !list[from]?.edges) from--;
    for (let at = from; at <= index; at++) {
      const state = list[at];
      if (!state || state.edges) continue;
      const before = at === 0 ? [] : (list[at - 1]?.edges ?? []);
      const maker = at === 0 ? undefined : steps[state.step - 1]?.offset;
      const isLast = strip === history.length - 1;
      state.edges = ownEdges(
        state.outlines,
        seams[strip] ?? Number.NEGATIVE_INFINITY,
        // The front end of the blank is an edge of its own.
        isLast ? Number.POSITIVE_INFINITY : (seams[strip + 1] ?? Number.POSITIVE_INFINITY),
      ).map(([a, b]) => {
        const old = before.find((edge) => isOn(a, edge) && isOn(b, edge));
        return { a, b, maker: old ? old.maker : maker };
      });
    }
    return list[index]?.edges ?? [];
  };
  return {
    outlines: (strip, step) => {
      const list = history[strip] ?? [];
      return list[stateAt(list, step)]?.outlines ?? [];
    },
    edges: (strip, step) => edgesAt(strip, stateAt(history[strip] ?? [], step)),
  };
}

/** Edges of material that are its own and not a seam between two strips. */
function ownEdges(outlines: readonly Polygon[], zMin: number, zMax: number): readonly (readonly [Point, Point])[] {
  return outlines.flatMap((outline) =>
    outline.flatMap((a, index): readonly (readonly [Point, Point])[] => {
      const b = outline[index + 1 === outline.length ? 0 : index + 1] as Point;
      const isSeam = (z: number) => Math.abs(a.z - z) < NEAR && Math.abs(b.z - z) < NEAR;
      return isSeam(zMin) || isSeam(zMax) ? [] : [[a, b]];
    }),
  );
}

/** Whether a point lies on an edge, to what clipping rounds. */
function isOn({ z, x }: Point, { a, b }: MadeEdge): boolean {
  const [dz, dx] = [b.z - a.z, b.x - a.x];
  const length = Math.hypot(dz, dx);
  if (length < NEAR) return Math.hypot(z - a.z, x - a.x) < NEAR;
  const along = ((z - a.z) * dz + (x - a.x) * dx) / length;
  const beside = Math.abs((z - a.z) * dx - (x - a.x) * dz) / length;
  return beside < NEAR && along > -NEAR && along < length + NEAR;
}
/** Millimetres. */
const NEAR = 1e-3;
