import { type Point, type Polygon, plus } from "../../core/outline/index.ts";
import { hullOf, sweptHull } from "../../sim/clipping/sweep.ts";
import type { DrawnTool, PlayedRehearsal } from "../workers/rehearsalWorker.ts";

/** A moment of a rehearsal: how many steps are done, and the share of the one that is being made. */
interface PaintedMoment {
  readonly step: number;
  readonly share: number;
}

/** The moment at a time in minutes; `ends` holds when each step ends. */
export function momentAt(ends: Float64Array, minutes: number): PaintedMoment {
  let [low, high] = [0, ends.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((ends[middle] as number) <= minutes) low = middle + 1;
    else high = middle;
  }
  if (low >= ends.length) return { step: ends.length, share: 0 };
  const began = low === 0 ? 0 : (ends[low - 1] as number);
  const span = (ends[low] as number) - began;
  return { step: low, share: span <= 0 ? 1 : (minutes - began) / span };
}

/** When each step ends, in minutes from the start. */
export function endsOf({ steps }: Pick<PlayedRehearsal, "steps">): Float64Array {
  let at = 0;
  return Float64Array.from(steps, ({ minutes }) => {
    at += minutes;
    return at;
  });
}

/** The outlines of every strip before a step: looked up from what changed, so that any moment is at hand at once. */
export function stripHistory({ blank, steps }: Pick<PlayedRehearsal, "blank" | "steps">) {
  const history = blank.map((outlines) => [{ step: 0, outlines }]);
  for (const [index, { changed }] of steps.entries())
    for (const { strip, outlines } of changed) history[strip]?.push({ step: index + 1, outlines });
  return (strip: number, step: number): readonly Polygon[] => {
    const list = history[strip] ?? [];
    let [low, high] = [0, list.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((list[middle]?.step ?? 0) <= step) low = middle + 1;
      else high = middle;
    }
    return list[low - 1]?.outlines ?? [];
  };
}

export interface PaintColors {
  readonly ground: string;
  readonly stock: string;
  readonly stockLine: string;
  readonly tool: string;
  readonly toolLine: string;
  readonly holder: string;
  readonly jaw: string;
  readonly gouge: string;
  readonly uncut: string;
  readonly line: string;
}

/** The part of the plane that is shown, millimetres; the scale is the same both ways. */
interface PaintView {
  readonly scale: number;
  readonly left: number;
  /** Sheet y of the centreline. */
  readonly centre: number;
}

export function paintView({ blankSizes, deepest }: PlayedRehearsal, width: number, height: number): PaintView {
  const { radius, end, jaws, chuckRadius } = blankSizes;
  const from = Math.max(jaws - 16, deepest - 40);
  const to = end + Math.max(24, radius * 0.8);
  const reach = Math.max(radius * 2.3, Math.min(chuckRadius, radius * 1.6));
  const scale = Math.min(width / (to - from), (height * 0.94) / (2 * reach));
  return { scale, left: width / 2 - ((from + to) / 2) * scale, centre: height / 2 };
}

type Strips = ReturnType<typeof stripHistory>;
const hulls = new WeakMap<DrawnTool, Polygon>();

/** Paints a moment: chuck, both walls of the part, what the move has cut so far, and the tool. */
export function paint(
  context: CanvasRenderingContext2D,
  size: { readonly width: number; readonly height: number },
  view: PaintView,
  rehearsal: PlayedRehearsal,
  strips: Strips,
  { step, share }: PaintedMoment,
  colors: PaintColors,
  showsDifferences: boolean,
): void {
  const { scale, left, centre } = view;
  const { blankSizes, edges, steps, front } = rehearsal;
  const now = steps[Math.min(step, steps.length - 1)];
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.fillStyle = colors.ground;
  context.fillRect(0, 0, size.width, size.height);
  const trace = (polygons: readonly Polygon[], turn: 1 | -1) => {
    context.beginPath();
    for (const polygon of polygons) {
      for (const [index, { z, x }] of polygon.entries())
        if (index === 0) context.moveTo(left + z * scale, centre - turn * x * scale);
        else context.lineTo(left + z * scale, centre - turn * x * scale);
      context.closePath();
    }
  };
  const done = now && step < steps.length ? mixed(now.from, now.to, share) : now?.to;
  const tool = now && rehearsal.tools.find(({ station }) => station === now.station);
  const isCutting = now !== undefined && step < steps.length && now.changed.length > 0;
  for (const turn of [1, -1] as const) {
    context.save();
    // What the move has taken so far is left out of the material as it was before it.
    if (isCutting && tool && done) {
      const hull = hulls.get(tool) ?? hullOf(tool.cutting);
      hulls.set(tool, hull);
      const swept = sweptHull(hull, now.from, done);
      const both = swept.some(({ x }) => x < 0) ? [swept, swept.map(({ z, x }): Point => ({ z, x: -x }))] : [swept];
      context.beginPath();
      context.rect(0, 0, size.width, size.height);
      for (const polygon of both)
        for (const [index, { z, x }] of [...polygon].entries())
          if (index === 0) context.moveTo(left + z * scale, centre - turn * x * scale);
          else context.lineTo(left + z * scale, centre - turn * x * scale);
      context.clip("evenodd");
    }
    context.fillStyle = colors.stock;
    context.strokeStyle = colors.stock;
    context.lineWidth = 1;
    const shown = Array.from({ length: edges.length - 1 }, (_, strip) => strips(strip, step));
    for (const outlines of shown) {
      trace(outlines, turn);
      context.fill("evenodd");
      // Neighbouring strips leave a hair's gap on the screen.
      context.stroke();
    }
    context.strokeStyle = colors.stockLine;
    context.lineWidth = 1.5;
    context.beginPath();
    for (const [strip, outlines] of shown.entries()) {
      // The front end of the blank is an edge of its own.
      const zMax = strip === shown.length - 1 ? Number.POSITIVE_INFINITY : (edges[strip + 1] as number);
      edgesOf(outlines, edges[strip] as number, zMax, (a, b) => {
        context.moveTo(left + a.z * scale, centre - turn * a.x * scale);
        context.lineTo(left + b.z * scale, centre - turn * b.x * scale);
      });
    }
    context.stroke();
    context.restore();
    const { jaws, chuckRadius, radius } = blankSizes;
    context.fillStyle = colors.jaw;
    trace(
      [
        [
          { z: jaws, x: radius },
          { z: jaws, x: chuckRadius },
          { z: jaws - 200, x: chuckRadius },
          { z: jaws - 200, x: radius },
        ],
      ],
      turn,
    );
    context.fill();
    if (front) {
      trace(
        [
          [
            { z: front.zFrom, x: 0 },
            { z: front.zFrom, x: front.radius },
            { z: front.zTo, x: front.radius },
            { z: front.zTo, x: 0 },
          ],
        ],
        turn,
      );
      context.fill();
    }
    if (showsDifferences) {
      // The parted part is shown where it was turned: what differs is seen on it.
      context.strokeStyle = colors.stockLine;
      context.lineWidth = 1;
      trace(rehearsal.parted, turn);
      context.stroke();
    }
    if (showsDifferences)
      for (const { kind, outline } of rehearsal.differences ?? []) {
        if (kind === "corner") continue;
        context.fillStyle = kind === "gouge" ? colors.gouge : colors.uncut;
        context.strokeStyle = context.fillStyle;
        context.lineWidth = 2;
        trace([outline], turn);
        context.fill();
        context.stroke();
      }
  }
  context.strokeStyle = colors.line;
  context.lineWidth = 1;
  context.setLineDash([16, 4, 3, 4]);
  context.beginPath();
  context.moveTo(0, centre);
  context.lineTo(size.width, centre);
  context.stroke();
  context.setLineDash([]);
  if (!tool || !done) return;
  const place = (polygon: Polygon) => polygon.map((corner) => plus(corner, done));
  context.lineWidth = 1.5;
  context.strokeStyle = colors.toolLine;
  for (const [polygons, fill] of [
    [tool.holder, colors.holder],
    [[tool.cutting], colors.tool],
  ] as const) {
    context.fillStyle = fill;
    for (const polygon of polygons) {
      trace([place(polygon)], tool.side);
      context.fill();
      context.stroke();
    }
  }
}

const mixed = (from: Point, to: Point, share: number): Point => ({
  z: from.z + (to.z - from.z) * share,
  x: from.x + (to.x - from.x) * share,
});

/** Edges of material that are its own and not a seam between two strips. */
function edgesOf(outlines: readonly Polygon[], zMin: number, zMax: number, each: (a: Point, b: Point) => void): void {
  for (const outline of outlines)
    for (let index = 0; index < outline.length; index++) {
      const a = outline[index] as Point;
      const b = outline[index + 1 === outline.length ? 0 : index + 1] as Point;
      const isSeam = (z: number) => Math.abs(a.z - z) < SEAM && Math.abs(b.z - z) < SEAM;
      if (isSeam(zMin) || isSeam(zMax)) continue;
      each(a, b);
    }
}
const SEAM = 1e-4;
