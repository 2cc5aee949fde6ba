import { convertLength } from "../units/index.ts";
import type { Axis } from "./axis.ts";
import type { MachineProfile } from "./machineProfile.ts";
import type { Zone } from "./zone.ts";

/**
 * Which kind of number crosses, since each carries another sign: a position of the machine's own readout (and a work
 * offset, which adds to it), a coordinate as programs write it and the position display shows it, a tool's geometry or wear.
 */
export type Crossing = "readout" | "program" | "tool-offset" | "work-offset";

/** What of a machine the boundary needs; a zone's own signs replace the machine's. */
type Boundary = Pick<MachineProfile, "units" | "xShown" | "storedSign">;
type ZoneSigns = Pick<Zone, "motionSign" | "programSign" | "storedSign">;

/** Factor from a core length (mm, X diameter) to what this control shows, apart from the unit. */
function factor(machine: Boundary, axis: Axis, crossing: Crossing, zone: ZoneSigns): number {
  const radius = axis === "x" && machine.xShown === "radius" ? 0.5 : 1;
  switch (crossing) {
    case "readout":
    case "work-offset":
      return radius * (zone.motionSign?.[axis] ?? 1);
    case "program":
      return radius * (zone.programSign?.[axis] ?? 1);
    case "tool-offset":
      return radius * (zone.storedSign?.[axis] ?? machine.storedSign[axis] ?? 1);
  }
}

/**
 * A core length (millimetres, X as a diameter, signed as in the equation) as this control shows or stores it:
 * its unit, its sign, X as diameter or radius. Not rounded; rounding happens once, where the number is written.
 *
 * @example an inch control that stores X as a radius with the opposite sign: toControl(m, "x", -50.8, "tool-offset") === 1
 */
export function toControl(
  machine: Boundary,
  axis: Axis,
  millimetres: number,
  crossing: Crossing,
  zone: ZoneSigns = {},
): number {
  return convertLength(millimetres, "mm", machine.units) * factor(machine, axis, crossing, zone);
}

/** The inverse of {@link toControl}: what the control shows, as a core length in millimetres. */
export function fromControl(
  machine: Boundary,
  axis: Axis,
  shown: number,
  crossing: Crossing,
  zone: ZoneSigns = {},
): number {
  return convertLength(shown, machine.units, "mm") / factor(machine, axis, crossing, zone);
}
