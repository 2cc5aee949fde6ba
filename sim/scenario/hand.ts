import { type Axis, jogStep } from "../../core/machine/index.ts";
import { gapOn, type LatheCommand, type LatheState, type LatheStep, observe, step } from "../lathe/index.ts";

/** Several commands after another. */
export function perform(state: LatheState, ...commands: readonly LatheCommand[]): LatheStep {
  let done: LatheStep = { state, events: [] };
  for (const command of commands) {
    const next = step(done.state, command);
    done = { state: next.state, events: [...done.events, ...next.events] };
  }
  return done;
}

/** Turns the wheel until the axis reads this (millimetres, X as a diameter). */
export const jogTo = (state: LatheState, axis: Axis, readout: number): LatheStep =>
  step(state, { do: "jog", axis, by: readout - state.readout[axis] });

/** How near the eye dares to go before the fine steps begin, true distance. */
const BY_EYE = 0.03;
/** More fine steps than this: there is nothing to feel. */
const MOST_STEPS = 400;

/**
 * Creeps in as a setter does: near by eye, then by single jog steps until the paper grips, the tool touches or the setter
 * answers. `towards` is the way in which the axis counts; `fine` replaces the machine's finest step.
 */
export function creep(
  state: LatheState,
  axis: Axis,
  towards: 1 | -1,
  fine = jogStep(state.config.machine, axis),
): LatheStep {
  const onDiameter = axis === "x" ? 2 : 1;
  const room = gapOn(state, axis) - (state.spacer?.axis === axis ? state.spacer.thickness : 0);
  let done: LatheStep = { state, events: [] };
  if (Number.isFinite(room) && room > BY_EYE) {
    // In whole steps of the wheel, so that the readout stays on its divisions.
    const steps = Math.floor(((room - BY_EYE) * onDiameter) / fine);
    done = perform(state, { do: "jog", axis, by: towards * steps * fine });
  }
  for (let steps = 0; steps < MOST_STEPS && !isMet(done.state); steps++) {
    const next = step(done.state, { do: "jog", axis, by: towards * fine });
    done = { state: next.state, events: [...done.events, ...next.events] };
    if (next.state.alarm) break;
  }
  return done;
}

function isMet(state: LatheState): boolean {
  if (state.isPressed) return true;
  const { feel } = observe(state);
  return feel === "grips" || feel === "crushed" || feel === "touches";
}
