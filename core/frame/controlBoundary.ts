import { convertLength } from "../units/index.ts";
import type { MachineProfile } from "./machineProfile.ts";

type ProfiledAxis = "x" | "z";

/** Which kind of number crosses: only tool geometry and wear carry the machine's stored sign. */
type Crossing = "readout" | "tool-offset" | "work-offset";

/** Factor from a core length (mm, X diameter) to what this control shows, apart from the unit. */
function factor(machine: MachineProfile, axis: ProfiledAxis, crossing: Crossing): number {
  const radius = axis === "x" && machine.xShown === "radius" ? 0.5 : 1;
  return crossing === "tool-offset" ? radius * machine.storedSign[axis] : radius;
}

/**
 * A core length (millimetres, X as a diameter, signed as in the equation) as this control shows or stores it:
 * its unit, its sign, X as diameter or radius. Not rounded; rounding happens once, where the number is written.
 *
 * @example an inch control that stores X as a radius with the opposite sign: toControl(m, "x", -50.8, "tool-offset") === 1
 */
export function toControl(
  machine: MachineProfile,
  axis: ProfiledAxis,
  millimetres: number,
  crossing: Crossing,
): number {
  return convertLength(millimetres, "mm", machine.units) * factor(machine, axis, crossing);
}

/** The inverse of {@link toControl}: what the control shows, as a core length in millimetres. */
export function fromControl(machine: MachineProfile, axis: ProfiledAxis, shown: number, crossing: Crossing): number {
  return convertLength(shown, machine.units, "mm") / factor(machine, axis, crossing);
}
