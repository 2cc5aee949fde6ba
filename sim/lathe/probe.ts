import { AXIS_NAME, type Axis, LATHE_AXES, type LatheAxis, lastDigit, toControl } from "../../core/machine/index.ts";
import { formatMillimetres, roundToResolution } from "../../core/units/index.ts";
import { EMPTY_ROW } from "../control/offsets.ts";
import { ZERO } from "./config.ts";
import { crash, type LatheStep } from "./crash.ts";
import type { LatheEvent } from "./events.ts";
import { type ActiveTool, activeTool, type LatheState } from "./state.ts";

/** A probe that is pressed farther than this is bent. True distance. */
const BENT = 0.6;

/**
 * Watches a setter while the tool moves: where its tip presses the probe, the position is taken at the end of that jog
 * step, so that a coarse step reads too deep, and the control writes the geometry of the active row by itself.
 */
export function probed(before: LatheState, step: LatheStep): LatheStep {
  const { state } = step;
  const { setter } = state.config.machine;
  if (state.setter !== "out" || !setter || state.alarm) return step;
  const active = activeTool(state);
  if (!active) return step;
  const pressed = LATHE_AXES.map((axis) => ({
    axis,
    room: roomToProbe(state, active, axis),
    was: roomToProbe(before, active, axis),
  })).find(
    ({ axis, room, was }) =>
      room <= 1e-9 && before.readout[axis] !== state.readout[axis] && (was > 1e-9 || state.isPressed),
  );
  if (!pressed) {
    const isPressed = state.isPressed && LATHE_AXES.some((axis) => roomToProbe(state, active, axis) <= 1e-9);
    return isPressed === state.isPressed ? step : { ...step, state: { ...state, isPressed } };
  }
  if (pressed.room < -BENT)
    return crash(state, `${active.tool.tool.description} was driven into the setter.`, active.tool.station);
  if (state.isPressed) return step;
  return wrote(step, active, pressed.axis);
}

/** True distance between tip and probe on an axis, on the side that this tool presses. */
export function roomToProbe(state: LatheState, active: ActiveTool, axis: LatheAxis): number {
  const { setter } = state.config.machine;
  if (!setter) return Number.POSITIVE_INFINITY;
  // The setter's calibration stands for a tool of no length: what a tool is longer by is all that counts.
  const tip = state.slide[axis] - active.tool.at[axis] + state.config.trueWork[axis];
  const box = active.body.cuttingBox;
  // A tip that points away from the chuck presses the probe from behind.
  const pointsAway = box.zMax < -box.zMin && active.tool.tool.kind !== "knurl" && active.body.mode !== "centre";
  const { setterOff = { x: 0, z: 0 } } = state.config;
  const face = setter.face + setterOff.z;
  if (axis === "z") return pointsAway ? face - tip - box.zMax : tip + box.zMin - face;
  const isBore = active.body.mode === "inside";
  const trigger = (isBore ? setter.bore : setter.outside) + setterOff.x;
  const beyond = (active.side * (tip - trigger)) / 2;
  return isBore ? -beyond - box.xMax : beyond + box.xMin;
}

function wrote(step: LatheStep, active: ActiveTool, axis: Axis): LatheStep {
  const { state } = step;
  const { machine } = state.config;
  const { triggers } = state;
  if (!triggers) return step;
  const trigger = axis === "z" ? triggers.face : active.body.mode === "inside" ? triggers.bore : triggers.outside;
  const readout = state.readout[axis];
  const events: LatheEvent[] = [
    ...step.events,
    {
      kind: "setter",
      value: readout,
      message: `The setter was pressed at ${AXIS_NAME[axis]} ${formatMillimetres(readout, machine.units)}.`,
    },
  ];
  const next: LatheState = { ...state, isPressed: true };
  if (state.offset === undefined) return { state: next, events };
  const row = state.rows[state.offset] ?? EMPTY_ROW;
  const length = toControl(machine, axis, readout - trigger, "tool-offset", active.zone);
  const geometry = { ...row.geometry, [axis]: roundToResolution(length, lastDigit(machine, axis)) };
  const rows = { ...state.rows, [state.offset]: { ...row, geometry, wear: ZERO } };
  return { state: { ...next, rows }, events };
}
