import { type MachineProfile, mainZone, programSense, readoutSense } from "../machine/index.ts";
import type { MotionModes, ProgramMotion } from "./programMotion.ts";

/**
 * The moves of a program in the part's own frame. Where programs count an axis into the part, places, arcs and the side of
 * compensation are mirrored; a place in machine coordinates is turned as the readout counts. Moves of a machine that counts
 * as the part does come back as they are.
 *
 * @example a sliding headstock whose programs count Z into the part: `G0 Z-12.` in front of the bar leads to Z +12 of the part
 */
export function motionsInPart(
  motions: readonly ProgramMotion[],
  machine: Pick<MachineProfile, "zones">,
): readonly ProgramMotion[] {
  const zone = mainZone(machine);
  const written = { x: programSense(zone, "x"), z: programSense(zone, "z") };
  const shown = { x: readoutSense(zone, "x"), z: readoutSense(zone, "z") };
  if (written.x > 0 && written.z > 0 && shown.x > 0 && shown.z > 0) return motions;
  const isMirrored = written.x * written.z < 0;
  const mirrored = new Map<MotionModes, MotionModes>();
  const modesOf = (modes: MotionModes): MotionModes => {
    if (!isMirrored || modes.compensation === null) return modes;
    const known = mirrored.get(modes);
    const made = known ?? { ...modes, compensation: modes.compensation === "left" ? "right" : "left" };
    mirrored.set(modes, made);
    return made;
  };
  return motions.map((motion) => {
    const sense = motion.kind === "machine" ? shown : written;
    const { arc } = motion;
    return {
      ...motion,
      x: sense.x * motion.x,
      z: sense.z * motion.z,
      modes: modesOf(motion.modes),
      ...(arc && {
        arc: {
          ...arc,
          x: sense.x * arc.x,
          z: sense.z * arc.z,
          turn: (isMirrored ? -arc.turn : arc.turn) as 1 | -1,
        },
      }),
    };
  });
}
