import { convertLength } from "../units/index.ts";
import { type Block, hasWord, LETTER } from "./block.ts";
import { breakCorners } from "./brokenCorners.ts";
import type { ProgramEvents } from "./following.ts";
import { hasAnyAxis } from "./modes.ts";
import type { Corner, PathState, ToolPlace } from "./pathState.ts";
import type { ProgramReading, ReadingProgress } from "./programReading.ts";
import { type ProgramMachine, readProgramInSteps } from "./readProgram.ts";

/** What is modal while a tool moves. One object for as long as nothing of it changes. */
export interface MotionModes {
  readonly path: number;
  /** Without zeros in front; `0` where the station stays, or the offset is cancelled. */
  readonly station: string;
  readonly offset: string;
  readonly work: string | null;
  readonly compensation: "left" | "right" | null;
  /** Millimetres a turn, or a minute. */
  readonly feed: number;
  readonly feedPer: "turn" | "minute";
  /** Turns a minute, or metres a minute of surface speed. */
  readonly speed: number;
  readonly speedIs: "turns" | "surface";
  readonly mostTurns: number;
}

/**
 * One thing that a program does with its slides. `rapid`, `feed` and `thread` lead to a place in the part; `home` sends axes
 * home by way of it; `machine` leads to machine coordinates; `call` begins with another station or offset where the slides
 * stand; `wait` waits for another path at a mark. Millimetres, X as a diameter; NaN on an axis that does not move or is not known.
 */
export interface ProgramMotion {
  readonly kind: "rapid" | "feed" | "thread" | "home" | "machine" | "call" | "wait";
  /** Counted from 1. */
  readonly line: number;
  readonly x: number;
  readonly z: number;
  readonly modes: MotionModes;
  /** Part of a cycle: the control makes the move by itself. */
  readonly inCycle: boolean;
  /** Centre of an arc, its X a diameter, and its way round: 1 counter-clockwise with +Z to the right and +X up. */
  readonly arc?: ToolPlace & { readonly turn: 1 | -1 };
  /** Axes that go home. */
  readonly home?: { readonly x: boolean; readonly z: boolean };
  /** Where it waits for another path. */
  readonly mark?: string;
  /** Lead of a thread where another word than F says it. */
  readonly lead?: number;
  /** Its end is a corner to be broken or rounded, before {@link breakCorners} has done it; true distances. */
  readonly corner?: Corner;
}

/** A program as the moves that it makes, and the reading that they come with. */
interface ProgramMotions {
  readonly motions: readonly ProgramMotion[];
  readonly reading: ProgramReading;
}

/**
 * Every move of a turning program in order, its cycles taken apart into the passes that a control makes of them. Lengths
 * come in millimetres whatever the program's unit; one that names none is taken to be in the machine's.
 *
 * @example programMotions("G21\nT0101\nG0 X52. Z2.\nG1 Z-30. F.2\nM30").motions.map(({ kind }) => kind) is call, rapid, feed
 */
export function programMotions(text: string, machine: ProgramMachine = {}): ProgramMotions {
  const steps = programMotionsInSteps(text, machine);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}

/** The same, in steps: gives its progress every few thousand lines. */
function* programMotionsInSteps(
  text: string,
  machine: ProgramMachine = {},
): Generator<ReadingProgress, ProgramMotions> {
  const motions: ProgramMotion[] = [];
  const reading = yield* readProgramInSteps(text, machine, recorder(motions, machine));
  return { motions: breakCorners(motions), reading };
}

const NO_PLACE: ToolPlace = { x: Number.NaN, z: Number.NaN };

/** Writes down what happens. The unit of a length is the one that holds when it is read. */
function recorder(motions: ProgramMotion[], machine: ProgramMachine): ProgramEvents {
  let line = 1;
  let units = machine.units ?? "mm";
  const spindles = new Map<number, Spindle>();
  const spindleOf = (path: PathState) => {
    const known = spindles.get(path.number);
    if (known) return known;
    const made: Spindle = { ...REST, modes: undefined };
    spindles.set(path.number, made);
    return made;
  };
  const toMillimetres = ({ x, z }: ToolPlace): ToolPlace => ({
    x: convertLength(x, units, "mm"),
    z: convertLength(z, units, "mm"),
  });
  const add = (path: PathState, kind: ProgramMotion["kind"], place: ToolPlace, more: Partial<ProgramMotion> = {}) => {
    motions.push({
      kind,
      line,
      ...place,
      modes: modesOf(path, spindleOf(path), path.compensation),
      inCycle: false,
      ...more,
    });
  };
  return {
    begin(path, block) {
      line = block.line;
      units = unitsIn(block) ?? units;
      readSpindle(spindleOf(path), block, units, machine.language);
      path.onMove ??= (to, { kind, inCycle, arc, compensation = path.compensation, lead, corner }) =>
        motions.push({
          kind,
          line,
          ...toMillimetres(to),
          modes: modesOf(path, spindleOf(path), compensation),
          inCycle,
          ...(arc && { arc: { ...toMillimetres(arc), turn: arc.turn } }),
          ...(lead !== undefined && { lead: convertLength(lead, units, "mm") }),
          ...(corner && { corner: { is: corner.is, size: convertLength(corner.size, units, "mm") } }),
        });
    },
    call: (path) => add(path, "call", NO_PLACE),
    home: (path, axes, by) => add(path, "home", by ? toMillimetres(by) : NO_PLACE, { home: axes }),
    machine: (path, to) => add(path, "machine", toMillimetres(to)),
    wait: (path, mark) => add(path, "wait", NO_PLACE, { mark }),
  };
}

/** Feed and speed of one path, and the modes that were last made of them. */
interface Spindle {
  feed: number;
  feedPer: "turn" | "minute";
  speed: number;
  speedIs: "turns" | "surface";
  mostTurns: number;
  modes: MotionModes | undefined;
}
/** Before anything is said: feed a turn, as lathes wake up, and no limit. */
const REST: Omit<Spindle, "modes"> = {
  feed: 0,
  feedPer: "turn",
  speed: 0,
  speedIs: "turns",
  mostTurns: Number.POSITIVE_INFINITY,
};

function modesOf(
  { number, station, offset, work }: PathState,
  spindle: Spindle,
  compensation: MotionModes["compensation"],
): MotionModes {
  const { feed, feedPer, speed, speedIs, mostTurns, modes } = spindle;
  const isSame =
    modes?.station === station &&
    modes.offset === offset &&
    modes.work === work &&
    modes.compensation === compensation &&
    modes.feed === feed &&
    modes.feedPer === feedPer &&
    modes.speed === speed &&
    modes.speedIs === speedIs &&
    modes.mostTurns === mostTurns;
  if (isSame) return modes;
  const made = { path: number, station, offset, work, compensation, feed, feedPer, speed, speedIs, mostTurns };
  spindle.modes = made;
  return made;
}

/** The unit that a block calls: by G20 and G21, or by G70 and G71 where nothing else stands beside them. */
function unitsIn(block: Block): "mm" | "in" | undefined {
  const codes = block.gCodes.subarray(0, block.gCount);
  const isAlone = (block.has & ~(1 << LETTER.N)) === 0;
  if (codes.includes(200) || (isAlone && codes.includes(700))) return "in";
  return codes.includes(210) || (isAlone && codes.includes(710)) ? "mm" : undefined;
}

/** Metres of surface a minute for feet a minute, which a program in inches counts. */
const METRES_OF_FEET = 0.3048;

function readSpindle(spindle: Spindle, block: Block, units: "mm" | "in", language: ProgramMachine["language"]): void {
  const codes = block.gCodes.subarray(0, block.gCount);
  // Where G90 and G91 are modes G94 is a feed; where that is not known, beside no coordinates.
  const isFeedMode = language === undefined ? !hasAnyAxis(block) : language !== "box-cycles";
  if (codes.includes(940) && isFeedMode) spindle.feedPer = "minute";
  const speed = hasWord(block, LETTER.S) ? (block.value[LETTER.S] ?? 0) : undefined;
  const limits = (codes.includes(500) || codes.includes(920)) && speed !== undefined;
  // There G98 and G99 say where a drilling cycle comes back to.
  const isReturn = language !== undefined && language !== "box-cycles";
  if (codes.includes(980) && !isReturn) spindle.feedPer = "minute";
  if ((codes.includes(990) && !isReturn) || codes.includes(950)) spindle.feedPer = "turn";
  if (codes.includes(960)) spindle.speedIs = "surface";
  if (codes.includes(970)) spindle.speedIs = "turns";
  if (limits) spindle.mostTurns = speed;
  else if (speed !== undefined)
    spindle.speed = spindle.speedIs === "surface" && units === "in" ? speed * METRES_OF_FEET : speed;
  if (hasWord(block, LETTER.F)) spindle.feed = convertLength(block.value[LETTER.F] ?? 0, units, "mm");
}

/** Rapid of an ordinary slide, in millimetres a minute, X on the radius: for the time that a move takes. */
const RAPID_FEED = 12_000;
/** Turns a minute where a program says no speed. */
const SOME_TURNS = 1000;

/**
 * Minutes that a move of a length (millimetres, true distance) takes at a diameter: by its feed, speed and speed limit.
 * An estimate: slides that gather way and tools that are changed are not in it.
 */
export function machiningMinutes(
  kind: ProgramMotion["kind"],
  length: number,
  modes: MotionModes,
  diameter: number,
): number {
  const isCut = kind === "feed" || kind === "thread";
  if (!isCut || modes.feed <= 0) return length / RAPID_FEED;
  if (modes.feedPer === "minute") return length / modes.feed;
  const wanted =
    modes.speedIs === "surface" ? (modes.speed * 1000) / (Math.PI * Math.max(Math.abs(diameter), 1)) : modes.speed;
  const turns = Math.min(wanted > 0 ? wanted : SOME_TURNS, modes.mostTurns);
  return length / (modes.feed * turns);
}
