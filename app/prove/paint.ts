import type { Point, Polygon } from "../../core/outline/index.ts";
import { hullOf, sweptHull } from "../../sim/clipping/sweep.ts";
import { carried } from "../drawing/toolBodies.ts";
import type { DrawnHolding } from "../drawing/workholding.ts";
import type { DrawnTool, PlayedRehearsal } from "../workers/rehearsalWorker.ts";
import type { StripHistory } from "./stripEdges.ts";

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

export interface PaintColors {
  readonly ground: string;
  readonly stock: string;
  readonly stockLine: string;
  readonly tool: string;
  readonly toolLine: string;
  readonly holder: string;
  /** Hatching of cut stock; null where the browser makes no pattern. */
  readonly hatch: CanvasPattern | null;
  readonly jaw: string;
  readonly jawLine: string;
  /** What a tool has cut, by its offset; the line of the stock for the blank's own edges. */
  readonly madeBy: (offset: string) => string;
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

const hulls = new WeakMap<DrawnTool, Polygon>();

/** Paints a moment: chuck, both walls of the part, what the move has cut so far, and the tool. */
export function paint(
  context: CanvasRenderingContext2D,
  size: { readonly width: number; readonly height: number },
  view: PaintView,
  rehearsal: PlayedRehearsal,
  strips: StripHistory,
  { step, share }: PaintedMoment,
  colors: PaintColors,
  holding: DrawnHolding,
  showsDifferences: boolean,
): void {
  const { scale, left, centre } = view;
  // Lines are as wide on a fine screen as on a coarse one.
  const ratio = globalThis.devicePixelRatio || 1;
  const { edges, steps, front } = rehearsal;
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
  const open = (points: readonly Point[], turn: 1 | -1) => {
    context.beginPath();
    for (const [index, { z, x }] of points.entries())
      if (index === 0) context.moveTo(left + z * scale, centre - turn * x * scale);
      else context.lineTo(left + z * scale, centre - turn * x * scale);
    context.stroke();
  };
  const done = now && step < steps.length ? mixed(now.from, now.to, share) : now?.to;
  const tool = now && rehearsal.tools.find(({ station }) => station === now.station);
  const isCutting = now !== undefined && step < steps.length && now.changed.length > 0;
  context.fillStyle = colors.jaw;
  context.strokeStyle = colors.jawLine;
  context.lineWidth = 1.2 * ratio;
  for (const body of holding.bodies) {
    trace([body], 1);
    context.fill();
    context.stroke();
  }
  for (const line of holding.lines) open(line, 1);
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
    const shown = Array.from({ length: edges.length - 1 }, (_, strip) => strips.outlines(strip, step));
    for (const outlines of shown) {
      trace(outlines, turn);
      context.fill("evenodd");
      // Neighbouring strips leave a hair's gap on the screen.
      context.stroke();
    }
    if (colors.hatch) {
      context.fillStyle = colors.hatch;
      for (const outlines of shown) {
        trace(outlines, turn);
        context.fill("evenodd");
      }
    }
    for (const [maker, made] of byMaker(strips, shown.length, step)) {
      context.strokeStyle = maker === undefined ? colors.stockLine : colors.madeBy(maker);
      context.lineWidth = (maker === undefined ? 1.5 : 2.6) * ratio;
      context.beginPath();
      for (const { a, b } of made) {
        context.moveTo(left + a.z * scale, centre - turn * a.x * scale);
        context.lineTo(left + b.z * scale, centre - turn * b.x * scale);
      }
      context.stroke();
    }
    context.restore();
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
  // A tool that is still on its way from far off waits at the picture's edge, drawn faint.
  const shownAt = {
    z: Math.min(Math.max(done.z, (EDGE * ratio - left) / scale), (size.width - EDGE * ratio - left) / scale),
    x: Math.min(done.x, (centre - EDGE * ratio) / scale),
  };
  const isAway = shownAt.z !== done.z || shownAt.x !== done.x;
  context.globalAlpha = isAway ? 0.45 : 1;
  const { cutting, holder, clampedIn, lines, mark } = carried(tool, shownAt);
  for (const [polygons, fill, stroke, width] of [
    [clampedIn, colors.jaw, colors.jawLine, 1.2],
    [holder, colors.holder, colors.toolLine, 1.6],
    [[cutting], colors.tool, colors.toolLine, 2.2],
  ] as const) {
    context.fillStyle = fill;
    context.strokeStyle = stroke;
    context.lineWidth = width * ratio;
    for (const polygon of polygons) {
      trace([polygon], tool.side);
      context.fill();
      context.stroke();
    }
  }
  context.strokeStyle = colors.toolLine;
  context.lineWidth = ratio;
  for (const line of lines) open(line, tool.side);
  if (mark) {
    context.beginPath();
    context.arc(left + mark.centre.z * scale, centre - tool.side * mark.centre.x * scale, mark.radius * scale, 0, 7);
    context.stroke();
  }
  context.globalAlpha = 1;
  if (!isAway) return;
  context.fillStyle = colors.toolLine;
  context.font = `${15 * ratio}px sans-serif`;
  context.textAlign = "right";
  context.fillText("still farther off", size.width - 8 * ratio, 22 * ratio);
}
/** How near to the picture's edge a tool is still drawn that is farther off, CSS pixels. */
const EDGE = 80;

type MadeEdges = ReturnType<StripHistory["edges"]>;

/** The edges of all strips by what made them, so that each colour is stroked once. */
function byMaker(strips: StripHistory, count: number, step: number): ReadonlyMap<string | undefined, MadeEdges> {
  const found = new Map<string | undefined, MadeEdges[number][]>();
  for (let strip = 0; strip < count; strip++)
    for (const edge of strips.edges(strip, step)) {
      const own = found.get(edge.maker) ?? [];
      found.set(edge.maker, own);
      own.push(edge);
    }
  return found;
}

const mixed = (from: Point, to: Point, share: number): Point => ({
  z: from.z + (to.z - from.z) * share,
  x: from.x + (to.x - from.x) * share,
});
