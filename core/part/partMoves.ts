import { programSense, type Zone } from "../machine/index.ts";
import type { ProgramMotion } from "../program/index.ts";
import type { Tool } from "../tool/index.ts";
import { type CutterShape, cutterShape, leavesMark, sharpShape } from "./cutterShape.ts";
import { compensated, type Way } from "./cutterWay.ts";
import type { Spot } from "./meetings.ts";

/** A tool of which a program's moves are followed. */
export interface PartTool {
  readonly offset: string;
  readonly tool: Tool;
  readonly zone: Zone;
  /** The edge that this offset's moves are about, where it is not the tool's own. */
  readonly edge?: string | undefined;
}

/** What has made a surface: the offset, and the line of the program, counted from 1; undefined where the part has no program. */
export interface Maker {
  readonly path: number;
  readonly offset: string;
  readonly line: number | undefined;
}

/** A cut as a move of a tool's programmed point in the plane of its shape, rising in the order of the program. */
export interface CutMove extends Way {
  readonly shape: CutterShape;
  readonly maker: Maker;
  readonly order: number;
  /** False where the tool was brought here without cutting: its place before counts too. */
  readonly follows: boolean;
}

/** Millimetres, X as a diameter. */
interface PartPlace {
  readonly x: number;
  readonly z: number;
}
/** A threading pass in the part's own frame; the lead in millimetres a turn, undefined where a tap is fed by the minute. */
interface ThreadPass {
  readonly maker: Maker;
  readonly lead: number | undefined;
  readonly from: PartPlace;
  readonly to: PartPlace;
}
/** A cut that a turned section shows as a mark, where a driven tool works, in the part's own frame. */
export interface MarkedCut {
  readonly maker: Maker;
  readonly from: PartPlace;
  readonly to: PartPlace;
  /** The same for cuts that follow each other without a rapid between. */
  readonly run: number;
}

/** The moves of a program at one spindle's part, in the part's own frame. */
export interface PartMoves {
  readonly cuts: readonly CutMove[];
  readonly threads: readonly ThreadPass[];
  readonly marks: readonly MarkedCut[];
  /** Offsets that cut and have no tool here: each is followed as a sharp corner. */
  readonly assumed: readonly string[];
}

type Works = Zone["works"];

/** A way with what made it, before compensation is carried out. */
interface MadeWay extends Way {
  readonly motion: ProgramMotion;
  readonly order: number;
}
/** Where one path stands. */
interface PathPlace {
  x: number;
  z: number;
  /** Where the programmed point truly is, where compensation has led it beside the contour. */
  actual: Spot | undefined;
  stretch: { readonly tool: Known; readonly from: Spot; readonly side: 1 | -1; readonly ways: MadeWay[] } | undefined;
  lastCut: Spot | undefined;
  /** Counts what lies between cuts that follow each other. */
  run: number;
}
interface Known {
  readonly tool: PartTool | undefined;
  readonly shape: CutterShape | undefined;
  readonly works: Works;
  /** Turns a programmed place into the part's own frame. */
  readonly inPart: (place: PartPlace) => PartPlace;
  /** Turns a programmed place into the plane of the shape. */
  readonly place: (x: number, z: number) => Spot;
  /** −1 where that turns left into right. */
  readonly sense: 1 | -1;
}

/**
 * Follows the moves of a program with its tools, ideal offsets and the control's compensation, and says where each cuts at the part
 * of one spindle. Of an offset without a tool `guess` says what it works on, and it is taken to stand in the first zone. Millimetres, X of motions as diameters.
 */
export function partMoves(
  motions: readonly ProgramMotion[],
  toolOf: (offset: string, path: number) => PartTool | undefined,
  works: Works,
  {
    guess = () => "outside",
    zone: first,
  }: { readonly guess?: ((offset: string) => CutterShape["makes"]) | undefined; readonly zone?: Zone | undefined } = {},
): PartMoves {
  const cuts: CutMove[] = [];
  const threads: ThreadPass[] = [];
  const marks: MarkedCut[] = [];
  const assumed = new Set<string>();
  const known = new Map<string, Known>();
  const places = new Map<number, PathPlace>();
  const knownOf = (offset: string, path: number): Known => {
    const key = `${path} ${offset}`;
    const made = known.get(key) ?? knowTool(toolOf(offset, path), () => guess(offset), first);
    known.set(key, made);
    return made;
  };
  const flush = (at: PathPlace) => {
    const { stretch } = at;
    at.stretch = undefined;
    if (!stretch?.tool.shape) return;
    for (const way of compensated(stretch.ways, stretch.from, stretch.tool.shape.led, stretch.side)) {
      addCut(at, stretch.tool, way);
      at.actual = way.to;
    }
  };
  const addCut = (at: PathPlace, { shape, works: where }: Known, way: MadeWay) => {
    const { motion, order, ...move } = way;
    if (!shape || where !== works || motion.kind !== "feed") return;
    if (shape.isOnCentre && Math.abs(way.to.v) > 0) {
      const placed = ({ u, v }: Spot): PartPlace => ({ x: 0 - 2 * v, z: u });
      if (way.to.u !== way.from.u)
        marks.push({ maker: makerOf(motion), from: placed(way.from), to: placed(way.to), run: at.run });
      return;
    }
    const follows = at.lastCut?.u === move.from.u && at.lastCut.v === move.from.v;
    cuts.push({ ...move, shape, maker: makerOf(motion), order, follows });
    at.lastCut = move.to;
  };
  /** A tap cuts on its way in, and follows its own thread out. */
  const addTapped = (motion: ProgramMotion, x: number, from: number, to: number) => {
    const { feed, feedPer } = motion.modes;
    const lead = feedPer === "turn" ? feed : undefined;
    if (to < from) threads.push({ maker: makerOf(motion), lead, from: { x, z: from }, to: { x, z: to } });
  };
  /** Led on to a contour from home: where it comes from is not known in the part, and does not matter. */
  const beginLed = (at: PathPlace, motion: ProgramMotion, order: number) => {
    const tool = knownOf(motion.modes.offset, motion.modes.path);
    if (!tool.shape || tool.shape.led.radius === 0) return;
    const way = wayOf(tool, at, at, motion, order);
    at.stretch = { tool, from: way.from, side: sideOf(tool, motion), ways: [way] };
  };
  for (const [order, motion] of motions.entries()) {
    const { kind, modes } = motion;
    if (kind === "wait") continue;
    const at = places.get(modes.path) ?? {
      x: Number.NaN,
      z: Number.NaN,
      actual: undefined,
      stretch: undefined,
      lastCut: undefined,
      run: 0,
    };
    places.set(modes.path, at);
    if (kind !== "feed") at.run++;
    if (kind === "call" || kind === "home" || kind === "machine") {
      flush(at);
      at.actual = undefined;
      at.lastCut = undefined;
      if (kind !== "call") [at.x, at.z] = [Number.NaN, Number.NaN];
      continue;
    }
    const from = { x: at.x, z: at.z };
    at.x = Number.isNaN(motion.x) ? from.x : motion.x;
    at.z = Number.isNaN(motion.z) ? from.z : motion.z;
    const isThere = !Number.isNaN(at.x + at.z) && modes.offset !== "0";
    if (!isThere || Number.isNaN(from.x + from.z)) {
      flush(at);
      if (isThere && modes.compensation !== null) beginLed(at, motion, order);
      continue;
    }
    const tool = knownOf(modes.offset, modes.path);
    if (kind === "thread") {
      flush(at);
      at.actual = undefined;
      if (tool.works === works)
        threads.push({
          maker: makerOf(motion),
          lead: motion.lead ?? modes.feed,
          from: tool.inPart(from),
          to: tool.inPart(at),
        });
      continue;
    }
    if (!tool.shape) {
      if (kind === "feed" && tool.works === works && tool.tool) {
        const own = tool.tool.tool;
        if (leavesMark(own))
          marks.push({ maker: makerOf(motion), from: tool.inPart(from), to: tool.inPart(at), run: at.run });
        if (own.kind === "tap") addTapped(motion, own.diameter, tool.inPart(from).z, tool.inPart(at).z);
      }
      continue;
    }
    if (!tool.tool && kind === "feed") assumed.add(modes.offset);
    const way = wayOf(tool, from, { x: at.x, z: at.z }, motion, order);
    if (modes.compensation === null || tool.shape.led.radius === 0) {
      flush(at);
      addCut(at, tool, { ...way, from: at.actual ?? way.from });
      at.actual = undefined;
      continue;
    }
    at.stretch ??= { tool, from: at.actual ?? way.from, side: sideOf(tool, motion), ways: [] };
    at.stretch.ways.push(way);
  }
  for (const at of places.values()) flush(at);
  return { cuts, threads, marks, assumed: [...assumed] };
}

/** The side of the way on which a contour's tool runs, in the plane of its shape: 1 on the left. */
const sideOf = ({ sense }: Known, { modes }: ProgramMotion) =>
  ((modes.compensation === "left" ? 1 : -1) * sense) as 1 | -1;

const makerOf = ({ modes, line }: ProgramMotion): Maker => ({ path: modes.path, offset: modes.offset, line });

function knowTool(tool: PartTool | undefined, guess: () => CutterShape["makes"], first: Zone | undefined): Known {
  const shape = tool ? cutterShape(tool.tool, tool.edge) : sharpShape(guess());
  const zone = tool?.zone ?? first;
  const sense = { x: zone ? programSense(zone, "x") : 1, z: zone ? programSense(zone, "z") : 1 };
  // A tool from the minus side makes its diameters at negative coordinates.
  const side = zone?.from === "minus" && !shape?.isOnCentre ? -1 : 1;
  const inPart = ({ x, z }: PartPlace): PartPlace => ({ x: side * sense.x * x, z: sense.z * z });
  const place = (x: number, z: number): Spot => {
    const at = inPart({ x, z });
    if (shape?.makes === "face") return { u: at.x / 2, v: at.z };
    return { u: at.z, v: shape?.makes === "bore" ? 0 - at.x / 2 : at.x / 2 };
  };
  // Along u and v by Z and X: turned over where one of them counts the other way, or where the two change places.
  const turns = side * sense.x * sense.z * (shape?.makes === "outside" || !shape ? 1 : -1);
  return { tool, shape, works: zone?.works ?? "main", inPart, place, sense: turns < 0 ? -1 : 1 };
}

function wayOf({ place, sense }: Known, from: PartPlace, to: PartPlace, motion: ProgramMotion, order: number): MadeWay {
  const { arc } = motion;
  return {
    from: place(from.x, from.z),
    to: place(to.x, to.z),
    ...(arc && { arc: { ...place(arc.x, arc.z), turn: (arc.turn * sense) as 1 | -1 } }),
    motion,
    order,
  };
}
