import { type Axis, lastDigit, mainZone, type PerAxis, perAxis, toControl } from "../../core/machine/index.ts";
import { roundToResolution } from "../../core/units/index.ts";
import { believedPosition } from "../control/offsets.ts";
import { type Feel, feelOf } from "./felt.ts";
import { activeTool, type LatheState, truePosition } from "./state.ts";

/** What a person at the lathe can see and feel; the truth is not part of it. Numbers as the control shows them. */
interface Observation {
  /** The machine's own readout. */
  readonly readout: PerAxis<number>;
  /** The position display: where the control believes the programmed point to be. */
  readonly display: PerAxis<number>;
  /** Target less present readout, while a block is in motion or held. */
  readonly distanceToGo: PerAxis<number> | undefined;
  readonly feel: Feel;
  readonly mode: "hand" | "running" | "held" | "alarm";
}

export function observe(state: LatheState): Observation {
  const { machine } = state.config;
  const zone = activeTool(state)?.zone ?? mainZone(machine);
  const shown = (of: PerAxis<number>, crossing: "readout" | "program") =>
    perAxis((axis: Axis) =>
      roundToResolution(toControl(machine, axis, of[axis], crossing, zone), lastDigit(machine, axis)),
    );
  const { target, isHeld } = state.program;
  return {
    readout: shown(state.readout, "readout"),
    display: shown(believedPosition(state), "program"),
    distanceToGo:
      target &&
      shown(
        perAxis((axis) => target[axis] - state.readout[axis]),
        "readout",
      ),
    feel: feelOf(state),
    mode: state.alarm !== undefined ? "alarm" : target === undefined ? "hand" : isHeld ? "held" : "running",
  };
}

/** Where the active tool truly is in its part's frame (X as a diameter): for tests and for drawing, never for the control. */
export function truth(state: LatheState): PerAxis<number> | undefined {
  const active = activeTool(state);
  return active && truePosition(state.slide, active);
}
