import { neighbourRoom, type Obstacle, type Slides, swingRoom } from "../../core/clearance/index.ts";
import { workOfPath } from "../../core/ledger/index.ts";
import type { LatheAxis } from "../../core/machine/index.ts";
import { type Point, type Polygon, point, rectangle } from "../../core/outline/index.ts";
import { machiningMinutes, type ProgramMotion } from "../../core/program/index.ts";
import { handlesBar, toolFormOf } from "../../core/tool/index.ts";
import { areaOf, EMPTY_REGION, joined, outlinesOf, type Region, regionOf } from "../clipping/region.ts";
import {
  createRehearsalFindings,
  type RehearsalCode,
  type RehearsalFinding,
  type RehearsalFindings,
} from "./findings.ts";
import { legsInTime } from "./legsInTime.ts";
import type { RehearsalOptions } from "./options.ts";
import type { Stage, StagedTool } from "./stage.ts";
import { dropLoose, frontOf, inStrips, type StripCut, type StripStock, stripEdges } from "./stripStock.ts";
import { type Pass, type SweptMeeting, sweep } from "./sweep.ts";

/** A straight piece of a move of the point that a tool's outline is about: Z, and X as a true distance. */
interface RehearsalStep {
  /** Counted from 1. */
  readonly line: number;
  readonly kind: "rapid" | "feed" | "thread" | "away" | "index";
  readonly station: string;
  readonly offset: string;
  readonly from: Point;
  readonly to: Point;
  readonly minutes: number;
  /** Strips that it changed, with their new outlines. */
  readonly changed: readonly StripChange[];
}
interface StripChange {
  readonly strip: number;
  readonly outlines: readonly Polygon[];
}

/** What a rehearsal has shown. */
export interface Rehearsal {
  readonly steps: readonly RehearsalStep[];
  readonly findings: readonly RehearsalFinding[];
  /** The section before the first move, strip by strip, and the edges of the strips. */
  readonly blank: readonly (readonly Polygon[])[];
  readonly edges: readonly number[];
  readonly stock: StripStock;
  readonly minutes: number;
  /** The largest that fell off: the parted part, where it fell; nothing where it stays in the chuck. */
  readonly fallen: Region;
  /** Square millimetres of the half section that were cut off, and that fell off. */
  readonly removed: { readonly cut: number; readonly dropped: number };
  /** What a section of a turned part cannot show, once for each call. */
  readonly notRehearsed: readonly NotRehearsed[];
}

/**
 * What is not played: the cut of a driven tool off the axis (it moves and meets, but takes nothing off the section), a rapid towards
 * the part with the offset cancelled (whether the control keeps the geometry then, is not known), or what follows once the bar has been
 * moved in a part that was begun (the section stays where it was).
 */
export interface NotRehearsed {
  readonly why: "driven-cut" | "offset-cancelled" | "bar-moved";
  /** Counted from 1. */
  readonly line: number;
  readonly station: string;
}

/** Steps between two reports of progress. */
const LEGS_PER_REPORT = 100;

/** Plays a program's motions on a stage to their end. */
export function rehearse(stage: Stage, motions: readonly ProgramMotion[], options: RehearsalOptions): Rehearsal {
  const steps = rehearseInSteps(stage, motions, options);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}

/** The same in steps: gives the share that is done now and then, and can be left at any of them. */
export function* rehearseInSteps(
  stage: Stage,
  motions: readonly ProgramMotion[],
  options: RehearsalOptions,
): Generator<{ readonly share: number }, Rehearsal> {
  const legs = legsInTime(motions, (offset) => (options.asProgrammed ? undefined : stage.offsets.get(offset)));
  const stock = blankOf(stage, motions);
  const play: Play = {
    stage,
    options,
    stock,
    findings: createRehearsalFindings(),
    steps: [],
    chain: [],
    removed: { cut: 0, dropped: 0 },
    carriages: new Map(),
    call: 0,
    held: stock,
    fallen: EMPTY_REGION,
    lastCut: undefined,
    isBarMoved: false,
    milled: EMPTY_REGION,
    notRehearsed: new Map(),
  };
  for (const [index, { motion, places }] of legs.entries()) {
    if (index % LEGS_PER_REPORT === 0) yield { share: index / legs.length };
    if (motion.kind === "wait") continue;
    if (motion.kind === "call") callTool(play, motion);
    else if (motion.kind === "home") goHome(play, motion);
    else if (motion.kind === "machine") goTo(play, motion, { x: motion.x, z: motion.z }, "away");
    else for (const place of places) goTo(play, motion, slidesFor(play, motion, place), motion.kind);
  }
  letFall(play);
  return {
    steps: play.steps,
    findings: play.findings.list(),
    stock: play.stock,
    ...drawnBlank(stock),
    fallen: play.fallen,
    minutes: play.steps.reduce((sum, { minutes }) => sum + minutes, 0),
    removed: play.removed,
    notRehearsed: [...play.notRehearsed.values()],
  };
}

/** A rehearsal before its first move: what there is to see while the rest is being played. */
export function stagedRehearsal(stage: Stage, motions: readonly ProgramMotion[]): Rehearsal {
  const stock = blankOf(stage, motions);
  return {
    steps: [],
    findings: [],
    minutes: 0,
    fallen: EMPTY_REGION,
    removed: { cut: 0, dropped: 0 },
    notRehearsed: [],
    stock,
    ...drawnBlank(stock),
  };
}

const drawnBlank = ({ strips, edges }: StripStock) => ({
  edges,
  blank: strips.map(({ region }) => outlinesOf(region)),
});

/** Everything that changes while a program plays. */
interface Play {
  readonly stage: Stage;
  readonly options: RehearsalOptions;
  readonly findings: RehearsalFindings;
  readonly steps: RehearsalStep[];
  readonly removed: { cut: number; dropped: number };
  stock: StripStock;
  /** Moves that are not cut yet. */
  chain: Move[];
  fallen: Region;
  /** The form of the tool that cut last. */
  lastCut: ReturnType<typeof toolFormOf> | undefined;
  /** A stop or a puller has had the bar since something was cut. */
  isBarMoved: boolean;
  /** The stock when it was last seen that all of it is held. */
  held: StripStock;
  /** The slides of each path. */
  readonly carriages: Map<number, Carriage>;
  /** What driven tools have taken off the axis: they may go there again. */
  milled: Region;
  readonly notRehearsed: Map<string, NotRehearsed>;
  /** Which call of the program this is: findings are kept per call. */
  call: number;
}

/** The slides of one path. */
interface Carriage {
  /** Where they truly stand, X as a diameter. */
  slides: { x: number; z: number };
  /** What the control counts more than its slides have gone, once a drive that does not notice has stalled. */
  readonly lost: { x: number; z: number };
  station: string;
  /** The offset that was active last, also while none is. */
  offset: string;
}

function carriageOf({ carriages, stage }: Play, { modes }: ProgramMotion): Carriage {
  const known = carriages.get(modes.path);
  if (known) return known;
  const made = { slides: { ...stage.home }, lost: { x: 0, z: 0 }, station: "", offset: "" };
  carriages.set(modes.path, made);
  return made;
}

/** The blank in strips: narrow where the program cuts, one wide strip behind. */
function blankOf({ blank }: Stage, motions: readonly ProgramMotion[]): StripStock {
  const { radius, hole, end, jaws } = blank;
  const back = jaws - IN_CHUCK;
  let deepest = end;
  for (const { kind, z } of motions) if ((kind === "feed" || kind === "thread") && z < deepest) deepest = z;
  const from = Math.min(Math.max(deepest - BEYOND_CUT, back + 1), end - 1);
  return inStrips(regionOf(rectangle(back, hole, end, radius)), stripEdges(back, from, end));
}
/** How far the blank reaches into its chuck, beyond all that a tool meets. */
const IN_CHUCK = 60;
const BEYOND_CUT = 8;

/** Slides at which the control has the programmed point at a place in the part; what is not named stays. */
function slidesFor(play: Play, motion: ProgramMotion, place: Slides): Slides {
  const { stage } = play;
  const { modes } = motion;
  const carriage = carriageOf(play, motion);
  const { lost } = carriage;
  // Whether the geometry stays when the offset is cancelled on the way out, is the control's own affair: on a way out it does no harm.
  const isWayOut = isCancelled(motion) && motion.kind === "rapid" && carriage.offset !== "";
  const held = stage.offsets.get(isWayOut ? carriage.offset : modes.offset);
  const other = modes.work === null ? undefined : stage.otherWork.get(workOfPath(modes.work, modes.path));
  const along = (axis: LatheAxis) => {
    // With the offset cancelled the control goes by the work offset alone.
    const reckoned = (held?.reckoned[axis] ?? stage.work[axis]) + (other?.[axis] ?? 0);
    return place[axis] + reckoned - lost[axis];
  };
  return { x: along("x"), z: along("z") };
}

/** Where the outline's point of a tool stands while the slides stand somewhere: seen from the tool's own side. */
function standsAt({ origin, side }: StagedTool, slides: Slides): Point {
  return point(slides.z - origin.z, (side * (slides.x - origin.x)) / 2);
}

/** A straight move of the slides with everything that it cuts and meets. */
function goTo(play: Play, motion: ProgramMotion, wanted: Slides, kind: RehearsalStep["kind"]): void {
  const { stage } = play;
  const carriage = carriageOf(play, motion);
  const { slides, station } = carriage;
  const named = {
    x: Number.isNaN(wanted.x) ? slides.x : wanted.x,
    z: Number.isNaN(wanted.z) ? slides.z : wanted.z,
  };
  const target = withinTravel(play, motion, named);
  const tool = stage.tools.get(station);
  const before = { ...slides };
  carriage.slides = target;
  if (isCancelled(motion) && kind === "rapid" && (target.x < before.x || target.z < before.z))
    leave(play, motion, "offset-cancelled");
  if (!isCancelled(motion)) carriage.offset = motion.modes.offset;
  if (!tool) return;
  const [from, to] = [standsAt(tool, before), standsAt(tool, target)];
  if (handlesBar(tool.view.tool)) play.isBarMoved ||= play.removed.cut > 0 && kind === "feed";
  else if (play.isBarMoved) leave(play, motion, "bar-moved");
  const length = Math.hypot(to.z - from.z, to.x - from.x);
  const time = kind === "away" ? "rapid" : kind === "index" ? "call" : kind;
  const step = play.steps.length;
  play.steps.push({
    line: motion.line,
    kind,
    station,
    offset: motion.modes.offset,
    from,
    to,
    minutes: machiningMinutes(time, length, motion.modes, from.x + to.x),
    changed: NOTHING_CHANGED,
  });
  const pitch = motion.lead ?? motion.modes.feed;
  const pass = { kind, from, to, pitch, inCycle: motion.inCycle };
  addToChain(play, { motion, tool, step, length, pass, slides: target });
}
const NOTHING_CHANGED: readonly StripChange[] = [];

/** A move that still has to be taken through the stock. */
interface Move {
  readonly motion: ProgramMotion;
  readonly tool: StagedTool;
  /** Its place among the steps. */
  readonly step: number;
  /** Millimetres, a true distance. */
  readonly length: number;
  readonly pass: Pass;
  /** Where it ends. */
  readonly slides: Slides;
}

/**
 * Short feeds of one tool that lead on in one line are cut as one, since a cut costs the same however short it is: their strips change with
 * the last of them. Every other move is cut by itself.
 */
function addToChain(play: Play, move: Move): void {
  const isShort = move.pass.kind === "feed" && move.length < SHORT && !move.tool.body.isLive;
  if (!isShort || play.chain[0]?.tool !== move.tool || !leadsOn(play.chain, move)) cutChain(play);
  play.chain.push(move);
  if (!isShort) cutChain(play);
}
/** Millimetres of a move, and of those that are cut as one: a drawing shows no less. */
const SHORT = 0.4;
const LONGEST = 0.8;
/** By how much a place may lie beside the line: a fifth of what is told as a difference. Millimetres. */
const BESIDE = 0.002;

/** Whether all places so far lie on the straight way from the first to the end of one more, and in its direction. */
function leadsOn(chain: readonly Move[], { pass: { to } }: Move): boolean {
  const from = chain[0]?.pass.from;
  if (!from) return true;
  const [wayZ, wayX] = [to.z - from.z, to.x - from.x];
  const far = Math.hypot(wayZ, wayX);
  if (far === 0 || far > LONGEST) return false;
  let along = 0;
  for (const { pass } of chain) {
    const [z, x] = [pass.to.z - from.z, pass.to.x - from.x];
    const next = (z * wayZ + x * wayX) / far;
    if (next < along || next > far || Math.abs(z * wayX - x * wayZ) / far > BESIDE) return false;
    along = next;
  }
  return true;
}

/** Takes what waits through the stock: as one move where nothing is met, else move by move. */
function cutChain(play: Play): void {
  const { chain } = play;
  const [first, last] = [chain[0], chain.at(-1)];
  if (!first || !last) return;
  play.chain = [];
  const whole = first === last ? undefined : sweep(play, last.tool, { ...last.pass, from: first.pass.from });
  if (whole?.meetings.length === 0) takeAway(play, last, whole);
  else cutOneByOne(play, chain);
  neighbours(play, last);
}

function cutOneByOne(play: Play, chain: readonly Move[]): void {
  for (const move of chain) {
    const passed = sweep(play, move.tool, move.pass);
    takeAway(play, move, passed);
    if (passed.milled) {
      play.milled = joined(play.milled, passed.milled);
      leave(play, move.motion, "driven-cut");
    }
    for (const meeting of passed.meetings) say(play, move.motion, meeting.code, meeting, move.step);
  }
}

function takeAway(play: Play, { tool, step }: Move, { stock, area, changed }: StripCut): void {
  play.stock = stock;
  play.removed.cut += area;
  if (area > 0) play.lastCut = toolFormOf(tool.view.tool);
  const now = play.steps[step];
  if (changed.length > 0 && now) play.steps[step] = { ...now, changed: changesOf(stock, changed) };
}

const isCancelled = ({ modes }: ProgramMotion) => modes.offset === "0";

function leave(play: Play, motion: ProgramMotion, why: NotRehearsed["why"]): void {
  const { station } = carriageOf(play, motion);
  const key = `${play.call} ${why} ${station}`;
  if (!play.notRehearsed.has(key)) play.notRehearsed.set(key, { why, line: motion.line, station });
}

const changesOf = (stock: StripStock, changed: readonly number[]): readonly StripChange[] =>
  changed.map((strip) => ({ strip, outlines: outlinesOf(stock.strips[strip]?.region ?? { paths: [] }) }));

/** Machines that notice stop at a limit; a drive that does not runs against it and counts on. */
function withinTravel(play: Play, motion: ProgramMotion, wanted: Slides): { x: number; z: number } {
  const { travel, offsets } = play.stage;
  const { lost } = carriageOf(play, motion);
  const target = { ...wanted };
  // Where the slides go with an offset that is not known is not known.
  const { offset } = motion.modes;
  if (offset !== "0" && offset !== "" && !offsets.has(offset)) return target;
  for (const axis of ["x", "z"] as const) {
    const [low, high] = travel[axis];
    const over = Math.max(wanted[axis] - high, low - wanted[axis], 0);
    if (over <= ROUNDING) continue;
    const against = `${axis.toUpperCase()} travel`;
    say(play, motion, "travel", { room: -over, against, weight: play.stage.feedback ? "stop" : "collision" });
    if (play.stage.feedback) continue;
    target[axis] = Math.min(high, Math.max(low, wanted[axis]));
    lost[axis] += wanted[axis] - target[axis];
    say(play, motion, "lost-steps", { room: -over, against, weight: "collision" });
  }
  return target;
}
/** A ten-thousandth of a millimetre past a limit comes from adding offsets up. */
const ROUNDING = 1e-4;

/** Home by way of a place, where one is named. What was lost is found again. */
function goHome(play: Play, motion: ProgramMotion): void {
  const { home: axes } = motion;
  const isNamed = !Number.isNaN(motion.x) || !Number.isNaN(motion.z);
  if (isNamed) goTo(play, motion, slidesFor(play, motion, motion), "away");
  const { stage } = play;
  const { slides, lost } = carriageOf(play, motion);
  const target = { x: axes?.x ? stage.home.x : slides.x, z: axes?.z ? stage.home.z : slides.z };
  for (const axis of ["x", "z"] as const) if (axes?.[axis]) lost[axis] = 0;
  goTo(play, motion, target, "away");
}

/** Another station comes to work where the slides stand: everything on the turret swings past. */
function callTool(play: Play, motion: ProgramMotion): void {
  const { stage } = play;
  const { station } = motion.modes;
  const carriage = carriageOf(play, motion);
  const { slides } = carriage;
  letFall(play);
  play.call++;
  if (station === carriage.station || station === "0") return;
  const comes = stage.machine.stations?.find(({ id, call }) => (call ?? id) === station)?.id ?? station;
  const isFirst = carriage.station === "";
  if (comes === carriage.station) return;
  carriage.station = comes;
  const tool = stage.tools.get(comes);
  const at = tool ? standsAt(tool, slides) : point(0, 0);
  play.steps.push({
    line: motion.line,
    kind: "index",
    station: comes,
    offset: motion.modes.offset,
    from: at,
    to: at,
    minutes: isFirst ? 0 : INDEX_MINUTES,
    changed: [],
  });
  const { turret, stations } = stage;
  if (!turret || stations === 0) return;
  for (const one of stage.tools.values())
    for (const obstacle of obstaclesOf(play)) {
      const room = swingRoom(turret, one.swing, slides, obstacle);
      if (room < play.options.margin)
        say(play, motion, "swing", { room, against: obstacle.name, by: one.offset, weight: weightOf(room) });
    }
}
/** An index takes about a second. */
const INDEX_MINUTES = 1 / 60;

/** Neighbours on the turret against everything on the spindle's axis, where a move has ended. */
function neighbours(play: Play, { motion, slides, tool: working, step }: Move): void {
  const { stage } = play;
  const { turret, stations } = stage;
  if (!turret || stations === 0) return;
  const obstacles = obstaclesOf(play);
  for (const one of stage.tools.values()) {
    if (one === working) continue;
    for (const obstacle of obstacles) {
      const room = neighbourRoom(turret, stations, one.swing, working.swing.place, slides, obstacle);
      if (room < play.options.margin)
        say(play, motion, "neighbour", { room, against: obstacle.name, by: one.offset, weight: weightOf(room) }, step);
    }
  }
}

const weightOf = (room: number) => (room < 0 ? "collision" : "near");

/** What stands on the spindle's axis: the chuck, the stock as thick as it was at first, and what is in front. */
function obstaclesOf({ stage, stock }: Play): readonly Obstacle[] {
  const { blank, front } = stage;
  const chuck = { name: "chuck", radius: blank.chuckRadius, zFrom: blank.jaws - IN_CHUCK, zTo: blank.jaws };
  const part = { name: "stock", radius: blank.radius, zFrom: blank.jaws, zTo: frontOf(stock) };
  return front ? [chuck, part, front] : [chuck, part];
}

/** Whatever is not held any more falls. */
function letFall(play: Play): void {
  cutChain(play);
  if (play.held === play.stock) return;
  const { stock, changed, area, fallen } = dropLoose(play.stock);
  play.held = stock;
  if (changed.length === 0) return;
  play.stock = stock;
  play.removed.dropped += area;
  // The part is the largest of what a blade cuts off; a pip, a ring or a faced disc that falls meanwhile is scrap.
  if (play.lastCut === "blade" && area > areaOf(play.fallen)) play.fallen = fallen;
  const last = play.steps.pop();
  if (!last) return;
  const own = last.changed.filter(({ strip }) => !changed.includes(strip));
  play.steps.push({ ...last, changed: [...own, ...changesOf(stock, changed)] });
}

function say(
  play: Play,
  motion: ProgramMotion,
  code: RehearsalCode,
  {
    room,
    depth,
    against,
    by,
    weight,
  }: Pick<SweptMeeting, "room" | "depth" | "against" | "weight"> & { readonly by?: string },
  step = Math.max(0, play.steps.length - 1),
): void {
  play.findings.add(play.call, {
    code,
    weight,
    room,
    depth,
    against,
    by,
    line: motion.line,
    step,
    station: carriageOf(play, motion).station,
    offset: motion.modes.offset,
  });
}
