import {
  extent,
  length,
  minus as less,
  mirrored,
  moved,
  type Point,
  type Polygon,
  plus,
  point,
  rectangle,
  times,
} from "../../core/outline/index.ts";
import { handlesBar, toolFormOf } from "../../core/tool/index.ts";
import { gapBetween } from "../clipping/gap.ts";
import {
  areaOf,
  type Box,
  boxesMeet,
  boxOf,
  common,
  EMPTY_REGION,
  grown,
  isNothing,
  joined,
  outlinesOf,
  type Region,
  regionOf,
  subtract,
  widthOf,
} from "../clipping/region.ts";
import { hullOf, sweptHull, sweptRegion } from "../clipping/sweep.ts";
import type { FindingWeight, RehearsalCode } from "./findings.ts";
import type { RehearsalOptions } from "./options.ts";
import type { Stage, StagedTool } from "./stage.ts";
import { cutStock, mayMeet, overlapWith, type StripCut, type StripStock } from "./stripStock.ts";

/** A tool that met something on its way. */
export interface SweptMeeting {
  readonly code: RehearsalCode;
  readonly weight: FindingWeight;
  readonly against: string;
  /** Room left, millimetres; negative by at most how deep it goes in, where `depth` says how deep exactly. */
  readonly room: number;
  /** How deep it goes in exactly, millimetres: worked out only for the worst of a call. */
  readonly depth?: () => number;
}
export interface Pass {
  readonly kind: "rapid" | "feed" | "thread" | "away" | "index";
  readonly from: Point;
  readonly to: Point;
  /** Millimetres a turn, for a thread. */
  readonly pitch: number;
  readonly inCycle: boolean;
}
interface Passed extends StripCut {
  readonly meetings: readonly SweptMeeting[];
  /** What a driven tool off the axis passed in feed: its cut is not taken off the section. */
  readonly milled?: Region;
}
interface Played {
  readonly stage: Stage;
  readonly options: RehearsalOptions;
  readonly stock: StripStock;
  /** What driven tools have taken where no section shows it. */
  readonly milled: Region;
}

/** How deep two things may be in each other in a clean contact: what the nose's polygon and the grid round to. */
const CONTACT = 0.02;

/** Takes a tool along a straight way: what its edge cuts, and what edge, holder and chuck do to each other. */
export function sweep({ stage, options, stock, milled }: Played, tool: StagedTool, pass: Pass): Passed {
  const meetings: SweptMeeting[] = [];
  const outline = edgeOf(tool, options, pass);
  const isRapid = pass.kind === "rapid" || pass.kind === "away" || pass.kind === "index";
  let cut: StripCut = { stock, changed: [], area: 0 };
  const path = boxAlong(outline, pass);
  const isLive = tool.body.isLive;
  const isMilling = isLive && !isRapid && !cutsRound(tool, pass);
  const gone = isLive ? milled : EMPTY_REGION;
  let mills: Region | undefined;
  if (mayMeet(stock, path.right) || (path.left && mayMeet(stock, path.left))) {
    const swept = bothSides(sweptHull(outline, pass.from, pass.to));
    const box = { ...path.right, xMax: Math.max(path.right.xMax, path.left?.xMax ?? 0) };
    if (isRapid && !isHandling(tool, pass)) {
      const whole = regionOf(...swept);
      const overlap = overlapWith(stock, isNothing(gone) ? whole : subtract(whole, gone), box);
      meetings.push(...collision("rapid-into-stock", "stock", overlap));
    }
    if (cutsRound(tool, pass))
      cut = pass.kind === "thread" ? cutThread(stock, outline, pass) : cutStock(stock, swept, box);
    else if (isMilling) {
      const taken = overlapWith(stock, regionOf(...swept), box);
      if (areaOf(taken) > CONTACT * CONTACT) mills = taken;
    }
  }
  if (options.asProgrammed) return { ...cut, meetings };
  const milledNow = mills ? joined(gone, mills) : gone;
  meetHolder(cut.stock, tool, pass, milledNow, meetings);
  // In what a driven tool has milled it is near by nature.
  const isInMilled = !isNothing(gone) && !isNothing(common(gone, regionOf(sweptHull(outline, pass.from, pass.to))));
  if (isRapid && !pass.inCycle && !isInMilled && !handlesBar(tool.view.tool) && meetings.length === 0)
    meetNearly(cut.stock, outline, pass, options.margin, meetings);
  meetStanding(stage, tool, pass, options.margin, meetings);
  return { ...cut, meetings, ...(mills && { milled: mills }) };
}

/** A puller has hold of the bar, and a stop leaves the bar that was run against it. */
const isHandling = ({ view }: StagedTool, { from, to }: Pass): boolean =>
  handlesBar(view.tool) && (view.tool.kind === "bar-puller" || to.z >= from.z);

/** A driven tool takes nothing off a turned section unless it stands on the axis. */
const cutsRound = ({ body, view }: StagedTool, { from, to }: Pass): boolean =>
  (!body.isLive && !handlesBar(view.tool)) ||
  (body.isLive && body.mode === "centre" && Math.abs(from.x) < CONTACT && Math.abs(to.x) < CONTACT);

interface Edges {
  readonly real: Polygon;
  readonly sharp: Polygon;
  /** The real one with its nose brought to a point. */
  readonly pointed: Polygon;
}
const edges = new WeakMap<StagedTool["body"], Edges>();

/**
 * The cutting outline as a convex polygon: the real one, or a sharp one of the part as programmed. Straight across, an insert faces: there
 * the intended part has lost what stands in front of the face too, as far as the insert reaches.
 */
function edgeOf({ body, view }: StagedTool, { asProgrammed }: RehearsalOptions, { kind, from, to }: Pass): Polygon {
  let known = edges.get(body);
  if (!known) {
    const real = hullOf(thinned(body.cutting));
    const hasOwnForm = OWN_FORMS.has(toolFormOf(view.tool));
    const sharp = hasOwnForm ? real : sharpOf(body, real);
    known = { real, sharp, pointed: isInsert(body, real) && !hasOwnForm ? hullOf([...real, point(0, 0)]) : sharp };
    edges.set(body, known);
  }
  if (!asProgrammed) return known.real;
  return kind === "feed" && from.z === to.z ? known.pointed : known.sharp;
}
/** Tools whose form the part takes over. */
const OWN_FORMS: ReadonlySet<string> = new Set(["thread", "boreThread", "wheel"]);

/** Corners of an insert that are not the one that cuts need no fine arc: every fourth point of theirs is kept. */
function thinned(cutting: Polygon): Polygon {
  if (cutting.length < FINE) return cutting;
  const near = Math.max(...cutting.map(length)) / 4;
  return cutting.filter((corner, index) => index % 4 === 0 || length(corner) < near);
}
const FINE = 60;

/** A needle for an insert with a nose; any other tool with its corners squared. */
function sharpOf({ mode, cutting, box }: StagedTool["body"], real: Polygon): Polygon {
  const own = boxOf(regionOf(cutting));
  if (!own || mode === "centre") return real;
  if (!isInsert({ mode }, real)) return rectangle(own.zMin, own.xMin, own.zMax, own.xMax);
  const tall = box.xMax - box.xMin;
  // As thin as a needle, so that it leaves what the programmed way itself leaves.
  return mode === "inside" ? rectangle(-NEEDLE, -tall, NEEDLE, 0) : rectangle(-NEEDLE, 0, NEEDLE, tall);
}
const isInsert = ({ mode }: Pick<StagedTool["body"], "mode">, real: Polygon) =>
  real.length > SQUARE_CORNERS && mode !== "centre";
const NEEDLE = 0.0005;
/** Blades with broken corners have eight; noses many more. */
const SQUARE_CORNERS = 10;

/** In a turned part what crosses the axis cuts on the other side as well: everything counts at its distance from the axis. */
function bothSides(polygon: Polygon): readonly Polygon[] {
  return polygon.some(({ x }) => x < 0) ? [polygon, mirrored(polygon)] : [polygon];
}

/** Two things in each other by more than a clean contact. */
function collision(code: RehearsalCode, against: string, overlap: Region): readonly SweptMeeting[] {
  const box = boxOf(overlap);
  if (!box || areaOf(overlap) < CONTACT * CONTACT) return [];
  const most = Math.min(box.zMax - box.zMin, box.xMax - box.xMin);
  if (most <= CONTACT || isNothing(grown(overlap, -CONTACT / 2))) return [];
  return [{ code, weight: "collision", against, room: -most, depth: () => widthOf(overlap) }];
}

/** A thread point leaves a groove a turn: its outline once every pitch along the way, the last one where it ends. */
function cutThread(stock: StripStock, outline: Polygon, { from, to, pitch }: Pass): StripCut {
  const way = length(less(to, from));
  const turns = pitch > 0 ? Math.min(MOST_TURNS, Math.floor(way / pitch)) : 0;
  let cut: StripCut = { stock, changed: [], area: 0 };
  const changed = new Set<number>();
  for (let turn = 0; turn <= turns; turn++) {
    // Counted from the end, where it pulls out of its own groove.
    const at = way === 0 ? to : plus(to, times(less(from, to), (turn * pitch) / way));
    const groove = bothSides(moved(outline, at));
    const box = boxOf(regionOf(...groove));
    if (!box) continue;
    const one = cutStock(cut.stock, groove, box);
    for (const strip of one.changed) changed.add(strip);
    cut = { stock: one.stock, changed: [...changed], area: cut.area + one.area };
  }
  return cut;
}
const MOST_TURNS = 400;

/** Shank, bar and holder against what is left after the cut. */
function meetHolder(
  stock: StripStock,
  { body }: StagedTool,
  pass: Pass,
  milled: Region,
  meetings: SweptMeeting[],
): void {
  for (const holder of body.holder) {
    const path = boxAlong(holder, pass);
    if (!mayMeet(stock, path.right) && !(path.left && mayMeet(stock, path.left))) continue;
    const swept = sweptRegion(holder, pass.from, pass.to);
    const whole = path.left ? regionOf(...outlinesOf(swept), ...outlinesOf(swept).map(mirrored)) : swept;
    const box = boxOf(whole);
    if (!box) continue;
    const overlap = overlapWith(stock, isNothing(milled) ? whole : subtract(whole, milled), box);
    meetings.push(...collision("holder", "stock", overlap));
  }
}

/** Boxes of outlines that come along with their tools. */
const boxes = new WeakMap<Polygon, Box>();

/** Boxes of what an outline passes over, on its own side of the axis and, where it crosses, on the other. */
function boxAlong(outline: Polygon, { from, to }: Pass): { readonly right: Box; readonly left: Box | undefined } {
  let own = boxes.get(outline);
  if (!own) {
    own = extent(outline);
    boxes.set(outline, own);
  }
  const right = {
    zMin: own.zMin + Math.min(from.z, to.z),
    zMax: own.zMax + Math.max(from.z, to.z),
    xMin: own.xMin + Math.min(from.x, to.x),
    xMax: own.xMax + Math.max(from.x, to.x),
  };
  return { right, left: right.xMin < 0 ? { ...right, xMin: -right.xMax, xMax: -right.xMin } : undefined };
}

/** A rapid that passes closer to material than the margin, once it has left where it began. */
function meetNearly(stock: StripStock, outline: Polygon, pass: Pass, margin: number, meetings: SweptMeeting[]): void {
  const way = less(pass.to, pass.from);
  const far = length(way);
  // What it has just cut is near by nature; so is where a cut begins, if it comes no closer than the margin there.
  if (far <= margin * LEAVING) return;
  const from = plus(pass.from, times(way, (margin * LEAVING) / far));
  const hull = sweptHull(outline, from, pass.to);
  const box = boxOf(regionOf(hull));
  if (!box) return;
  const wide = { zMin: box.zMin - margin, zMax: box.zMax + margin, xMin: box.xMin - margin, xMax: box.xMax + margin };
  if (!mayMeet(stock, wide)) return;
  const nearby = stock.strips.flatMap(({ region, box: own }) =>
    own && boxesMeet(own, wide) ? outlinesOf(region) : [],
  );
  const roomOf = (hull_: Polygon) => Math.min(...nearby.map((edge) => gapBetween(hull_, edge)));
  const room = roomOf(hull);
  // Where it only gets farther from what it leaves, nothing is passed.
  if (room < margin - ROUNDING && room < roomOf(sweptHull(outline, from, from)) - ROUNDING)
    meetings.push({ code: "rapid-into-stock", weight: "near", against: "stock", room });
}
/** Margins that a rapid may run before what it leaves counts no more. */
const LEAVING = 1.5;
const ROUNDING = 1e-3;

/** Tool and holder against what stands: the chuck, and what is in front. */
function meetStanding(stage: Stage, { body }: StagedTool, pass: Pass, margin: number, meetings: SweptMeeting[]): void {
  const standing = standingBoxes(stage.blank, stage.front);
  for (const outline of [body.cutting, ...body.holder])
    for (const { against, code, box } of standing) {
      const path = boxAlong(outline, pass);
      const wide = around(box, margin);
      if (!boxesMeet(path.right, wide) && !(path.left && boxesMeet(path.left, wide))) continue;
      const outlines = outlinesOf(sweptRegion(outline, pass.from, pass.to));
      const both = path.left ? [...outlines, ...outlines.map(mirrored)] : outlines;
      const solid = rectangle(box.zMin, box.xMin, box.zMax, box.xMax);
      const overlap = common(regionOf(...both), regionOf(solid));
      const met = collision(code, against, overlap);
      if (met.length > 0) meetings.push(...met);
      else {
        const room = Math.min(...both.map((edge) => gapBetween(edge, solid)));
        if (room < margin - ROUNDING) meetings.push({ code, weight: "near", against, room: Math.max(room, 0) });
      }
    }
}
const around = ({ zMin, zMax, xMax }: Box, margin: number): Box => ({
  zMin: zMin - margin,
  zMax: zMax + margin,
  xMin: 0,
  xMax: xMax + margin,
});

const standingBoxes = (blank: Stage["blank"], front: Stage["front"]) => [
  { against: "chuck", code: "chuck" as const, box: cylinder(blank.jaws - REACH, blank.jaws, blank.chuckRadius) },
  ...(front
    ? [{ against: front.name, code: "front" as const, box: cylinder(front.zFrom, front.zTo, front.radius) }]
    : []),
];
/** How far back a chuck is looked at. */
const REACH = 300;

const cylinder = (zMin: number, zMax: number, radius: number): Box => ({ zMin, zMax, xMin: 0, xMax: radius });
