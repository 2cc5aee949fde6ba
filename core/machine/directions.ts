import type { Axis } from "./axis.ts";
import { AXIS_NAME, type AxisWay } from "./axis.ts";
import { readoutSense } from "./controlBoundary.ts";
import type { MachineProfile } from "./machineProfile.ts";
import type { Zone } from "./zone.ts";

/** A move as the person at the machine makes it: the readout's sign, and where that leads. */
export interface Direction {
  /** `Z plus`, in the readout's own sign. */
  readonly name: string;
  /** Where it leads for the person in front of the machine; empty where the profile does not say. */
  readonly leads: string;
}

/**
 * The handwheel's way for a move of the tool towards plus or minus of the part, on this machine in this zone. Where the
 * headstock moves the part, the readout's sign is the other one; where a zone gives an axis another meaning, its words hold.
 *
 * @example a moving headstock with motionSign −1: away from the chuck is `Z minus`
 */
export function directionOf(
  machine: Pick<MachineProfile, AxisWay>,
  zone: Pick<Zone, "motionSign" | "directions">,
  axis: Axis,
  towards: 1 | -1,
): Direction {
  const shown = towards * readoutSense(zone, axis);
  const key = `${axis}${shown > 0 ? "Plus" : "Minus"}` as const;
  return {
    name: `${AXIS_NAME[axis]} ${shown > 0 ? "plus" : "minus"}`,
    leads: zone.directions?.[key] ?? machine[key] ?? "",
  };
}
