import {
  AXIS_NAME,
  fromControl,
  mainZone,
  type SetterSide,
  shownAs,
  workFromControl,
} from "../../core/machine/index.ts";
import { formatMillimetres } from "../../core/units/index.ts";
import { readBlocks } from "../control/blocks.ts";
import { EMPTY_ROW, enterOffset, loadOffsets } from "../control/offsets.ts";
import { readGauge } from "../gauge/gauge.ts";
import { CLOCK_POSITIONS, sweepBore } from "../gauge/indicator.ts";
import type { LatheCommand } from "./commands.ts";
import { ZERO } from "./config.ts";
import { alarmed, crash, type LatheStep } from "./crash.ts";
import { felt } from "./felt.ts";
import { moveTo } from "./motion.ts";
import { advance, cycleStart, seekHome } from "./program.ts";
import { activeTool, IDLE, isGuarded, type LatheState, surroundings, travelOf } from "./state.ts";
import { callStation, pullBar, remount, slideTool } from "./toolChange.ts";

/**
 * One thing done at the lathe. Pure: the same state and command give the same lathe and the same events. What is not
 * possible is an event that says why; nothing is thrown, and a crash is an event like any other.
 */
export function step(state: LatheState, command: LatheCommand): LatheStep {
  switch (command.do) {
    case "jog":
      return jog(state, command);
    case "advance":
      return advance(state, command.milliseconds);
    case "power-cycle":
      return powerCycle(state);
    case "home":
      return home(state);
    case "reset":
      return { state: { ...state, alarm: undefined, isCrashed: false, program: IDLE, isTouching: false }, events: [] };
    case "door":
      return door(state, command.to);
    case "spindle":
      return spindle(state, command.run, command.rpm);
    case "live":
      return { state: { ...state, live: command.on && !state.alarm }, events: [] };
    case "call":
      return callStation(state, command.station, command.offset);
    case "mdi":
      return mdi(state, command.text);
    case "cycle-start":
      return cycleStart(state);
    case "feed-hold":
      return { state: { ...state, program: { ...state.program, isHeld: true } }, events: [] };
    case "single-block":
      return { state: { ...state, singleBlock: command.on }, events: [] };
    case "rapid-override":
      return { state: { ...state, rapidOverride: Math.min(100, Math.max(0, command.percent)) }, events: [] };
    case "enter-offset":
      return enterOffset(state, command);
    case "enter-nose": {
      const row = state.rows[command.offset] ?? EMPTY_ROW;
      const { noseRadius, orientation } = command;
      return {
        state: { ...state, rows: { ...state.rows, [command.offset]: { ...row, noseRadius, orientation } } },
        events: [],
      };
    }
    case "enter-work": {
      const was = state.work[command.name] ?? ZERO;
      const value = workFromControl(state.config.machine, command.axis, shownAs("work-offset", command.number));
      const work = { ...state.work, [command.name]: { ...was, [command.axis]: value } };
      const message = `${command.name} ${AXIS_NAME[command.axis]}: ${formatMillimetres(value, state.config.machine.units)}.`;
      return { state: { ...state, work }, events: [{ kind: "entered", message }] };
    }
    case "enter-setter":
      return enterSetter(state, command.side, command.number);
    case "activate-work":
      return { state: { ...state, activeWork: command.name }, events: [] };
    case "load-offsets":
      return loadOffsets(state, command.text);
    case "hold-spacer":
      return holdSpacer(state, command);
    case "drop-spacer":
      return { state: { ...state, spacer: undefined, isTouching: false, isCrushed: false }, events: [] };
    case "setter":
      return setter(state, command.to);
    case "measure":
      return measure(state, command);
    case "sweep":
      return sweep(state, command.sag);
    case "slide":
      return slideTool(state, command.axis);
    case "pull-bar":
      return pullBar(state);
    case "remount":
      return remount(state, command.station);
  }
}

function jog(state: LatheState, { axis, by }: Extract<LatheCommand, { do: "jog" }>): LatheStep {
  if (state.alarm) return alarmed(state, "The control alarms: reset it first.");
  if (state.program.target && !state.program.isHeld) return alarmed(state, "A block is in motion: hold it first.");
  const [low, high] = travelOf(state, axis);
  const wanted = state.readout[axis] + by;
  const limit = by > 0 ? high : low;
  const isBeyond = isGuarded(state) && (by > 0 ? wanted > high : wanted < low);
  const target = { ...state.readout, [axis]: isBeyond ? limit : wanted };
  const moved = moveTo(state, target, "hand");
  // A hand that feels a coarse step coming lets go of what it holds before its fingers are between.
  if (state.spacer && moved.state.alarm !== undefined && Math.abs(by) > COARSE)
    return {
      state: { ...state, spacer: undefined, isTouching: false, isCrushed: false },
      events: [
        {
          kind: "warning",
          message: `The step is too coarse while ${state.spacer.kind} is held: you let go of it, and nothing moved. Take a finer step.`,
        },
      ],
    };
  if (!isBeyond) return moved;
  return {
    ...moved,
    events: [...moved.events, { kind: "alarm", message: `${AXIS_NAME[axis]} is at the end of its travel.` }],
  };
}

/** From this step on paper is let go of; millimetres as the axis counts them. */
const COARSE = 0.1;

/** Counting drives forget where they are; absolute ones know. */
function powerCycle(state: LatheState): LatheStep {
  const off = {
    ...state,
    spindle: { ...state.spindle, run: "off" as const },
    live: false,
    program: IDLE,
    alarm: undefined,
    isCrashed: false,
  };
  if (state.config.machine.encoders !== "incremental")
    return {
      state: off,
      events: [{ kind: "stopped", message: "Power was off. The encoders are absolute: nothing to home." }],
    };
  // The count begins at zero wherever the slides stand.
  const lost = state.slide;
  return {
    state: { ...off, readout: ZERO, lost, isHomed: false },
    events: [{ kind: "warning", message: "Power was off: the count is lost. Send it home before anything else." }],
  };
}

function home(state: LatheState): LatheStep {
  if (state.alarm) return alarmed(state, "The control alarms: reset it first.");
  if (state.door === "open") return alarmed(state, "The door is open: shut it first.");
  return seekHome({ ...state, program: IDLE });
}

function door(state: LatheState, to: "open" | "shut"): LatheStep {
  if (to === "open" && (state.spindle.run !== "off" || state.live))
    return {
      state: {
        ...state,
        door: to,
        spindle: { ...state.spindle, run: "off" },
        live: false,
        program: { ...state.program, isHeld: true },
      },
      events: [{ kind: "stopped", message: "The door was opened: spindle and feed have stopped." }],
    };
  return { state: { ...state, door: to }, events: [] };
}

function spindle(state: LatheState, run: LatheState["spindle"]["run"], rpm = state.spindle.rpm || 1000): LatheStep {
  if (run !== "off" && state.alarm) return alarmed(state, "The control alarms: reset it first.");
  if (run !== "off" && state.door === "open") return alarmed(state, "The door is open: the spindle does not start.");
  if (run !== "off" && state.setter === "out")
    return alarmed(state, "The setter is out: park it before the spindle turns.");
  const turning = { ...state, spindle: { run, rpm } };
  if (run !== "off" && state.spacer)
    return crash({ ...turning, spacer: undefined }, `The ${state.spacer.kind} was held at a part that began to turn.`);
  return { state: turning, events: [] };
}

function mdi(state: LatheState, text: string): LatheStep {
  if (state.alarm) return alarmed(state, "The control alarms: reset it first.");
  if (state.config.machine.encoders === "incremental" && !state.isHomed)
    return alarmed(state, "The machine has not been home: it does not know where it is.");
  const blocks = readBlocks(text);
  if (!blocks.ok) return alarmed(state, blocks.refusal.message);
  return { state: { ...state, program: { ...IDLE, blocks: blocks.value } }, events: [] };
}

function holdSpacer(state: LatheState, { spacer }: Extract<LatheCommand, { do: "hold-spacer" }>): LatheStep {
  if (state.spindle.run !== "off" || state.live)
    return alarmed(state, `Stop the spindle first: ${spacer.kind} is held at a resting part only.`);
  const held = { ...state, spacer, isTouching: false, isCrushed: false };
  const active = activeTool(state);
  const around = active && surroundings(state, active.works);
  if (!active || !around) return { state: held, events: [] };
  const then = felt(held, active, around, "hand");
  if (then.state.alarm || then.state.isTouching)
    return alarmed(state, `There is no room for ${spacer.kind} of this thickness: back off first.`);
  return then;
}

function setter(state: LatheState, to: "out" | "parked"): LatheStep {
  if (!state.config.machine.setter) return alarmed(state, "This machine has no setter.");
  if (to === "out" && state.spindle.run !== "off")
    return alarmed(state, "Stop the spindle before the setter comes out.");
  return { state: { ...state, setter: to, isPressed: false }, events: [] };
}

function enterSetter(state: LatheState, side: SetterSide, number: number): LatheStep {
  const { machine } = state.config;
  if (!state.triggers) return alarmed(state, "This machine has no setter.");
  const axis = side === "face" ? "z" : "x";
  const value = fromControl(machine, axis, shownAs("readout", number), "readout", mainZone(machine));
  const message = `Setter, ${side}: trips at ${formatMillimetres(value, machine.units)}.`;
  return {
    state: { ...state, triggers: { ...state.triggers, [side]: value } },
    events: [{ kind: "entered", message, value }],
  };
}

function measure(state: LatheState, { gauge, z }: Extract<LatheCommand, { do: "measure" }>): LatheStep {
  if (state.spindle.run !== "off" || state.live) return alarmed(state, "Stop the spindle before you measure by hand.");
  const works = activeTool(state)?.works ?? "main";
  const stock = state.stock[works];
  if (!stock) return alarmed(state, "There is no part to measure.");
  const { machine } = state.config;
  const reading = readGauge(gauge, stock, z, { unit: machine.units, chance: state.chance });
  if (!reading.ok) return alarmed(state, reading.words);
  return {
    state: { ...state, chance: reading.chance },
    events: [{ kind: "gauge", message: `${reading.words}.`, value: reading.value }],
  };
}

/** An indicator in the spindle, run round the holder in the working position. */
function sweep(state: LatheState, sag: number): LatheStep {
  const active = activeTool(state);
  if (!active) return alarmed(state, "No holder stands in the working position.");
  const off = {
    x: (state.slide.x - active.tool.at.x) / 2,
    y: state.slide.y - active.tool.at.y,
  };
  const readings = sweepBore(off, sag);
  const said = readings.map((reading, index) => `${reading.toFixed(3)} at ${CLOCK_POSITIONS[index]}°`).join(", ");
  return { state, events: [{ kind: "sweep", message: `Indicator: ${said}.`, readings }] };
}
