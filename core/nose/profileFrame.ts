import {
  fromControl,
  type LatheAxis,
  type MachineProfile,
  programSense,
  shownAs,
  toControl,
  type Zone,
} from "../machine/index.ts";
import { orientationCode, tipDirection } from "../tool/index.ts";
import { convertLength } from "../units/index.ts";
import type { ProfilePoints } from "./typedProfile.ts";

/** Profiles and tip codes as programs of a zone write them, and as they lie on the part, seen from the plus side of X. */
interface ProfileFrame {
  /** Points as they were typed in program coordinates, millimetres, on the part: X as diameters, Z plus away from the chuck. */
  readonly toPart: (typed: ProfilePoints) => ProfilePoints;
  /** Points of the part in program coordinates, in the machine's unit. */
  readonly toProgram: (points: ProfilePoints) => ProfilePoints;
  /** The code of the same tip in part coordinates; a number that is no code stays what it is. Its own inverse. */
  readonly codeInPart: (code: number) => number;
}

/** No −0: a face that programs count the other way stands at 0. */
const plain = (number: number) => number + 0;

/**
 * The frame of profiles of one zone. Where programs count Z into the bar, both a profile's Z and the tip's direction run the
 * other way; a tool from the far side of the centreline is seen mirrored, as if it came from plus.
 *
 * @example programs that count Z into the bar, numbering A: "22 1" lies at Z −1 of the part, and code 4 (X− Z+) points to X− Z− there: 3
 */
export function profileFrame(
  machine: Parameters<typeof toControl>[0] & Pick<MachineProfile, "numbering">,
  zone: Zone,
): ProfileFrame {
  const { units, numbering } = machine;
  const mirror = zone.from === "minus" ? -1 : 1;
  const fromProgram = (axis: LatheAxis, millimetres: number) =>
    fromControl(machine, axis, shownAs("program", convertLength(millimetres, "mm", units)), "program", zone);
  return {
    toPart: (typed) =>
      typed.map(([x, z]) => [plain(mirror * fromProgram("x", x)), plain(fromProgram("z", z))] as const),
    toProgram: (points) =>
      points.map(
        ([x, z]) =>
          [toControl(machine, "x", mirror * x, "program", zone), toControl(machine, "z", z, "program", zone)] as const,
      ),
    codeInPart: (code) => {
      const tip = tipDirection(code, numbering);
      if (!tip) return code;
      const x = (tip.x * mirror * programSense(zone, "x")) as typeof tip.x;
      return orientationCode({ x, z: (tip.z * programSense(zone, "z")) as typeof tip.z }, numbering);
    },
  };
}
