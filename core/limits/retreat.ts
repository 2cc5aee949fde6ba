import { type Axis, type MachineProfile, travelInZone, type Zone } from "../machine/index.ts";

/** A call to come, in millimetres, X as diameters. */
interface RetreatCall {
  /** Setting before, signed as in the equation. */
  readonly old: number;
  /** Part coordinate to which the tool is called. */
  readonly called: number;
  /** Work offset in the zone's frame. */
  readonly work: number;
  /** Direction of the part's frame that leads away from the work. */
  readonly away: 1 | -1;
}

/** Kept free to the end of travel where the profile says nothing, millimetres. */
const USUAL_MARGIN = 1;

/**
 * Largest retreat that a preset call can have: from the called position to the end of travel, less a margin. Not below
 * 0 is not promised: where even the call without a retreat leaves the travel, the result is negative. Undefined where
 * the axis has no known travel. Millimetres.
 *
 * @example travel to 12, called to 20 with an old setting of −60 and no work offset: 12 − 1 − (20 − 60) = 51
 */
export function largestRetreat(
  machine: Pick<MachineProfile, "travel" | "travelMargin">,
  axis: Axis,
  zone: Pick<Zone, "motionSign">,
  { old, called, work, away }: RetreatCall,
): number | undefined {
  const travel = travelInZone(machine, axis, zone);
  const end = away > 0 ? travel?.[1] : travel?.[0];
  if (end === undefined) return undefined;
  return away * (end - (called + old + work)) - (machine.travelMargin ?? USUAL_MARGIN);
}
