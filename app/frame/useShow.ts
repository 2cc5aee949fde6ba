import {
  type Axis,
  type Crossing,
  lastDigit,
  type MachineProfile,
  toControl,
  type Zone,
} from "../../core/frame/index.ts";
import { convertLength, formatLength } from "../../core/units/index.ts";

/** How lengths of the core are written for the people at one machine: its unit, its digits, the signs of the zone. */
export function showFor(machine: MachineProfile) {
  return {
    /** A number that the control shows or stores. */
    axis: (axis: Axis, millimetres: number, crossing: Crossing, zone?: Zone, sign?: "always") =>
      formatLength(toControl(machine, axis, millimetres, crossing, zone), lastDigit(machine, axis), sign && { sign }),
    /** A plain distance, without axis or sign. */
    length: (millimetres: number) =>
      formatLength(convertLength(millimetres, "mm", machine.units), machine.resolution.z * 10),
    unit: machine.units,
  };
}
export type Show = ReturnType<typeof showFor>;
