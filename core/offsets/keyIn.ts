import { type Axis, fromControl, lastDigit, type MachineProfile, toControl, type Zone } from "../frame/index.ts";
import { roundToResolution } from "../units/index.ts";

/** What a person does at the control for one cell, in the control's own unit, sign, digits and X meaning. */
export interface KeyIn {
  /** The cell as the control will hold it. */
  readonly value: number;
  /** The cell as it was written down before; undefined when nobody recorded it. */
  readonly before: number | undefined;
  /** What is keyed: the cell's content, the amount to add to it, or the touched dimension. */
  readonly entry: { readonly as: MachineProfile["measuring"]; readonly number: number };
  /** What the position display must read right after entry, with nothing moved; undefined where no part was touched. */
  readonly display: number | undefined;
}

/** One touched axis in core lengths: millimetres, X as diameters. */
export interface TouchedCell {
  readonly exact: number;
  readonly touched: number | undefined;
  readonly before: number | undefined;
}

/**
 * The number to key for a touched cell. Rounds once, at the end, to the control's last digit; the amount to add is the
 * difference of the two rounded cells, so that the cell holds exactly the rounded value afterwards.
 *
 * Where a machine adds but nobody wrote down what its cell holds, the cell is overwritten instead: an amount to add to
 * an unknown number would be a guess. So it is where a touched dimension is wanted and no part was touched (a setter).
 */
export function keyIn(machine: MachineProfile, axis: Axis, cell: TouchedCell, zone?: Zone): KeyIn {
  const resolution = lastDigit(machine, axis);
  const round = (length: number) => roundToResolution(length, resolution);
  const store = (length: number) => round(toControl(machine, axis, length, "tool-offset", zone));
  const value = store(cell.exact);
  const before = cell.before === undefined ? undefined : store(cell.before);
  // What rounding the cell leaves over shows up on the display, before the display rounds itself.
  const rounding = cell.exact - fromControl(machine, axis, value, "tool-offset", zone);
  const show = (length: number) => round(toControl(machine, axis, length, "program", zone));
  const display = cell.touched === undefined ? undefined : show(cell.touched + rounding);
  if (machine.measuring === "touched-dimension" && cell.touched !== undefined)
    return { value, before, entry: { as: "touched-dimension", number: show(cell.touched) }, display };
  if (machine.measuring === "add" && before !== undefined)
    return { value, before, entry: { as: "add", number: round(value - before) }, display };
  return { value, before, entry: { as: "overwrite", number: value }, display };
}

/** The work offset as this control holds it: its unit and digits, the sign of its readout. */
export function workForControl(machine: MachineProfile, axis: Axis, millimetres: number, zone?: Zone): number {
  return roundToResolution(toControl(machine, axis, millimetres, "work-offset", zone), lastDigit(machine, axis));
}
