import {
  type Axis,
  fromControl,
  lastDigit,
  type MachineProfile,
  type Shown,
  toControl,
  workToControl,
  type Zone,
} from "../machine/index.ts";
import { roundToResolution } from "../units/index.ts";

/** What a person does at the control for one cell, in the control's own unit, sign, digits and X meaning. */
export interface KeyIn {
  /** The cell as the control will hold it. */
  readonly value: Shown<"tool-offset" | "work-offset">;
  /** The cell as the control holds it now; undefined when it is not known. */
  readonly before: Shown<"tool-offset" | "work-offset"> | undefined;
  /** What is keyed: the cell's content, the amount to add to it, or the touched dimension. */
  readonly entry: { readonly as: MachineProfile["measuring"]; readonly number: number };
  /** What the position display must read right after entry, with nothing moved; undefined where no part was touched. */
  readonly display: Shown<"program"> | undefined;
  /** True where the measuring function wants the work offset at 0 while it is used. */
  readonly workFirstToZero: boolean;
}

/** One touched axis in core lengths: millimetres, X as diameters. */
interface TouchedCell {
  readonly exact: number;
  readonly touched: number | undefined;
  readonly before: number | undefined;
  /** Work offset that the geometry was reckoned with, in the zone's frame; undefined where it counts and is not known. */
  readonly work?: number | undefined;
  /**
   * Work offset that is active at the control, where that is another: a tool that is touched on a datum face is reckoned
   * without it, and the display counts it all the same. `unknown` where it is not known; undefined where it is the same.
   */
  readonly active?: number | "unknown" | undefined;
}

/**
 * The number to key for a touched cell. Rounds once, at the end, to the control's last digit; the amount to add is the
 * difference of the two rounded cells, so that the cell holds exactly the rounded value afterwards.
 *
 * Where a machine adds but the value of its cell is not recorded, the cell is overwritten instead: an amount to add to
 * an unknown number would be a guess. So it is where a touched dimension is wanted and no part was touched (a setter).
 *
 * A measuring function that does not reckon with the work offset, or wants it at 0 first, is told the dimension as it
 * stands without it: P + S. With the work offset at 0 the display reads that too.
 *
 * @example P = 0.090 under G54 Z −104.775, the work offset must be 0: key −104.685, the display then reads −104.685
 */
export function keyIn(machine: MachineProfile, axis: Axis, cell: TouchedCell, zone: Zone): KeyIn {
  const resolution = lastDigit(machine, axis);
  const round = <Length extends number>(length: Length) => roundToResolution(length, resolution);
  const store = (length: number) => round(toControl(machine, axis, length, "tool-offset", zone));
  const value = store(cell.exact);
  const before = cell.before === undefined ? undefined : store(cell.before);
  // What rounding the cell leaves over shows up on the display, before the display rounds itself.
  const rounding = cell.exact - fromControl(machine, axis, value, "tool-offset", zone);
  const show = (length: number) => round(toControl(machine, axis, length, "program", zone));
  const { reckons } = machine;
  const states = machine.measuring === "touched-dimension" && cell.touched !== undefined;
  const counted = cell.work ?? 0;
  const isUnknown = cell.active === "unknown";
  const active = isUnknown || cell.active === undefined ? counted : (cell.active as number);
  // M − G, from which the display takes the work offset that is active.
  const total = (cell.touched ?? 0) + counted;
  // A work offset that is not known is put to 0 where the measuring function would count it into the wrong number.
  const isCounted = isUnknown && cell.work !== undefined && reckons?.work !== false;
  const wantsZero = reckons?.workMustBeZero === true && (active !== 0 || isUnknown);
  const workFirstToZero = states && (wantsZero || isCounted);
  const display = cell.touched === undefined ? undefined : show(total + rounding - (workFirstToZero ? 0 : active));
  const common = { value, before, display, workFirstToZero };
  if (states) {
    const isUnreckoned = workFirstToZero || (reckons !== undefined && (!reckons.work || reckons.workMustBeZero));
    const number = show(total - (isUnreckoned ? 0 : active));
    return { ...common, entry: { as: "touched-dimension", number } };
  }
  if (machine.measuring === "add" && before !== undefined)
    return { ...common, entry: { as: "add", number: round(value - before) } };
  return { ...common, entry: { as: "overwrite", number: value } };
}

/** The work offset as this control holds it: its unit and digits, the sign of its readout. From the main spindle's frame. */
export function workForControl(machine: MachineProfile, axis: Axis, millimetres: number): Shown<"work-offset"> {
  return roundToResolution(workToControl(machine, axis, millimetres), lastDigit(machine, axis));
}
