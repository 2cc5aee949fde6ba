import type { Zone } from "../machine/index.ts";
import type { ProgramMotion } from "../program/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { familyOf } from "../tool/index.ts";
import type { Curve } from "./curve.ts";
import { curvesOfMove, type MadeBy, wallsOfMove } from "./cutCurves.ts";
import type { CutterShape } from "./cutterShape.ts";
import { lowerEnvelope, type Sourced } from "./envelope.ts";
import { grooveFaces } from "./faceGrooves.ts";
import { type CutMove, type MarkedCut, type PartMoves, type PartTool, partMoves } from "./partMoves.ts";
import { type CurveSource, type MadeWall, type PartProfile, profileOf } from "./profile.ts";
import { withoutHidden } from "./prune.ts";

/** What a part is turned from. Millimetres; radii. `front` is Z of its end. */
export interface PartStock {
  readonly radius: number;
  /** 0 where it is solid. */
  readonly hole: number;
  readonly front: number;
}

/** A part as a program makes it at one spindle, in that spindle's own frame. */
export interface FinishedPart {
  readonly works: "main" | "sub";
  readonly profile: PartProfile;
  /**
   * The lowest Z that anything of a tool cuts at outside: a parting blade's chuck-side edge, the end of a thread, the rim of a cross hole. Undefined
   * where nothing is cut there.
   */
  readonly cutTo: number | undefined;
  readonly threads: readonly Thread[];
  readonly marks: readonly DrivenMark[];
  /** Offsets that cut and have no tool in the setup: drawn as if each were a sharp corner. */
  readonly assumed: readonly string[];
  /** Face grooves that no single face holds, and that are not drawn. */
  readonly leftOut: readonly { readonly offset: string; readonly line: number }[];
}

/** A thread by its passes. Millimetres; `x` is the diameter of its deepest pass, `zFrom` where it begins, `zTo` where it ends. */
interface Thread {
  readonly path: number;
  readonly offset: string;
  readonly line: number | undefined;
  /** Undefined where a tap is fed by the minute. */
  readonly lead: number | undefined;
  readonly x: number;
  readonly zFrom: number;
  readonly zTo: number;
  readonly isBore: boolean;
}
/** Where a driven tool works. Millimetres, X as diameters, from the lowest to the highest. */
interface DrivenMark {
  readonly path: number;
  readonly offset: string;
  readonly line: number | undefined;
  readonly x: readonly [number, number];
  readonly z: readonly [number, number];
  /** The tool's diameter, and along which axis it lies; undefined where it is no driven tool, or not known. */
  readonly bit: { readonly along: "x" | "z"; readonly diameter: number } | undefined;
}

/**
 * The part that a program makes with ideal offsets: the lowest boundary that its tools leave outside, in bores and in faces, each to its
 * real nose, worked out exactly where its moves are lines and arcs. A contour with nose compensation is led as the control leads
 * it. Threads and driven tools leave no boundary, they are named beside it. Undefined where nothing is left of the stock, or where nothing
 * cuts at this spindle (docs/MATHEMATICS.md, Finished part).
 *
 * @example T1 faces at Z0 and turns X40 to Z-30, T9 parts off to X0 at Z-50 with its right edge: Ø 40 × 30, then the stock's diameter to −50
 */
export function finishedPart(
  motions: readonly ProgramMotion[],
  toolOf: (offset: string, path: number) => PartTool | undefined,
  stock: PartStock,
  {
    works = "main",
    ...unknown
  }: {
    readonly works?: "main" | "sub";
    readonly guess?: (offset: string) => CutterShape["makes"];
    readonly zone?: Zone;
  } = {},
): FinishedPart | undefined {
  const moves = partMoves(motions, toolOf, works, unknown);
  if (moves.cuts.length === 0) return undefined;
  const lowest = (one: CutMove) =>
    one.shape.makes === "face"
      ? one.to.v
      : Math.min(one.from.u, one.to.u) + Math.min(0, ...one.shape.noses.map(({ u, radius }) => u - radius));
  const outside = moves.cuts.filter(({ shape }) => shape.makes === "outside");
  const deepestCut = Math.min(...moves.cuts.map(lowest));
  // What holds the part is looked at as far as it says what the last cut leaves.
  const deepest = deepestCut - Math.max(LEAST_BEHIND, (stock.front - deepestCut) * SHARE_BEHIND);
  const curves = curvesOf(moves.cuts, { ...stock, back: deepest });
  const profile = profileOf(
    lowerEnvelope(withoutHidden(curves.outside.curves, spans)).flatMap((one) => within(one, deepest, stock.front)),
    lowerEnvelope(withoutHidden(curves.bore.curves, spans)).flatMap((one) => within(one, deepest, stock.front)),
    { outside: curves.outside.walls, bore: curves.bore.walls },
    deepest,
  );
  if (!profile) return undefined;
  const grooved = grooveFaces(profile, lowerEnvelope(curves.face.curves), curves.face.walls);
  const threads = threadsOf(moves, toolOf);
  const marks = marksOf(moves.marks, toolOf);
  const reached = [
    ...outside.map(lowest),
    ...threads.filter(({ isBore }) => !isBore).map(({ zTo }) => zTo),
    ...marks.flatMap(({ z, bit }) => (bit?.along === "x" ? [z[0] - bit.diameter / 2] : [])),
  ];
  return {
    works,
    profile: grooved.profile,
    cutTo: reached.length === 0 ? undefined : Math.min(...reached),
    threads,
    marks,
    assumed: moves.assumed,
    leftOut: grooved.leftOut,
  };
}

/** A flank lies along the surface of its own move at best: it hides nothing. */
const spans = ({ source }: Sourced<CurveSource>) => source.by !== "flank";

/** The part is looked at as far as this behind its deepest cut: at least so many millimetres, or this share of its length. */
const LEAST_BEHIND = 4;
const SHARE_BEHIND = 0.25;

function within<Of extends { readonly low: number; readonly high: number }>(one: Of, back: number, front: number) {
  const [low, high] = [Math.max(one.low, back), Math.min(one.high, front)];
  return high - low < TOLERANCES.binaryNoise ? [] : [{ ...one, low, high }];
}

interface Boundary {
  readonly curves: Sourced<CurveSource>[];
  readonly walls: MadeWall[];
}

/** Everything that can be a boundary, for each side of the material; the stock's own among them. */
function curvesOf(
  cuts: readonly CutMove[],
  { radius, hole, back, front }: PartStock & { readonly back: number },
): Readonly<Record<CutterShape["makes"], Boundary>> {
  const level = (v: number): Curve => ({ shape: "line", low: back, high: front, v, slope: 0 });
  const asItCame = { by: "stock" } as const;
  const none = (): Boundary => ({ curves: [], walls: [] });
  const boundaries = { outside: none(), bore: none(), face: none() };
  boundaries.outside.curves.push({ curve: level(radius), order: -1, source: asItCame });
  boundaries.bore.curves.push({ curve: level(0 - hole), order: -1, source: asItCame });
  const highest = { outside: radius, bore: 0 - hole, face: front };
  for (const { shape, maker, order, follows, ...way } of cuts) {
    const { curves, walls } = boundaries[shape.makes];
    const most = highest[shape.makes];
    // One source for each way of making, so that equal neighbours are recognised.
    const sources = new Map<MadeBy, CurveSource>();
    curvesOfMove(shape, way, !follows, (curve, by) => {
      if (isAbove(curve, most)) return;
      const source = sources.get(by) ?? { maker, by };
      sources.set(by, source);
      curves.push({ curve, order, source });
    });
    for (const wall of wallsOfMove(shape, way)) {
      const turned = shape.makes === "bore" ? { low: 0 - wall.high, high: 0 - wall.low } : {};
      walls.push({ ...wall, ...turned, maker, order });
    }
  }
  return boundaries;
}

/** True where no point of a curve lies below a height: it cannot be a boundary of the material. */
function isAbove(curve: Curve, most: number): boolean {
  if (curve.shape === "line") return Math.min(curve.v, curve.v + curve.slope * (curve.high - curve.low)) >= most;
  return curve.half === -1 ? curve.v - curve.radius >= most : curve.v >= most && curve.v >= most + curve.radius;
}

/** Passes of one offset over the same stretch are one thread. */
function threadsOf(
  { threads }: PartMoves,
  toolOf: (offset: string, path: number) => PartTool | undefined,
): readonly Thread[] {
  const found: Thread[] = [];
  for (const pass of threads) {
    const { path, offset, line } = pass.maker;
    const kind = toolOf(offset, path)?.tool.kind;
    const isBore = kind === "thread-bore" || kind === "tap";
    const z = [pass.from.z, pass.to.z] as const;
    const at = found.findIndex(
      (one) =>
        one.offset === offset &&
        one.path === path &&
        isSameLead(one.lead, pass.lead) &&
        Math.abs(one.zTo - z[1]) < SAME_THREAD,
    );
    const x = pass.to.x;
    const known = found[at];
    if (!known) found.push({ path, offset, line, lead: pass.lead, x, zFrom: z[0], zTo: z[1], isBore });
    else found[at] = { ...known, x: isBore ? Math.max(known.x, x) : Math.min(known.x, x) };
  }
  return found;
}
const isSameLead = (one: number | undefined, other: number | undefined) =>
  one === other || (one !== undefined && other !== undefined && Math.abs(one - other) < TOLERANCES.sameLength);
/** Passes of a thread end at about the same place, with an infeed along a flank. Millimetres. */
const SAME_THREAD = 2;

/**
 * Cuts of one driven tool without a rapid between are one mark, and so are those that lie one over the other: pecks in one hole, passes of
 * one flat. Another hole is another mark.
 */
function marksOf(
  marks: readonly MarkedCut[],
  toolOf: (offset: string, path: number) => PartTool | undefined,
): readonly DrivenMark[] {
  const found: (DrivenMark & { readonly run: number })[] = [];
  for (const { maker, from, to, run } of marks) {
    const [x, z] = [span(from.x, to.x), span(from.z, to.z)];
    const bit = bitOf(toolOf(maker.offset, maker.path));
    // Beside the tool's own axis: there it lies over what it has cut before, however deep that was.
    const beside = (bit ? bit.along === "z" : z[1] - z[0] > x[1] - x[0]) ? "x" : "z";
    const index = found.findIndex(
      (one) =>
        one.offset === maker.offset &&
        one.path === maker.path &&
        (one.run === run || isSameSpan(one[beside], beside === "x" ? x : z)),
    );
    const known = found[index];
    if (known) found[index] = { ...known, run, x: span(...known.x, ...x), z: span(...known.z, ...z) };
    else found.push({ ...maker, run, x, z, bit });
  }
  return found.map(({ run: _run, ...mark }) => mark);
}

type Span = DrivenMark["x"];
const span = (...places: readonly number[]): Span => [Math.min(...places), Math.max(...places)];
const isSameSpan = (one: Span, other: Span) =>
  Math.abs(one[0] - other[0]) < TOLERANCES.sameLength && Math.abs(one[1] - other[1]) < TOLERANCES.sameLength;

function bitOf(tool: PartTool | undefined): DrivenMark["bit"] {
  if (!tool || !("diameter" in tool.tool)) return undefined;
  const family = familyOf(tool.tool);
  if (family !== "cross" && family !== "axial") return undefined;
  return { along: family === "cross" ? "x" : "z", diameter: tool.tool.diameter };
}
