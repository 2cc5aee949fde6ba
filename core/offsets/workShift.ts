import type { SetupView, WorkMeans } from "../ledger/index.ts";
import { type Axis, type MachineProfile, shownAs, workFromControl } from "../machine/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { convertLength } from "../units/index.ts";

/**
 * What a work offset becomes without a touch, in core lengths (millimetres, X as a diameter):
 *
 * - `entered`: the number itself;
 * - `datum-distance`: the distance from the machine's datum face to the part's face, which is S in that school;
 * - `next-operation`: the active offset moved by how much farther from the chuck the next operation's face stands
 *   (a part that got 2 shorter: −2);
 * - `shift`: this offset moved by how far the face moved when the bar was chucked again.
 *
 * Undefined where it is moved from a number that is not known.
 *
 * @example G54 Z −104.775, the part is faced 2.5 shorter at its other end: next-operation −2.5 gives G55 Z −107.275
 */
export function workAfter(
  setup: SetupView,
  name: string,
  axis: Axis,
  means: WorkMeans,
  amount: number,
): number | undefined {
  switch (means) {
    case "entered":
    case "datum-distance":
      return amount;
    case "next-operation":
      return moved(setup.workOffset[axis], amount);
    case "shift":
      return moved(workNow(setup, name, axis), amount);
  }
}

/**
 * What was typed for a work offset, as a core length: the number itself as the control shows it, or how far a face moved
 * or lies away, plus away from the chuck, as a person sees it (on X the diameter).
 */
export function workAmount(
  machine: MachineProfile,
  axis: Axis,
  means: WorkMeans,
  /** In the machine's unit. */
  typed: number,
): number {
  return means === "entered"
    ? workFromControl(machine, axis, shownAs("work-offset", typed))
    : convertLength(typed, machine.units, "mm");
}

const moved = (from: number | undefined, by: number) => (from === undefined ? undefined : from + by);

/** What a work offset is now; undefined where it is not known. Millimetres, on the diameter for X. */
export function workNow({ workSaid }: Pick<SetupView, "workSaid">, name: string, axis: Axis): number | undefined {
  return workSaid[name]?.[axis]?.value;
}

/**
 * Why a work offset is worth a question before it is kept; undefined where it is not. The spindle's centre does not
 * move with the stock: in X a change is a finding, not a setting. Millimetres, on the diameter for X.
 */
export function workDoubt(setup: SetupView, name: string, axis: Axis, to: number): string | undefined {
  if (axis !== "x") return undefined;
  const constant = setup.workOffset.x;
  const from = name === setup.workOffset.name ? setup.workOffset.x : constant;
  if (from === undefined || Math.abs(to - from) < TOLERANCES.tieOfLastDigit) return undefined;
  return "The centre of the spindle does not move with the stock: on this machine X of a work offset stays what it is. Is it meant?";
}
