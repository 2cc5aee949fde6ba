import { type Draws, drawsOf } from "./chance.ts";
import { type EachAxis, each, type PhysicalMachine, type PhysicalZone } from "./machine.ts";

const KINDS = ["turret", "post", "gang", "cross", "sub-side", "back", "arm"] as const;

/** A machine drawn at random: every sense, unit and habit of its control by itself. */
export function drawMachine(seed: number): PhysicalMachine {
  const draws = drawsOf(seed);
  const unit = draws.flip() ? "mm" : "in";
  const inUnit = (millimetres: number) => (unit === "in" ? millimetres / 25.4 : millimetres);
  const entry = draws.pick(["overwritten", "added-to", "dimension-stated"] as const);
  const wantsWorkZero = entry === "dimension-stated" && draws.flip(0.3);
  const kinds = KINDS.filter((kind) => kind === "turret" || draws.flip(0.6));
  const main: EachAxis<PhysicalZone["drives"]["x"]> = each(() => drive(draws));
  return {
    unit,
    entry,
    wantsWorkZero,
    xShows: draws.flip(0.7) ? "diameter" : "radius",
    countsWork: draws.flip(0.7),
    countsWear: draws.flip(0.7),
    zones: kinds.map((kind) => zoneOf(draws, kind, main)),
    travel: each(() => [inUnit(-1500), inUnit(1500)] as const),
    setter: draws.flip(0.4)
      ? {
          outside: inUnit(draws.between(-300, -50)),
          bore: inUnit(draws.between(-300, -50)),
          face: inUnit(draws.between(-400, -50)),
        }
      : undefined,
    standardOverhang: 25,
  };
}

const drive = (draws: Draws) =>
  ({
    moves: draws.flip() ? "tool" : "part",
    goes: draws.flip() ? 1 : -1,
  }) as const satisfies PhysicalZone["drives"]["x"];

function zoneOf(draws: Draws, kind: (typeof KINDS)[number], main: EachAxis<PhysicalZone["drives"]["x"]>): PhysicalZone {
  const isTurned = () => draws.flip(0.3);
  // Zones of the main spindle share its drives on most machines, and have their own on some.
  const drives = kind === "back" || draws.flip(0.25) ? each(() => drive(draws)) : main;
  return {
    id: kind,
    kind,
    drives,
    spindle: kind === "back" ? ("sub" as const) : ("main" as const),
    side: draws.flip(0.7) ? 1 : -1,
    countsAgainst: { x: false, y: false, z: isTurned() },
    storesTurned: { x: isTurned(), y: isTurned(), z: isTurned() },
    ...(kind === "arm" && { arm: { carries: draws.flip(), angle: draws.pick([30, 45, 60, 90]) } }),
  };
}
