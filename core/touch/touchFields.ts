import { type Axis, type Crossing, stationOf } from "../frame/index.ts";
import type { TouchField } from "../judgement/index.ts";
import type { SetupView, ToolView } from "../ledger/index.ts";
import type { TouchWay } from "../tool/index.ts";

/** The fields that a way of touching asks for, in the order in which they are filled in. */
export function fieldsOf(way: TouchWay, axis: Axis): readonly TouchField[] {
  switch (way) {
    case "skim":
    case "scratch":
    case "pull":
    case "eye":
      return ["machine", "size"];
    case "paper":
    case "block":
    case "side":
      return ["machine", "size", "spacer"];
    case "centre":
      return ["machine"];
    case "setter":
      return ["machine", "trigger"];
    case "slide":
      return axis === "x" ? ["commanded", "size", "overhang"] : ["commanded", "size"];
    case "preset":
      return ["old", "retreat", "jog", "spacer", "commanded", "size"];
  }
}

/**
 * How a field's number crosses from the control, with the control's unit and sign; undefined for sizes, which are plain
 * lengths in the unit that the person chose.
 */
export function crossingOf(field: TouchField): Crossing | undefined {
  switch (field) {
    case "machine":
    case "trigger":
    case "retreat":
    case "jog":
      return "readout";
    case "old":
      return "tool-offset";
    default:
      return undefined;
  }
}

/** The standard overhang of the slot in which a tool stands; 0 where the machine says none. */
export function standardOverhang({ machine }: Pick<SetupView, "machine">, { station }: ToolView): number {
  return stationOf(machine, station)?.standardOverhang ?? 0;
}
