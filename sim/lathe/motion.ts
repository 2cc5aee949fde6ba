import { AXES, AXIS_NAME, type PerAxis, perAxis } from "../../core/machine/index.ts";
import { crash, type LatheStep, stepWith } from "./crash.ts";
import { felt, isOffInY } from "./felt.ts";
import { type BodyMeeting, meet } from "./meeting.ts";
import { probed } from "./probe.ts";
import {
  type ActiveTool,
  activeTool,
  type Drive,
  type LatheState,
  onOwnSide,
  surroundings,
  travelOf,
} from "./state.ts";

/** Longest straight piece that is looked at in one go, true distance: short enough to say where a crash began. */
const LONGEST_PIECE = 1;
/** A tip that takes off more than this across its way is buried. */
const DEEPEST_CUT = 6;
/** How far a hard stop lies beyond the readout's travel. */
const HARD_STOP = 3;
/** Halvings until the place of a clash is known to a thousandth of a piece. */
const HALVINGS = 10;

/**
 * Moves the slides straight to a readout, cutting or crashing on the way. Stops where something is met; a drive without
 * feedback goes on counting.
 */
export function moveTo(state: LatheState, target: PerAxis<number>, drive: Drive): LatheStep {
  const length = Math.hypot((target.x - state.readout.x) / 2, target.y - state.readout.y, target.z - state.readout.z);
  const pieces = Math.max(1, Math.ceil(length / LONGEST_PIECE));
  let step: LatheStep = { state, events: [] };
  const from = state.readout;
  for (let piece = 1; piece <= pieces && !step.state.alarm; piece++) {
    const share = piece / pieces;
    const next = piece === pieces ? target : perAxis((axis) => from[axis] + (target[axis] - from[axis]) * share);
    step = stepWith(step, movePiece(step.state, next, drive));
  }
  return step;
}

function movePiece(state: LatheState, readout: PerAxis<number>, drive: Drive): LatheStep {
  const stop = hardStop(state, readout);
  if (stop) return stop;
  const slide = follow(state, readout);
  const moved: LatheState = { ...state, readout, slide };
  const active = activeTool(state);
  if (!active) return { state: moved, events: [] };
  const around = surroundings(state, active.works);
  if (!around) return { state: moved, events: [] };
  const [from, to] = [onOwnSide(state.slide, active), onOwnSide(slide, active)];
  const met: BodyMeeting = isOffInY(slide, active) ? { kind: "nothing" } : meet(active.body, from, to, around);
  if (met.kind === "clash") {
    const what = `${met.part === "tip" ? "The tip" : "The holder"} of ${active.tool.tool.description} ran into the ${met.with}.`;
    return crash(shortOfClash(state, moved, active, around), what, active.tool.station);
  }
  if (met.kind === "cut") {
    const cut = cutting(moved, active, met, from, to, drive);
    if (cut) return probed(state, cut);
  }
  return probed(state, felt(moved, active, around, drive));
}

/** What happens where the tip is in the part: a chip, or a crash. Undefined where neither: contact is felt instead. */
function cutting(
  moved: LatheState,
  active: ActiveTool,
  met: Extract<BodyMeeting, { kind: "cut" }>,
  from: { z: number; x: number },
  to: { z: number; x: number },
  drive: Drive,
): LatheStep | undefined {
  const { tool, body, works } = active;
  const turns = moved.spindle.run !== "off" || (body.isLive && moved.live);
  if (!turns) return undefined;
  const name = tool.tool.description;
  if (moved.spacer)
    return crash(moved, `${moved.spacer.kind} was pulled in between ${name} and the turning part.`, tool.station);
  if (body.isLive && !moved.live) return crash(moved, `${name} stood still in the turning part.`, tool.station);
  if (!body.isLive && moved.spindle.run === "off") return undefined;
  if (drive === "rapid") return crash(moved, `${name} ran into the part in rapid.`, tool.station);
  const length = Math.hypot(to.z - from.z, to.x - from.x);
  const depth = length > 0 ? met.area / length : met.depth;
  if (depth > DEEPEST_CUT && body.mode !== "centre")
    return crash(moved, `${name} was buried: ${depth.toFixed(1)} mm at once.`, tool.station);
  // A live tool beside the centreline or across it makes no round shape: nothing is taken off the turned part.
  const makesRound = !body.isLive || (body.mode === "centre" && moved.spindle.run !== "off");
  if (!makesRound) return { state: { ...moved, isTouching: true }, events: [] };
  const ended = moved.stock[works]?.outer.at(-1)?.z1 ?? 0;
  const state = { ...moved, stock: { ...moved.stock, [works]: met.stock }, isTouching: true };
  const end = met.stock.outer.at(-1)?.z1 ?? 0;
  if (end < ended - 2 && tool.tool.kind === "part-off")
    return { state, events: [{ kind: "parted-off", message: `Parted off at Z ${end.toFixed(3)}.` }] };
  return { state, events: [] };
}

/**
 * Slides follow their screws: minus pushes at once, plus takes up the lost motion first. A screw stands off its count by
 * what its drive has lost.
 */
function follow({ slide, lost, config }: LatheState, readout: PerAxis<number>): PerAxis<number> {
  return perAxis((axis) => {
    const screw = readout[axis] + lost[axis];
    return Math.min(Math.max(slide[axis], screw - config.backlash[axis]), screw);
  });
}

/** A slide that runs against its stop: a drive with feedback alarms, one without goes on counting. */
function hardStop(state: LatheState, readout: PerAxis<number>): LatheStep | undefined {
  for (const axis of AXES) {
    const [low, high] = travelOf(state, axis);
    const by = readout[axis] - state.readout[axis];
    const wanted = state.slide[axis] + by;
    const beyond =
      wanted > high + HARD_STOP ? wanted - high - HARD_STOP : wanted < low - HARD_STOP ? wanted - low + HARD_STOP : 0;
    if (beyond === 0 || beyond * by <= 0) continue;
    const name = AXIS_NAME[axis];
    if (state.config.feedback)
      return {
        state: { ...state, alarm: `${name} is at its stop`, program: { ...state.program, isHeld: true } },
        events: [{ kind: "alarm", message: `${name} is at its stop.` }],
      };
    // It goes as far as the stop lets it; the rest is counted and not moved.
    const slide = { ...state.slide, [axis]: state.slide[axis] + by - beyond };
    const lost = { ...state.lost, [axis]: state.lost[axis] - beyond };
    return {
      state: { ...state, readout, slide, lost, isHomed: false },
      events: !state.isHomed
        ? []
        : [
            {
              kind: "stalled",
              message: `${name} stalled at its stop and lost its count. Nothing is proven: send it home.`,
            },
          ],
    };
  }
  return undefined;
}

/** The state as far as the tool got before it ran into something. */
function shortOfClash(
  state: LatheState,
  moved: LatheState,
  active: ActiveTool,
  around: NonNullable<ReturnType<typeof surroundings>>,
): LatheState {
  const from = onOwnSide(state.slide, active);
  let [free, hit] = [0, 1];
  for (let halving = 0; halving < HALVINGS; halving++) {
    const middle = (free + hit) / 2;
    const slide = perAxis((axis) => state.slide[axis] + (moved.slide[axis] - state.slide[axis]) * middle);
    if (meet(active.body, from, onOwnSide(slide, active), around).kind === "clash") hit = middle;
    else free = middle;
  }
  const between = (a: PerAxis<number>, b: PerAxis<number>) => perAxis((axis) => a[axis] + (b[axis] - a[axis]) * free);
  const slide = between(state.slide, moved.slide);
  // Without feedback the drive counts on to where it was told to go.
  if (state.config.feedback) return { ...moved, slide, readout: between(state.readout, moved.readout) };
  const lost = perAxis((axis) => moved.lost[axis] + slide[axis] - moved.slide[axis]);
  return { ...moved, slide, lost };
}
