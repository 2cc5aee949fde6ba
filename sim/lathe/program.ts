import { AXES, AXIS_NAME, fromControl, mainZone, type PerAxis, perAxis, shownAs } from "../../core/machine/index.ts";
import { convertLength } from "../../core/units/index.ts";
import type { OffsetBlock } from "../control/blocks.ts";
import { activeOffsets } from "../control/offsets.ts";
import { rangeOn } from "../stock/profile.ts";
import { ZERO } from "./config.ts";
import { alarmed, type LatheStep, stepWith } from "./crash.ts";
import { moveTo } from "./motion.ts";
import { activeTool, holdingOfPart, IDLE, isGuarded, type LatheState, type RunningProgram, travelOf } from "./state.ts";
import { callStation } from "./toolChange.ts";

/** Rapid of every axis, true millimetres a minute at an override of 100. */
const RAPID = 12_000;
/** Closer than this the target is reached: far below every readout. */
const THERE = 1e-7;
/** Nearer than this to home, a machine that seeks its marks has no room to find them. */
const ROOM_FOR_HOME = 1;

/** Starts the next block, or goes on with one that was held. */
export function cycleStart(state: LatheState): LatheStep {
  if (state.alarm) return alarmed(state, "The control alarms: reset it first.");
  if (state.door === "open") return alarmed(state, "The door is open: shut it first.");
  if (state.program.target) return { state: { ...state, program: { ...state.program, isHeld: false } }, events: [] };
  return nextBlock(state);
}

/** Lets time pass: the block in motion goes on, and without single block the next ones follow. */
export function advance(state: LatheState, milliseconds: number): LatheStep {
  let step: LatheStep = { state: { ...state, time: state.time + milliseconds }, events: [] };
  let left = milliseconds;
  // Every round ends a block or uses up the time.
  while (left > 0 && step.state.program.target && !step.state.program.isHeld && !step.state.alarm) {
    const [moved, used] = along(step.state, left);
    left -= used;
    step = stepWith(step, moved);
    const { program, singleBlock } = step.state;
    if (program.target !== undefined) {
      if (used === 0) break;
      continue;
    }
    if (singleBlock || program.blocks.length === 0) break;
    step = stepWith(step, nextBlock(step.state));
  }
  return step;
}

/** Takes the next block: what it sets is set at once, what moves is begun. Blocks without motion run on. */
function nextBlock(state: LatheState): LatheStep {
  const [block, ...blocks] = state.program.blocks;
  if (!block) return { state: { ...state, program: IDLE }, events: [] };
  const rest: RunningProgram = { ...IDLE, blocks };
  let step = modes({ ...state, program: rest }, block);
  if (step.state.alarm || step.events.some(({ kind }) => kind === "alarm" || kind === "crash"))
    return { ...step, state: { ...step.state, program: IDLE } };
  if (block.motion === undefined || (block.motion !== "home" && Object.keys(block.to).length === 0))
    return step.state.singleBlock || blocks.length === 0 ? step : stepWith(step, nextBlock(step.state));
  step = stepWith(step, block.motion === "home" ? seekHome(step.state) : begin(step.state, block));
  return step;
}

/** Everything that a block sets before it moves: units apart, which count for its own numbers only. */
function modes(state: LatheState, block: OffsetBlock): LatheStep {
  let next: LatheState = {
    ...state,
    ...(block.work !== undefined && { activeWork: block.work }),
    ...(block.feedPer !== undefined && { feedPer: block.feedPer }),
    ...(block.feed !== undefined && {
      feed: convertLength(block.feed, block.units ?? state.config.machine.units, "mm"),
    }),
  };
  if (block.spindle !== undefined || block.speed !== undefined) {
    const run = block.spindle ?? next.spindle.run;
    if (run !== "off" && next.door === "open") return alarmed(next, "The door is open: the spindle does not start.");
    next = { ...next, spindle: { run, rpm: block.speed ?? next.spindle.rpm } };
  }
  if (block.tool === undefined) return { state: next, events: [] };
  const called = readToolCall(next, block.tool);
  if (typeof called === "string") return alarmed(next, called);
  return callStation(next, called.station, called.offset);
}

/** Station and offset of the digits after T, as this control counts them; or what is wrong with them. */
function readToolCall(state: LatheState, digits: string) {
  const { offsetDigits, toolCall } = state.config.machine;
  const isOffsetOnly = toolCall === "offset-only";
  const split = isOffsetOnly ? 0 : digits.length - offsetDigits;
  if (!isOffsetOnly && split < 1) return `T${digits} has too few digits: station, then ${offsetDigits} of the offset.`;
  const offset = String(Number(digits.slice(split)));
  const number = isOffsetOnly ? offset : String(Number(digits.slice(0, split)));
  const tools = Object.values(state.tools);
  const tool = tools.find(({ station }) => station === number) ?? tools.find((one) => one.offset === number);
  if (!tool) return `There is no tool ${number} on this machine.`;
  return { station: tool.station, offset: offset === "0" ? undefined : offset };
}

function begin(state: LatheState, block: OffsetBlock): LatheStep {
  const target = targetOf(state, block);
  for (const axis of AXES) {
    const [low, high] = travelOf(state, axis);
    if (isGuarded(state) && (target[axis] < low || target[axis] > high))
      return alarmed(
        { ...state, program: IDLE },
        `${AXIS_NAME[axis]} would run out of its travel: over-travel. Nothing has moved.`,
      );
  }
  const isRapid = block.motion === "rapid";
  const begun = { ...state, program: { ...state.program, target, isRapid } };
  if (!leadsIntoChuck(state, target)) return { state: begun, events: [] };
  // Held, not refused: another start goes on, as with an override of the protection.
  return {
    state: { ...begun, program: { ...begun.program, isHeld: true } },
    events: [
      {
        kind: "warning",
        message: "The control warns: this line leads into the chuck. Look first; another start goes on all the same.",
      },
    ],
  };
}

/**
 * What a control with a chuck barrier checks: the point that it believes it is moving to, by the offsets that it holds. A
 * wrong offset passes it. A machine whose control knows nothing of its drives knows nothing of its chuck either.
 */
function leadsIntoChuck(state: LatheState, target: PerAxis<number>): boolean {
  const active = activeTool(state);
  if (!active || !state.config.feedback || state.offset === undefined) return false;
  const { geometry, wear, work } = activeOffsets(state);
  const believed = perAxis((axis) => target[axis] - geometry[axis] - wear[axis] - work[axis]);
  const there = rangeOn(holdingOfPart(state.config, active.works), believed.z, believed.z + 1e-3);
  return there !== undefined && Math.abs(believed.x) / 2 < there[1];
}

/** M = P + G + W + S, each in the control's own unit, sign and X first; after G53 the machine's own coordinates. */
function targetOf(state: LatheState, block: OffsetBlock): PerAxis<number> {
  const { machine } = state.config;
  const zone = activeTool(state)?.zone ?? mainZone(machine);
  const units = block.units ?? machine.units;
  const { geometry, wear, work } = activeOffsets(state);
  return perAxis((axis) => {
    const written = block.to[axis];
    if (written === undefined) return state.readout[axis];
    const boundary = { ...machine, units };
    if (block.isMachine) return fromControl(boundary, axis, shownAs("readout", written), "readout", zone);
    return (
      fromControl(boundary, axis, shownAs("program", written), "program", zone) +
      geometry[axis] +
      wear[axis] +
      work[axis]
    );
  });
}

/** To the marks. A machine that counts from them finds its count again there. */
export function seekHome(state: LatheState): LatheStep {
  const { home, machine } = state.config;
  const near = AXES.find((axis) => axis !== "y" && Math.abs(state.slide[axis] - home[axis]) < ROOM_FOR_HOME);
  if (near && !state.isHomed && machine.encoders === "incremental")
    return alarmed(state, `${AXIS_NAME[near]} stands on its mark already: move some way off home first.`);
  // The marks are where the slides truly are, whatever is counted.
  const target = perAxis((axis) => state.readout[axis] + home[axis] - state.slide[axis]);
  return { state: { ...state, program: { ...state.program, target, isRapid: true, seeksHome: true } }, events: [] };
}

/** Goes towards the target for a time; says how much of it was used. */
function along(state: LatheState, milliseconds: number): readonly [LatheStep, number] {
  const { target, isRapid, seeksHome } = state.program;
  if (!target) return [{ state, events: [] }, 0];
  const way = perAxis((axis) => target[axis] - state.readout[axis]);
  const length = Math.hypot(way.x / 2, way.y, way.z);
  const speed = isRapid ? (RAPID * state.rapidOverride) / 100 : feedSpeed(state);
  const reach = (speed / 60_000) * milliseconds;
  if (length > THERE && reach === 0) return [{ state, events: [] }, 0];
  const share = length <= Math.max(reach, THERE) ? 1 : reach / length;
  const readout = share === 1 ? target : perAxis((axis) => state.readout[axis] + way[axis] * share);
  const step = moveTo(state, readout, isRapid ? "rapid" : "feed");
  if (share < 1) return [step, milliseconds];
  const used = reach > 0 ? Math.min(milliseconds, (milliseconds * length) / reach) : 0;
  const done = { ...step.state, program: { ...step.state.program, target: undefined, seeksHome: false } };
  if (!seeksHome || done.alarm) return [{ ...step, state: done }, used];
  const { home } = state.config;
  const homed: LatheState = { ...done, readout: home, slide: home, lost: ZERO, isHomed: true };
  return [{ state: homed, events: [...step.events, { kind: "homed", message: "All axes stand at home." }] }, used];
}

/** Millimetres a minute: a feed to the revolution does not move while the spindle stands. */
function feedSpeed({ feed, feedPer, spindle }: LatheState): number {
  if (feedPer === "minute") return feed;
  return spindle.run === "off" ? 0 : feed * spindle.rpm;
}
