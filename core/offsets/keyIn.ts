import { fromControl, type MachineProfile, toControl } from "../frame/index.ts";
import type { TouchedAxis } from "../ledger/index.ts";
import { roundToResolution } from "../units/index.ts";

/** What a person does at the control for one cell, in the control's own unit, sign, digits and X meaning. */
export interface KeyIn {
  /** The cell as the control will hold it. */
  readonly value: number;
  /** The cell as it was written down before; undefined when nobody recorded it. */
  readonly before: number | undefined;
  /** What is keyed: the cell's content, the amount to add to it, or the touched dimension. */
  readonly entry: { readonly as: MachineProfile["measuring"]; readonly number: number };
  /** What the position display must read right after entry, with nothing moved. */
  readonly display: number;
}

/** One touched axis in core lengths: millimetres, X as diameters. */
export interface TouchedCell {
  readonly exact: number;
  readonly touched: number;
  readonly before: number | undefined;
}

/**
 * The number to key for a touched cell. Rounds once, at the end, to the control's last digit; the amount to add is the
 * difference of the two rounded cells, so that the cell holds exactly the rounded value afterwards.
 *
 * Where a machine adds but nobody wrote down what its cell holds, the cell is overwritten instead: an amount to add to
 * an unknown number would be a guess.
 */
export function keyIn(machine: MachineProfile, axis: TouchedAxis, cell: TouchedCell): KeyIn {
  const resolution = machine.resolution[axis];
  const round = (length: number) => roundToResolution(length, resolution);
  const value = round(toControl(machine, axis, cell.exact, "tool-offset"));
  const before = cell.before === undefined ? undefined : round(toControl(machine, axis, cell.before, "tool-offset"));
  // What rounding the cell leaves over shows up on the display, before the display rounds itself.
  const rounding = cell.exact - fromControl(machine, axis, value, "tool-offset");
  const display = round(toControl(machine, axis, cell.touched + rounding, "readout"));
  const touchedDimension = round(toControl(machine, axis, cell.touched, "readout"));

  if (machine.measuring === "touched-dimension")
    return { value, before, entry: { as: "touched-dimension", number: touchedDimension }, display };
  if (machine.measuring === "add" && before !== undefined)
    return { value, before, entry: { as: "add", number: round(value - before) }, display };
  return { value, before, entry: { as: "overwrite", number: value }, display };
}
