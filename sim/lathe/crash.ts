import type { LatheEvent } from "./events.ts";
import { IDLE, type LatheState } from "./state.ts";

/** What one command brought: the lathe after it, and what happened on the way. */
export interface LatheStep {
  readonly state: LatheState;
  readonly events: readonly LatheEvent[];
}

/** One step after another. */
export const stepWith = (first: LatheStep, second: LatheStep): LatheStep => ({
  state: second.state,
  events: second.events.length === 0 ? first.events : [...first.events, ...second.events],
});

/** A refusal of the control: nothing moves, the reason is said. */
export const alarmed = (state: LatheState, message: string): LatheStep => ({
  state,
  events: [{ kind: "alarm", message }],
});

/**
 * Something ran into something: spindle and motion stop, the tool is broken, the control alarms. A drive without feedback
 * does not know it and has lost its count.
 */
export function crash(state: LatheState, what: string, station?: string): LatheStep {
  const tool = station === undefined ? undefined : state.tools[station];
  const { feedback } = state.config;
  const after = feedback
    ? "Look at tool, holder and turret, then touch off again."
    : "The drives have lost their count: nothing is proven until it was sent home.";
  return {
    state: {
      ...state,
      spindle: { ...state.spindle, run: "off" },
      live: false,
      program: IDLE,
      alarm: what,
      isCrashed: true,
      isHomed: state.isHomed && feedback,
      ...(tool && station !== undefined && { tools: { ...state.tools, [station]: { ...tool, isBroken: true } } }),
    },
    events: [{ kind: "crash", message: `${what} ${after}` }],
  };
}
