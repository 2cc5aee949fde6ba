import { describe, expect, it } from "vitest";
import type { Polygon } from "../../core/outline/index.ts";
import { type PartProfile, partOfSetup } from "../../core/part/index.ts";
import { chordsOfArc, programMachine, programMotions } from "../../core/program/index.ts";
import type { Tool } from "../../core/tool/index.ts";
import { areaOf, boxOf, isNothing, type Region, regionOf, subtract, within } from "../clipping/region.ts";
import { FULL_TURRET, fullTurret } from "./fullTurret.fixture.ts";
import { rehearse, stageOf } from "./index.ts";
import { SOUND_PROGRAMS } from "./soundPrograms.fixture.ts";
import { wholeOf } from "./stripStock.ts";

const TOOLS: Readonly<Record<string, Tool>> = {
  ...FULL_TURRET,
  "12": { kind: "bar-stop", description: "Stop", diameter: 30, overhang: 40 },
  "13": { kind: "bar-puller", description: "Puller", diameter: 60, overhang: 50 },
};

/** The half section of a profile as a polygon, closed along the centreline. */
function polygonOf({ pieces }: PartProfile): Polygon {
  const corners: { z: number; x: number }[] = [];
  for (const { from, to, arc } of pieces) {
    const last = corners.at(-1);
    // A bore that ends in the material: its bottom lies on the centreline.
    if (last && Math.hypot(last.z - from.z, last.x - from.r) > 1e-3)
      corners.push({ z: last.z, x: 0 }, { z: from.z, x: 0 });
    corners.push({ z: from.z, x: from.r });
    const way = arc
      ? chordsOfArc({ x: 2 * from.r, z: from.z }, { x: 2 * to.r, z: to.z }, { x: 2 * arc.r, z: arc.z, turn: arc.turn })
      : [{ x: 2 * to.r, z: to.z }];
    corners.push(...way.map(({ x, z }) => ({ z, x: x / 2 })));
  }
  const [first, last] = [corners[0], corners.at(-1)];
  if (last && last.x > 0 && first && first.z !== last.z) corners.push({ z: last.z, x: 0 }, { z: first.z, x: 0 });
  return corners;
}

/** What of a region lies in front of a place, as far as the part goes. */
const inFront = (region: Region, z: number) => {
  const box = boxOf(region);
  return box ? within(region, { ...box, zMin: z }) : region;
};

describe("the finished part", () => {
  it.each(SOUND_PROGRAMS)("is what the rehearsal leaves: $about", ({ text, toFace = 1, hole }) => {
    const setup = fullTurret({ tools: TOOLS, stock: { toFace }, ...(hole !== undefined && { hole }) });
    const program = `%\nO1\nG21 G40 G54 G99\n${text}M30\n%`;
    const { motions } = programMotions(program, programMachine(setup.machine));
    const played = rehearse(stageOf(setup), motions, { margin: 1 });
    const [side] = partOfSetup(setup, program).sides;
    expect(side).toBeDefined();
    if (!side) return;
    const back = side.profile.zMin + 0.01;
    const left = inFront(isNothing(played.fallen) ? wholeOf(played.stock) : played.fallen, back);
    const drawn = inFront(regionOf(polygonOf(side.profile)), back);
    const [more, less] = [areaOf(subtract(drawn, left)), areaOf(subtract(left, drawn))];
    // Rolls of the insert's flank, and the grid of the clipping. A thread is drawn over its crests.
    expect(less).toBeLessThan(0.1);
    if (side.threads.length === 0) expect(more).toBeLessThan(0.1);
  });
});
