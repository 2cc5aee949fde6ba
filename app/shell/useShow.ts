import {
  type Axis,
  type Crossing,
  lastDigit,
  type MachineProfile,
  toControl,
  toDrawing,
  workToControl,
  type Zone,
} from "../../core/machine/index.ts";
import { convertLength, formatLength } from "../../core/units/index.ts";

/** How lengths of the core are written for the people at one machine: its unit, its digits, the signs of the zone. */
export function showFor(machine: MachineProfile) {
  const write = (axis: Axis, millimetres: number, sign?: "always") =>
    formatLength(convertLength(millimetres, "mm", machine.units), lastDigit(machine, axis), sign && { sign });
  return {
    /** A number that the control shows or stores for a tool of a zone. */
    axis: (axis: Axis, millimetres: number, crossing: Crossing, zone: Zone, sign?: "always") =>
      formatLength(toControl(machine, axis, millimetres, crossing, zone), lastDigit(machine, axis), sign && { sign }),
    /** A work offset, kept in the main spindle's frame, as the control holds it. */
    work: (axis: Axis, millimetres: number | undefined) =>
      millimetres === undefined
        ? "not known"
        : formatLength(workToControl(machine, axis, millimetres), lastDigit(machine, axis)),
    /** A coordinate of the part, or a difference of two, as the drawing has it. */
    drawn: (axis: Axis, millimetres: number, sign?: "always") => write(axis, toDrawing(axis, millimetres), sign),
    /** An amount on an axis without the control's signs: X on the diameter. */
    amount: write,
    /** A plain distance, without axis or sign. */
    length: (millimetres: number) =>
      formatLength(convertLength(millimetres, "mm", machine.units), machine.resolution.z * 10),
    unit: machine.units,
  };
}
export type Show = ReturnType<typeof showFor>;
