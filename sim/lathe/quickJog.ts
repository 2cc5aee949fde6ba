import { AXIS_NAME, type Axis, lastDigitInCore } from "../../core/machine/index.ts";
import type { LatheEvent } from "./events.ts";
import { feelOf } from "./felt.ts";
import { isGuarded, type LatheState, travelOf } from "./state.ts";
import { step } from "./step.ts";

/** A quick approach stops so far from whatever it would meet: part, chuck, setter or stop. True distance, millimetres. */
export const SAFE_ROOM = 2;
/** Halvings until the place where it stops is known well enough for a hand. */
const HALVINGS = 12;
const MET: readonly LatheEvent["kind"][] = ["crash", "scratch", "paper-crushed", "setter", "stalled", "parted-off"];

/**
 * How far an axis goes at once by the jog keys, in whole last digits: the whole of `by`, or as much of it as leaves {@link SAFE_ROOM}; 0 where nothing is left.
 * Millimetres as the axis counts them, X on the diameter; never of another sign than `by`. It stops at the end of its travel as well, without an alarm. What it would meet is found by looking ahead on the
 * lathe as it stands, so that a quick approach never cuts, presses or crashes.
 */
export function quickJog(state: LatheState, axis: Axis, by: number): number {
  if (state.alarm !== undefined || by === 0) return 0;
  const [low, high] = travelOf(state, axis);
  const room = isGuarded(state)
    ? Math.max(0, by > 0 ? high - state.readout[axis] : state.readout[axis] - low)
    : Math.abs(by);
  const wanted = Math.sign(by) * Math.min(Math.abs(by), room);
  const digit = lastDigitInCore(state.config.machine, axis);
  const whole = (millimetres: number) => Math.sign(by) * Math.floor(Math.abs(millimetres) / digit + 1e-6) * digit || 0;
  if (isFree(state, axis, wanted)) return whole(wanted);
  let [free, met] = [0, 1];
  for (let halving = 0; halving < HALVINGS; halving++) {
    const middle = (free + met) / 2;
    if (isFree(state, axis, wanted * middle)) free = middle;
    else met = middle;
  }
  return whole(wanted * free);
}

/** True where the axis meets nothing by then, and not within the safe room behind it. */
function isFree(state: LatheState, axis: Axis, by: number): boolean {
  const room = Math.sign(by) * SAFE_ROOM * (axis === "x" ? 2 : 1);
  const ahead = step(state, { do: "jog", axis, by: by + room });
  const isEnd = (message: string) => message === `${AXIS_NAME[axis]} is at the end of its travel.`;
  if (ahead.events.some(({ kind, message }) => MET.includes(kind) || (kind === "alarm" && !isEnd(message))))
    return false;
  return ahead.state.stock === state.stock && feelOf(ahead.state) === "free";
}
